/** Versions of a firm's price book, and which of them a case is priced by. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "./book.ts";

export interface KeptBook {
  /** Grows by one with each change; 0 is a book that Heron ships with. */
  version: number;
  book: PriceBook;
}

/**
 * The book that a case was quoted by, otherwise the newest.
 * @param books the newest first, and the quoted one if different
 */
export const keptBookFor = ({ prices }: CaseDocument, books: readonly KeptBook[]): KeptBook =>
  books.find((b) => b.version === prices?.version) ?? (books[0] as KeptBook);
