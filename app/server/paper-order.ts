/** Collects the input of a paper for the worker thread: the job, its pictures, and its history if the paper has one. */
import { changesInWords } from "#core/changes/changes.ts";
import { isoDay } from "#core/dates.ts";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { MOST_PAPER_PICTURES } from "#core/limits.ts";
import { PAPER_LIST, type PaperId, papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { JobTasks } from "../work/jobs.tsx";
import { jobsOf, type OpenJob } from "./firm-jobs.ts";
import { photosOf } from "./job-photos.ts";
import { refuse } from "./refusals.ts";
import type { SignedIn } from "./sessions.ts";

type PaperOrder = Parameters<JobTasks["paper"]>[0];

/** The address that opens a job at a revision, for people of the firm; papers print it as a QR code. */
const revisionLink = (origin: string, jobId: string, revision: number): string =>
  `${origin}/jobs/${jobId}/revisions/${revision}`;

/** The pictures of a paper, without unconfirmed pictures of customers. */
async function picturesFor(firmId: string, jobId: string, id: PaperId): Promise<PaperOrder["pictures"]> {
  const wanted = PAPER_LIST.find((paper) => paper.id === id)?.pictures;
  if (!wanted) return undefined;
  const photos = photosOf(firmId);
  const all = ((await photos.list(jobId))?.photos ?? []).filter(
    ({ toConfirm, item }) => !toConfirm && (wanted === "all" || wanted.some((one) => one === item)),
  );
  const shown = [];
  for (const { id: photoId, item, caption, width, height, marks } of all.slice(0, MOST_PAPER_PICTURES)) {
    const jpeg = await photos.bytes(jobId, photoId, "picture");
    if (jpeg) shown.push({ item, caption, width, height, marks, jpeg });
  }
  return { shown, leftOut: all.length - shown.length };
}

/** The confirmed pictures of a job without their bytes: enough to say what papers lack. */
export async function pictureEntries(firmId: string, jobId: string): Promise<NonNullable<PaperOrder["pictures"]>> {
  const all = (await photosOf(firmId).list(jobId))?.photos ?? [];
  const shown = all.filter(({ toConfirm }) => !toConfirm).map((one) => ({ ...one, jpeg: new Uint8Array() }));
  return { shown, leftOut: 0 };
}

/** The edits of a job in words, and its issued versions in sentences. */
async function historyFor(firmId: string, found: OpenJob, issued: readonly string[]): Promise<PaperOrder["history"]> {
  const edits = (await jobsOf(firmId).editsSince(found.id, 0)) ?? [];
  return { edits: edits.map(({ at, by, patch }) => ({ at, by, did: changesInWords(found.document, patch) })), issued };
}

interface Wanted {
  paper: string;
  method?: PaperOrder["method"];
  /** Number of the version that is issued; null for a draft. */
  version: number | null;
  /** Origin of the addresses that papers print. */
  origin: string;
  /** The issued versions of the job in sentences, for its record. */
  issued?: readonly string[];
}

/** @throws the refusal "not-found" where the job has no such paper */
export async function paperOrder(
  found: OpenJob,
  { firmId, firmName, name }: SignedIn,
  { paper, method, version, origin, issued = [] }: Wanted,
  now = new Date(),
): Promise<PaperOrder> {
  const { id: jobId, document, books, revision } = found;
  const entry = papersOf(document, codebookOf(document.rules)).find(({ id }) => id === paper);
  if (!entry) throw refuse("not-found");
  const pictures = await picturesFor(firmId, jobId, entry.id);
  const history = entry.hasHistory ? await historyFor(firmId, found, issued) : undefined;
  return {
    id: entry.id,
    document,
    book: keptBookFor(document, books).book,
    ...(method && { method }),
    firm: firmName,
    preparedBy: name,
    today: isoDay(now),
    origin: { revision, version, link: revisionLink(origin, jobId, revision) },
    ...(pictures && { pictures }),
    ...(history && { history }),
  };
}
