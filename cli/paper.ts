/**
 * `npm run --silent paper -- PAPER FILE.case.json OUT.pdf` writes one paper of a case as PDF; `npm run --silent paper
 * -- --list FILE.case.json` prints the ids of the papers that the case has, one in a line.
 */
import "#core/rules/editions.ts";
import { readFileSync, writeFileSync } from "node:fs";
import { CaseRefused, problemLine } from "#core/case/document/problems.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { readCaseText } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { papersOf } from "#papers/list.ts";
import { makePaper } from "#papers/make-paper.ts";
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
    const read = readCaseText(readFileSync(file === "-" ? 0 : file, "utf8"));
    for (const path of read.unknown) console.error(`note: ${path}: not known to this Heron; kept, not used`);
    const document = withMeasuredFile(read.document, file);
    const codebook = codebookOf(document.rules);
    const papers = papersOf(document, codebook);
    if (out === undefined) {
      process.stdout.write(`${papers.map(({ id }) => id).join("\n")}\n`);
      return 0;
    }
    const paper = papers.find(({ id }) => id === asked);
    if (!paper) {
      console.error(`This case has no paper "${asked}". It has: ${papers.map(({ id }) => id).join(", ")}.`);
      return 2;
    }
    const pdf = await makePaper({
      id: paper.id,
      document,
      // A case by itself brings no prices: the made-up ones that Heron ships with.
      book: DEMO_BOOKS[codebook.currency],
      firm: "The electrical firm",
      preparedBy: "",
      today: new Date().toISOString().slice(0, 10),
    });
    writeFileSync(out, pdf);
    return 0;
  } catch (error) {
    if (error instanceof CaseRefused) for (const problem of error.problems) console.error(problemLine(problem));
    else if (error instanceof Error && "syscall" in error) console.error(error.message);
    else throw error;
    return 2;
  }
}

process.exitCode = await main(process.argv.slice(2));
