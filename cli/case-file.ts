/** Case files of the commands: read, priced, and refused in words. */
import { readFileSync } from "node:fs";
import { CaseRefused, problemLine } from "#core/case/document/problems.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { readCaseText } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";

/**
 * Reads a case; fields that this Heron does not know are noted on standard error.
 * @param file its path, or "-" for standard input
 * @throws CaseRefused, or the error of the file system
 */
export function readCaseFile(file: string): CaseDocument {
  const { document, unknown } = readCaseText(readFileSync(file === "-" ? 0 : file, "utf8"));
  for (const path of unknown) console.error(`note: ${path}: not known to this Heron; kept, not used`);
  return document;
}

/** A case by itself brings no prices: the made-up ones that Heron ships with. */
export const shippedBook = ({ rules }: CaseDocument): PriceBook => DEMO_BOOKS[codebookOf(rules).currency];

/** A file that is not there, may not be read or written, or is too large to be read at once. */
const isFileError = (error: unknown): error is NodeJS.ErrnoException =>
  error instanceof Error &&
  ("syscall" in error || ("code" in error && /^ERR_(FS_|STRING_TOO_LONG)/.test(String(error.code))));

/**
 * Tells why a command is refused, on standard error.
 * @param where stands before each problem of the case
 * @param ofFile the words for an error of the file system
 * @throws any other error: it is a fault of the program
 */
export function tellRefusal(error: unknown, ofFile: (error: NodeJS.ErrnoException) => string, where = ""): void {
  if (error instanceof CaseRefused) for (const problem of error.problems) console.error(where + problemLine(problem));
  else if (isFileError(error)) console.error(ofFile(error));
  else throw error;
}
