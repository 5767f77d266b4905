/** Packs of a job: its issued papers as one PDF; or as a ZIP with the case and the pictures. */
import { showDay } from "#core/dates.ts";
import { type IssuedPaper, issuedState } from "#core/firm/issued-paper.ts";
import { MOST_PACKED_BYTES, MOST_PACKED_PICTURES } from "#core/limits.ts";
import { codebookOf } from "#core/rules/index.ts";
import { slug } from "#core/words.ts";
import type { JobTasks } from "../work/jobs.tsx";
import { jobsOf, type OpenJob } from "./firm-jobs.ts";
import { issuedOf } from "./issued-papers.ts";
import { photosOf } from "./job-photos.ts";
import { refuse } from "./refusals.ts";
import { forJobs } from "./work.ts";

type PackedFile = Parameters<JobTasks["packZip"]>[0][number];

/** The newest version of each paper that was not withdrawn. */
const newestOf = (all: readonly IssuedPaper[]): IssuedPaper[] =>
  all.filter((one) => ["current", "superseded"].includes(issuedState(one, all)));

/** The packs of the jobs of one firm. */
export function packsOf(firmId: string) {
  const [jobs, issued, photos] = [jobsOf(firmId), issuedOf(firmId), photosOf(firmId)];

  /** @throws the refusal "not-found" where the firm has no such job */
  async function open(jobId: string): Promise<{ found: OpenJob; newest: IssuedPaper[] }> {
    const found = await jobs.find(jobId);
    const all = found && (await issued.list(jobId, found));
    if (!found || !all) throw refuse("not-found");
    return { found, newest: newestOf(all) };
  }
  const fileOf = async (jobId: string, { paper, number }: IssuedPaper): Promise<Uint8Array> =>
    (await issued.file(jobId, paper, number))?.pdf ?? new Uint8Array();

  /** The pictures that fit, and how many were left out. */
  async function picturesOf(jobId: string): Promise<{ files: PackedFile[]; leftOut: number }> {
    const entries = (await photos.list(jobId))?.photos ?? [];
    const files: PackedFile[] = [];
    let bytes = 0;
    for (const [i, { id, item }] of entries.entries()) {
      const content = files.length < MOST_PACKED_PICTURES ? await photos.bytes(jobId, id, "picture") : null;
      if (!content || bytes + content.byteLength > MOST_PACKED_BYTES) break;
      bytes += content.byteLength;
      files.push({ name: `pictures/${String(i + 1).padStart(3, "0")}-${slug(item)}.jpg`, content });
    }
    return { files, leftOut: entries.length - files.length };
  }

  return {
    /** The issued papers as one PDF; null where none is issued. */
    async pdf(jobId: string, author: string) {
      const { found, newest } = await open(jobId);
      if (newest.length === 0) return null;
      const pdfs: Uint8Array[] = [];
      for (const one of newest) pdfs.push(await fileOf(jobId, one));
      const { title } = found.document;
      return { title, file: await forJobs("packPdf", { title, author, pdfs }) };
    },

    /** Issued papers, case and pictures as a ZIP, with a list of what is in it and what was left out. */
    async zip(jobId: string) {
      const { found, newest } = await open(jobId);
      const { document, revision } = found;
      const { conventions } = codebookOf(document.rules);
      const pictures = await picturesOf(jobId);
      const papers: PackedFile[] = [];
      for (const one of newest)
        papers.push({ name: `papers/${one.paper}-${one.number}.pdf`, content: await fileOf(jobId, one) });
      const contents = [
        `${document.title}, revision ${revision}`,
        "",
        ...newest.map(
          ({ paper, number, at, by, digest, differs }) =>
            `papers/${paper}-${number}.pdf: issued ${showDay(at.slice(0, 10), conventions)} by ${by}, SHA-256 ${digest}${differs.length > 0 ? "; the job has changed since" : ""}`,
        ),
        ...(newest.length === 0 ? ["No paper has been issued yet."] : []),
        "case.json: the job as it is now",
        `pictures: ${pictures.files.length}`,
        ...(pictures.leftOut > 0
          ? [`Left out because the pack would be too large: ${pictures.leftOut} pictures.`]
          : []),
        "",
      ].join("\n");
      const files: PackedFile[] = [
        { name: "contents.txt", content: contents },
        ...papers,
        { name: "case.json", content: `${JSON.stringify(document, null, 1)}\n` },
        ...pictures.files,
      ];
      return { title: document.title, file: await forJobs("packZip", files) };
    },
  };
}
