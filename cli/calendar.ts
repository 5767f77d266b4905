/** `npm run --silent calendar -- FILE.case.json --from 2026-12-01` prints the days of a job as an iCalendar file. */
import "#core/rules/editions.ts";
import { isDay } from "#core/dates.ts";
import { slug } from "#core/words.ts";
import { calendarOf } from "#papers/calendar.ts";
import { readCaseFile, shippedBook, tellRefusal } from "./case-file.ts";
import { withMeasuredFile } from "./measured-file.ts";

const USAGE = "usage: npm run --silent calendar -- FILE.case.json --from 2026-12-01   (- reads standard input)";

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
    const document = withMeasuredFile(readCaseFile(file), file);
    const book = shippedBook(document);
    process.stdout.write(calendarOf({ document, book, start, job: slug(document.title) || "job" }));
    return 0;
  } catch (error) {
    tellRefusal(error, ({ message }) => message);
    return 2;
  }
}

process.exitCode = main(process.argv.slice(2));
