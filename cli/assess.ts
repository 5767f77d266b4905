/**
 * `npm run --silent assess -- FILE.case.json ...` prints the assessment of each case as JSON; `npm run --silent assess
 * -- --after WAY FILE.case.json` prints the case after the way's work. `--today` is the day on which a log is judged.
 */
import "#core/rules/editions.ts";
import { assess, homeAfter } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { isDay, isoDay } from "#core/dates.ts";
import { judgeInstallation, withInstallation } from "#core/install/certificate.ts";
import { WAY_IDS, type WayId } from "#core/ways/index.ts";
import { readCaseFile, shippedBook, tellRefusal } from "./case-file.ts";
import { withMeasuredFile } from "./measured-file.ts";

const USAGE = `usage: npm run --silent assess -- [--after WAY] [--today 2026-12-01] FILE.case.json [FILE ...]   (- reads standard input)
WAY is one of: ${WAY_IDS.join(", ")}`;

interface Asked {
  after: WayId | null;
  /** ISO day on which the log of an installation is judged. */
  today: string;
}

/** The assessment of one case, or the case after a way; `refused` has one line per reason if the way is ruled out. */
function answerTo(document: CaseDocument, { after, today }: Asked): { answer: unknown } | { refused: string[] } {
  const book = shippedBook(document);
  if (!after) {
    const assessment = assess(document, book);
    return { answer: withInstallation(assessment, judgeInstallation(document, assessment, today)) };
  }
  const found = homeAfter(document, after, book);
  return "document" in found
    ? { answer: found.document }
    : { refused: found.reasons.map((r) => `${after}: ruled out: ${r.text} (${r.code}, ${r.rule})`) };
}

/** What was asked for, and the files; a text where it cannot be asked for so. */
function readArguments(args: readonly string[]): (Asked & { files: string[] }) | string {
  const asked: Asked & { files: string[] } = { after: null, today: isoDay(new Date()), files: [] };
  for (let i = 0; i < args.length; i++) {
    const arg = args[i] as string;
    if (arg === "--after") {
      const way = args[++i];
      const after = WAY_IDS.find((id) => id === way);
      if (!after) return `--after: no way "${way ?? ""}"`;
      asked.after = after;
    } else if (arg === "--today") {
      const day = args[++i] ?? "";
      if (!isDay(day)) return `--today: "${day}" is not a day like 2026-12-01`;
      asked.today = day;
    } else asked.files.push(arg);
  }
  return asked;
}

function main(args: string[]): number {
  const asked = readArguments(args);
  if (typeof asked === "string" || asked.files.length === 0) {
    if (typeof asked === "string") console.error(asked);
    console.error(USAGE);
    return 2;
  }
  const { files } = asked;
  const answers: string[] = [];
  let refused = false;
  for (const file of files) {
    const where = files.length > 1 ? `${file}: ` : "";
    try {
      const found = answerTo(withMeasuredFile(readCaseFile(file), file), asked);
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
