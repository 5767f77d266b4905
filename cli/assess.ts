/** `npm run --silent assess -- FILE.case.json ...`: prints the assessment of each case as JSON. */
import { readFileSync } from "node:fs";
import { assess } from "../core/assess.ts";
import { CaseRefused, problemLine } from "../core/case/document/problems.ts";
import { readCaseText } from "../core/case/laws/read.ts";

const USAGE = "usage: npm run --silent assess -- FILE.case.json [FILE ...]   (- reads standard input)";

function main(files: string[]): number {
  if (files.length === 0) {
    console.error(USAGE);
    return 2;
  }
  const answers: string[] = [];
  let refused = false;
  for (const file of files) {
    try {
      const { document, unknown } = readCaseText(readFileSync(file === "-" ? 0 : file, "utf8"));
      for (const path of unknown) console.error(`note: ${path}: not known to this Heron; kept, not used`);
      answers.push(JSON.stringify(assess(document), null, files.length === 1 ? 1 : undefined));
    } catch (error) {
      refused = true;
      const where = files.length > 1 ? `${file}: ` : "";
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
