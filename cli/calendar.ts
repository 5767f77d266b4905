/** `npm run --silent calendar -- FILE.case.json --from 2026-12-01` prints the days of a job as an iCalendar file. */
import "#core/rules/editions.ts";
import { readFileSync } from "node:fs";
import { CaseRefused, problemLine } from "#core/case/document/problems.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { readCaseText } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { slug } from "#core/words.ts";
import { calendarOf } from "#papers/calendar.ts";
import { withMeasuredFile } from "./measured-file.ts";

const USAGE = "usage: npm run --silent calendar -- FILE.case.json --from 2026-12-01   (- reads standard input)";

/** Whether a text is a day that exists. */
const isDay = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && new Date(`${text}T00:00:00Z`).toJSON()?.startsWith(text) === true;

function main([file, option, start, ...rest]: string[]): number {
  if (!file || option !== "--from" || start === undefined || rest.length > 0) {
    console.error(USAGE);
    return 2;
  }
  if (!isDay(start)) {
    console.error(`--from: "${start}" is not a day like 2026-12-01`);
    return 2;
  }
  try {
    const read = readCaseText(readFileSync(file === "-" ? 0 : file, "utf8"));
    for (const path of read.unknown) console.error(`note: ${path}: not known to this Heron; kept, not used`);
    const document = withMeasuredFile(read.document, file);
    // A case by itself brings no prices: the made-up ones that Heron ships with.
    const book = DEMO_BOOKS[codebookOf(document.rules).currency];
    process.stdout.write(calendarOf({ document, book, start, job: slug(document.title) || "job" }));
    return 0;
  } catch (error) {
    if (error instanceof CaseRefused) for (const problem of error.problems) console.error(problemLine(problem));
    else if (error instanceof Error && "syscall" in error) console.error(error.message);
    else throw error;
    return 2;
  }
}

process.exitCode = main(process.argv.slice(2));
