/**
 * `npm run --silent assess -- FILE.case.json ...` prints the assessment of each case as JSON; `npm run --silent assess
 * -- --after WAY FILE.case.json` prints the case after the way's work.
 */
import "#core/rules/editions.ts";
import { assess, homeAfter } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { WAY_IDS, type WayId } from "#core/ways/index.ts";
import { readCaseFile, shippedBook, tellRefusal } from "./case-file.ts";
import { withMeasuredFile } from "./measured-file.ts";

const USAGE = `usage: npm run --silent assess -- [--after WAY] FILE.case.json [FILE ...]   (- reads standard input)
WAY is one of: ${WAY_IDS.join(", ")}`;

/** The assessment of one case, or the case after a way; `refused` has one line per reason if the way is ruled out. */
function answerTo(document: CaseDocument, after: WayId | null): { answer: unknown } | { refused: string[] } {
  if (!after) return { answer: assess(document, shippedBook(document)) };
  const found = homeAfter(document, after, shippedBook(document));
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
      const found = answerTo(withMeasuredFile(readCaseFile(file), file), after);
      if ("answer" in found) answers.push(JSON.stringify(found.answer, null, files.length === 1 ? 1 : undefined));
      else {
        refused = true;
        for (const line of found.refused) console.error(where + line);
      }
    } catch (error) {
      refused = true;
      tellRefusal(error, ({ code }) => `${file}: cannot be read (${code})`, where);
    }
  }
  if (refused) return 2;
  process.stdout.write(`${answers.join("\n")}\n`);
  return 0;
}

process.exitCode = main(process.argv.slice(2));
