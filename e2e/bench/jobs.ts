/** A firm with very many jobs: how long its list, its filters and its search take. */
import "#core/rules/editions.ts";
import type { Page } from "@playwright/test";
import { type PermissionState, STAGES } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { SEARCH_WORDS_VERSION, searchWords } from "#core/search-words.ts";
import type { Heron } from "../heron.ts";

const FIRM = "tidewrack";
const SIZES = [100, 10_000, 100_000] as const;
const AT_ONCE = 500;
const RUNS = 9;

const STREETS = ["Lantern", "Kelp", "Saltgrass", "Samphire", "Gannet", "Breakwater", "Curlew", "Marram", "Osprey"];
const KINDS = ["Row", "Street", "Lane", "Close", "Hill", "Slip"];
const NAMES = ["Ines Calloway", "Ida Reed", "Tom Farrow", "Ruth Vane", "Bo Arden"];
const ASKED: (PermissionState | undefined)[] = ["asked", "given", undefined, undefined, undefined];

const pick = <T>(list: readonly T[], i: number): T => list[i % list.length] as T;
const median = (times: number[]) => Number([...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]?.toFixed(1));

/** Adds jobs up to a number, each with an address, a customer, a stage and permissions of its own. */
async function fillUpTo(count: number, from: number): Promise<void> {
  const { database } = await import("#server/database.ts");
  const { rowOf } = await import("#server/firm-jobs.ts");
  const { pricesOf } = await import("#server/price-books.ts");
  const { job, jobWord } = await import("#db/schema.ts");
  const plain = newCase("us-nec-2023", "A bench job", "");
  const { summary } = rowOf(plain, await pricesOf(FIRM).booksFor(plain));
  const newest = Date.UTC(2026, 10, 29);
  for (let start = from; start < count; start += AT_ONCE) {
    const rows = Array.from({ length: Math.min(AT_ONCE, count - start) }, (_, k) => {
      const i = start + k;
      const title = `${(i % 997) + 1} ${pick(STREETS, i)} ${pick(KINDS, Math.floor(i / 9))}`;
      const customer = `${pick(NAMES, Math.floor(i / 7))} ${i}`;
      const permissions = { owner: pick(ASKED, i), association: pick(ASKED, i + 1), authority: pick(ASKED, i + 2) };
      const progress = { stage: pick(STAGES, i) };
      const document = { ...plain, title, enquiry: { ...plain.enquiry, customer, permissions }, progress };
      const at = new Date(newest - i * 60_000);
      return {
        id: `bench-${i}`,
        firmId: FIRM,
        title,
        customer,
        rules: document.rules,
        case: JSON.parse(JSON.stringify(document)),
        summary,
        createdAt: at,
        updatedAt: at,
        wordsVersion: SEARCH_WORDS_VERSION,
      };
    });
    await database.insert(job).values(rows);
    await database
      .insert(jobWord)
      .values(
        rows.flatMap(({ id, title, customer }) =>
          searchWords(`${title} ${customer}`).map((word) => ({ firmId: FIRM, jobId: id, word })),
        ),
      );
  }
}

/** Queries of a list; the last page is reached by the position of a job near the end. */
const questions = (count: number): Record<string, string> => ({
  newest: "",
  stage: "stage=quoted",
  waitsForCustomer: "waiting=customer",
  waitsForOwner: "waiting=owner",
  commonWord: "search=lantern",
  twoCommonWords: "search=lantern+row",
  rareWord: `search=${count - 3}`,
  beginningOfAWord: "search=sam",
  wordNobodyHas: "search=xylophone",
  commonWordInStage: "search=kelp&stage=done",
  nearTheEnd: `older=${Date.UTC(2026, 10, 29) - (count - 60) * 60_000}~bench-${count - 60}`,
});

/** Median milliseconds of the whole page, and of the list alone, by number of jobs. */
export async function jobsFigures(page: Page, heron: Heron) {
  const { jobListOf } = await import("#server/job-list.ts");
  const figures: Record<string, Record<string, { listMs: number; pageMs: number; jobs: number }>> = {};
  let filled = 0;
  for (const count of SIZES) {
    await fillUpTo(count, filled);
    filled = count;
    const ofSize: (typeof figures)[string] = {};
    for (const [name, query] of Object.entries(questions(count))) {
      const asked = new URLSearchParams(query);
      const [ms, id] = (asked.get("older") ?? "").split("~");
      const search = {
        search: asked.get("search") ?? "",
        stage: asked.get("stage") as "quoted" | null,
        waitsFor: asked.get("waiting") as "owner" | null,
        olderThan: id ? { updatedAt: new Date(Number(ms)), id } : null,
      };
      const list: number[] = [];
      const whole: number[] = [];
      let jobs = 0;
      for (let i = 0; i < RUNS; i++) {
        const from = performance.now();
        jobs = (await jobListOf(FIRM).page(search)).jobs.length;
        list.push(performance.now() - from);
        const before = performance.now();
        await (await page.request.get(`${heron.url}/?${query}`)).body();
        whole.push(performance.now() - before);
      }
      ofSize[name] = { listMs: median(list), pageMs: median(whole), jobs };
    }
    figures[`of${count}Jobs`] = ofSize;
  }
  return figures;
}
