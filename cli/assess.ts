/**
 * `npm run --silent assess -- FILE.case.json ...` prints the assessment of each case as JSON; `npm run --silent assess
 * -- --after WAY FILE.case.json` prints the case after the way's work.
 */
import "#core/rules/editions.ts";
import { readFileSync } from "node:fs";
import { assess, homeAfter } from "#core/assess.ts";
import { CaseRefused, problemLine } from "#core/case/document/problems.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { readCaseText } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { WAY_IDS, type WayId } from "#core/ways/index.ts";
import { withMeasuredFile } from "./measured-file.ts";

const USAGE = `usage: npm run --silent assess -- [--after WAY] FILE.case.json [FILE ...]   (- reads standard input)
WAY is one of: ${WAY_IDS.join(", ")}`;

/** A case by itself brings no prices: the made-up ones that Heron ships with. */
const bookOf = ({ rules }: CaseDocument) => DEMO_BOOKS[codebookOf(rules).currency];

/** The assessment of one case, or the case after a way; `refused` has one line per reason if the way is ruled out. */
function answerTo(document: CaseDocument, after: WayId | null): { answer: unknown } | { refused: string[] } {
  if (!after) return { answer: assess(document, bookOf(document)) };
  const found = homeAfter(document, after, bookOf(document));
  return "document" in found
    ? { answer: found.document }
    : { refused: found.reasons.map((r) => `${after}: ruled out: ${r.text} (${r.code}, ${r.rule})`) };
}

function main(args: string[]): number {
  const asked = args[0] === "--after" ? args[1] : null;
  const files = args[0] === "--after" ? args.slice(2) : args;
  const after = WAY_IDS.find((id) => id === asked) ?? null;
  if (files.length === 0 || (asked !== null && after === null)) {
    if (asked !== null && after === null) console.error(`--after: no way "${asked ?? ""}"`);
    console.error(USAGE);
    return 2;
  }
  const answers: string[] = [];
  let refused = false;
  for (const file of files) {
    const where = files.length > 1 ? `${file}: ` : "";
    try {
      const { document, unknown } = readCaseText(readFileSync(file === "-" ? 0 : file, "utf8"));
      for (const path of unknown) console.error(`note: ${path}: not known to this Heron; kept, not used`);
      const found = answerTo(withMeasuredFile(document, file), after);
      if ("answer" in found) answers.push(JSON.stringify(found.answer, null, files.length === 1 ? 1 : undefined));
      else {
        refused = true;
        for (const line of found.refused) console.error(where + line);
      }
    } catch (error) {
      refused = true;
      if (error instanceof CaseRefused)
        for (const problem of error.problems) console.error(where + problemLine(problem));
      else if (error instanceof Error && "code" in error) console.error(`${file}: cannot be read (${error.code})`);
      else throw error;
    }
  }
  if (refused) return 2;
  process.stdout.write(`${answers.join("\n")}\n`);
  return 0;
}

process.exitCode = main(process.argv.slice(2));
