/** The largest lawful home: its pages and 20 edits at once, and what other people wait for meanwhile. */
import { setTimeout as pause } from "node:timers/promises";
import type { Page } from "@playwright/test";
import { largestHome } from "#core/testing/largest-home.ts";
import { type Heron, importCase } from "../heron.ts";
import { cookieOf } from "../trials/people.ts";

const STEPS = ["survey", "demand", "need", "ways", "circuit", "papers"];
const EDITS = 20;
/** Between two looks of another person, so that looking is not a load by itself. */
const PAUSE_MS = 100;

async function timed(asked: Promise<Response>): Promise<number> {
  const from = performance.now();
  const answer = await asked;
  await answer.arrayBuffer();
  if (answer.status !== 200) throw new Error(`${answer.url} answered ${answer.status}`);
  return performance.now() - from;
}

/** The longest answers of an address while something else runs, ms. */
async function longestMeanwhile(ask: () => Promise<Response>, work: Promise<unknown>): Promise<number> {
  let [longestMs, isDone] = [0, false];
  const done = work.finally(() => {
    isDone = true;
  });
  while (!isDone) {
    longestMs = Math.max(longestMs, await timed(ask()));
    await pause(PAUSE_MS);
  }
  await done;
  return longestMs;
}

const slowest = (times: readonly number[]) => Math.round(Math.max(...times));

/** Slowest answers in milliseconds. @param page signed in to another firm than the person who looks meanwhile */
export async function largestFigures(page: Page, heron: Heron) {
  const job = await importCase(page, heron, largestHome("us-nec-2023"));
  const [mine, other] = [
    await cookieOf(heron.url, "mara@tidewrack.example"),
    await cookieOf(heron.url, "wren@osier.example"),
  ];
  const get = (path: string, Cookie: string) => fetch(`${heron.url}${path}`, { headers: { Cookie } });
  const edit = (i: number) =>
    fetch(`${heron.url}/jobs/${job}/edits`, {
      method: "POST",
      headers: { Cookie: mine, Origin: heron.url, "Content-Type": "application/json" },
      body: JSON.stringify({
        id: crypto.randomUUID(),
        baseRevision: 0,
        patch: [{ op: "replace", path: `/panels/0/circuits/${i}/label`, value: `Room ${i}` }],
      }),
    });
  for (let i = 0; i < 5; i++) await timed(get("/jobs/osier-sluice-road/survey", other));
  const pagesAlone = [];
  for (const step of STEPS) pagesAlone.push(await timed(get(`/jobs/${job}/${step}`, mine)));
  const editAlone = await timed(edit(0));
  const edits = Array.from({ length: EDITS }, (_, i) => timed(edit(i + 1)));
  const pages = STEPS.map((step) => timed(get(`/jobs/${job}/${step}?again=1`, mine)));
  const work = Promise.all([...edits, ...pages]);
  const meanwhile = await Promise.all(
    ["/health", "/", "/jobs/osier-sluice-road/survey"].map((path) => longestMeanwhile(() => get(path, other), work)),
  );
  const [health, list, survey] = meanwhile.map(Math.round);
  return {
    pagesAloneSlowestMs: slowest(pagesAlone),
    editAloneMs: Math.round(editAlone),
    editsAtOnceSlowestMs: slowest(await Promise.all(edits)),
    pagesAtOnceSlowestMs: slowest(await Promise.all(pages)),
    meanwhileLongestMs: { health, list, survey },
  };
}
