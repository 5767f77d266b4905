/** Interval data that lies beside a case file: read when the case names it. */
import { readFileSync } from "node:fs";
import { dirname, resolve } from "node:path";
import { CaseRefused, type InputProblem } from "#core/case/document/problems.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { evidenceOf, lastYear } from "#core/energy/intervals/evidence.ts";
import { IntervalDataRefused, intervalProblemLine } from "#core/energy/intervals/formats/problems.ts";
import { readIntervalFile, textOf } from "#core/energy/intervals/formats/read.ts";
import { type DataQuality, qualityOf } from "#core/energy/intervals/quality.ts";
import type { IntervalSeries } from "#core/energy/intervals/series.ts";
import { hasMaximum } from "#core/rules/demand/measured-max.ts";
import { codebookOf } from "#core/rules/index.ts";

const refused = (messages: readonly string[]): never => {
  throw new CaseRefused(
    "bad-field",
    messages.map((message): InputProblem => ({ path: "measured.file", message })),
  );
};

/**
 * @param caseFile path of the case, or "-"
 * @throws CaseRefused naming `measured.file` and the line of it
 */
export function readMeasuredFile(
  document: CaseDocument,
  caseFile: string,
): { series: IntervalSeries; quality: DataQuality } | null {
  const { file, zone } = document.measured ?? {};
  if (!file) return null;
  const beside = caseFile === "-" ? process.cwd() : dirname(resolve(caseFile));
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(resolve(beside, file));
  } catch (error) {
    return refused([`${file} cannot be read (${(error as NodeJS.ErrnoException).code})`]);
  }
  try {
    return readIntervalFile(textOf(bytes), codebookOf(document.rules).conventions, { zone: zone ?? null });
  } catch (error) {
    if (error instanceof IntervalDataRefused)
      return refused(error.problems.map((p) => `${file}: ${intervalProblemLine(p)}`));
    throw error;
  }
}

/** The case with what its file says, where it states no maximum itself. */
export function withMeasuredFile(document: CaseDocument, caseFile: string): CaseDocument {
  const { measured } = document;
  if (!measured?.file || hasMaximum(measured)) return document;
  const found = readMeasuredFile(document, caseFile);
  return found ? withEvidence(document, found.series) : document;
}

export function withEvidence(document: CaseDocument, whole: IntervalSeries): CaseDocument {
  const series = lastYear(whole);
  return {
    ...document,
    measured: evidenceOf(series, qualityOf(series, []), document, codebookOf(document.rules), document.measured ?? {}),
  };
}
