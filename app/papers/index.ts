/** The papers of a job, each drawn by the file of its id in `drawn`. */
import type { ReactElement } from "react";
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import type { PaperId } from "#core/papers/list.ts";
import type { ShownPaper } from "#core/quote/shown-paper.ts";
import type { PhotoMark } from "#core/survey/photo-marks.ts";

/** Input of all papers. */
export interface PaperSource {
  document: CaseDocument;
  /** A calculation other than the governing one, where asked for and applicable. */
  method?: MethodId;
  assessment: Assessment;
  book: PriceBook;
  firm: string;
  preparedBy: string;
  /** ISO day on which it is printed. */
  today: string;
  /** Why the recommended way is recommended, with waits that are counted from that day. */
  because: string;
  /** Some text was typed in letters that papers cannot print, and is written in Latin letters. */
  isTransliterated: boolean;
  /** Revision of the job, its issued version, and the address that opens it; absent on the command line. */
  origin?: PaperOrigin;
  /** Pictures of the job that the paper shows; absent on the command line. */
  pictures?: PaperPictures;
  /** Edits and issued versions for the record of a job; absent on the command line. */
  history?: JobHistory;
}

export interface PaperPicture {
  item: string;
  caption: string;
  /** Pixels, upright. */
  width: number;
  height: number;
  marks: readonly PhotoMark[];
  jpeg: Uint8Array;
}

export interface PaperPictures {
  shown: readonly PaperPicture[];
  /** How many more the job has. */
  leftOut: number;
}

export interface JobHistory {
  /** Every edit: when, by whom, and what changed in words. */
  edits: readonly { at: string; by: string; did: readonly string[] }[];
  /** Every issued version, in a sentence. */
  issued: readonly string[];
}

export interface PaperOrigin {
  revision: number;
  /** Number of the issued version; null for a draft. */
  version: number | null;
  /** Opens the job at that revision, for people of the firm. */
  link: string;
}

export interface PaperInput extends PaperSource {
  /** Missing values, which the first page names. */
  lacks: readonly string[];
}

interface DrawnPaper {
  default(input: PaperInput): ReactElement;
  /** Missing values of this paper; it is always complete where this is absent. */
  lacksOf?(source: PaperSource): string[];
  /** Data of the paper for the customer's page; absent for papers without such a page. */
  shownOf?(source: PaperSource): ShownPaper;
}

/** A paper: the file of its id in `drawn`. */
export const paperOf = async (id: PaperId): Promise<DrawnPaper> => (await import(`./drawn/${id}.tsx`)) as DrawnPaper;
