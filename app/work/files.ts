/**
 * Files and large forms in a worker thread: they are taken apart, unpacked and checked here, with a heap limit and a
 * deadline, so that no file stops the thread that answers requests.
 */
import "#core/rules/editions.ts";
import { ValidationError } from "yup";
import { CaseRefused, type InputProblem } from "#core/case/document/problems.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { isPackedAsSaid, type KeptAbout, keptAbout } from "#core/energy/intervals/kept.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { bookFromTable } from "#core/estimate/book-table.ts";
import { editedBook } from "#core/estimate/edited-book.ts";
import { readCaseText } from "#core/laws/read.ts";
import { CASE_TOO_LARGE, MOST_CASE_BYTES } from "#core/limits.ts";
import { parseJson } from "#core/parse-json.ts";
import type { PhotoChange } from "#core/survey/photo.ts";
import { readPhotoChange } from "#core/survey/photo-change.ts";
import { rowsOfFile, TooMuchInFile } from "./spreadsheet.ts";
import { startThread } from "./thread.ts";

/** A body as it arrived. */
export interface UploadedFile {
  contentType: string;
  body: ArrayBuffer;
}

const formOf = ({ contentType, body }: UploadedFile): Promise<FormData | null> =>
  new Response(body, { headers: { "Content-Type": contentType } }).formData().catch(() => null);

/** The result of a form with a price book, as an uploaded file or as fields. */
export type PriceForm =
  | { kind: "read"; book: PriceBook; madeOn: number | null; typed: Record<string, string> }
  | { kind: "refused"; problems: string[]; typed: Record<string, string> };

async function bookOfFile(file: FormDataEntryValue | null, book: PriceBook) {
  if (!(file instanceof File) || file.size === 0) return { problems: ["No file arrived. Choose a CSV or XLSX file."] };
  try {
    const rows = await rowsOfFile(new Uint8Array(await file.arrayBuffer()));
    return rows ? bookFromTable(rows, book) : { problems: ["That file is neither CSV nor XLSX."] };
  } catch (error) {
    if (error instanceof TooMuchInFile) return { problems: [error.message] };
    throw error;
  }
}

const TASKS = {
  /** @returns null where the body is no form */
  async priceBook({ upload, book }: { upload: UploadedFile; book: PriceBook }): Promise<PriceForm | null> {
    const form = await formOf(upload);
    if (!form) return null;
    const version = form.get("version");
    const madeOn = typeof version === "string" && /^\d{1,9}$/.test(version) ? Number(version) : null;
    if (form.get("what") === "file") {
      const read = await bookOfFile(form.get("file"), book);
      return "book" in read
        ? { kind: "read", book: read.book, madeOn, typed: {} }
        : { kind: "refused", problems: read.problems, typed: {} };
    }
    const { typed, ...read } = editedBook(book, (name) => {
      const text = form.get(name);
      return typeof text === "string" ? text : undefined;
    });
    return "book" in read
      ? { kind: "read", book: read.book, madeOn, typed }
      : { kind: "refused", problems: read.problems, typed };
  },

  /** @returns the case of an imported file, or its problems; null where the body is not a form */
  async caseFile(
    upload: UploadedFile,
  ): Promise<{ document: CaseDocument } | { problems: InputProblem[]; status: number } | null> {
    const file = (await formOf(upload))?.get("file");
    if (file === undefined) return null;
    if (!(file instanceof File))
      return { problems: [{ path: "", message: "No file arrived. Choose a case file." }], status: 400 };
    if (file.size > MOST_CASE_BYTES)
      return { problems: [{ path: "", message: `The file ${CASE_TOO_LARGE}.` }], status: 413 };
    try {
      return { document: readCaseText(await file.text()).document };
    } catch (error) {
      if (error instanceof CaseRefused) return { problems: error.problems, status: 400 };
      throw error;
    }
  },

  /** @returns what changes about a picture; null where the body is nothing of the kind */
  photoChange(body: ArrayBuffer): PhotoChange | null {
    try {
      return readPhotoChange(new TextDecoder().decode(body));
    } catch (error) {
      if (error instanceof ValidationError || error instanceof SyntaxError) return null;
      throw error;
    }
  },

  /** @returns interval data with what is known about it; null where the body is no form, or is not what it says */
  async intervalData(upload: UploadedFile): Promise<{ about: KeptAbout; values: Uint8Array } | null> {
    const form = await formOf(upload);
    const [said, file] = [form?.get("about"), form?.get("values")];
    if (typeof said !== "string" || !(file instanceof File)) return null;
    try {
      const about = parseJson(said, keptAbout) as KeptAbout;
      const values = new Uint8Array(await file.arrayBuffer());
      // Nothing is stored that cannot be read again.
      return (await isPackedAsSaid(values, about)) ? { about, values } : null;
    } catch {
      return null;
    }
  },
};

export type FileTasks = typeof TASKS;
export default startThread(TASKS);
