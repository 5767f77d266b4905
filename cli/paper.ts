/**
 * `npm run --silent paper -- PAPER FILE.case.json OUT.pdf` writes one paper of a case as PDF; `npm run --silent paper
 * -- --list FILE.case.json` prints the ids of the papers that the case has, one in a line.
 */
import "#core/rules/editions.ts";
import { writeFileSync } from "node:fs";
import { isoDay } from "#core/dates.ts";
import { papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { makePaper } from "#papers/make-paper.ts";
import { readCaseFile, shippedBook, tellRefusal } from "./case-file.ts";
import { withMeasuredFile } from "./measured-file.ts";

const USAGE = `usage: npm run --silent paper -- PAPER FILE.case.json OUT.pdf
       npm run --silent paper -- --list FILE.case.json   (- reads standard input)`;

async function main([asked, file, out, ...rest]: string[]): Promise<number> {
  const isList = asked === "--list";
  if (!asked || !file || rest.length > 0 || (out === undefined) !== isList) {
    console.error(USAGE);
    return 2;
  }
  try {
    const document = withMeasuredFile(readCaseFile(file), file);
    const papers = papersOf(document, codebookOf(document.rules));
    if (out === undefined) {
      process.stdout.write(`${papers.map(({ id }) => id).join("\n")}\n`);
      return 0;
    }
    const paper = papers.find(({ id }) => id === asked);
    if (!paper) {
      console.error(`This case has no paper "${asked}". It has: ${papers.map(({ id }) => id).join(", ")}.`);
      return 2;
    }
    const { pdf } = await makePaper({
      id: paper.id,
      document,
      book: shippedBook(document),
      firm: "The electrical firm",
      preparedBy: "",
      today: isoDay(new Date()),
    });
    writeFileSync(out, pdf);
    return 0;
  } catch (error) {
    tellRefusal(error, ({ message }) => message);
    return 2;
  }
}

process.exitCode = await main(process.argv.slice(2));
