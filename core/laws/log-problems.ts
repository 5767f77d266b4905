/** Invalid entries of a log: readings outside the range of any meter, and days that do not exist or come before what they follow. */
import type { InputProblem } from "#core/case/document/problems.ts";
import type { CaseDocument, TestEntry } from "#core/case/document/types.ts";
import { isDay } from "#core/dates.ts";
import { inUnitOf, readingNumber } from "#core/rules/tests.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showNumber } from "#core/units.ts";

/** The problem of a reading and the field that has it; null for a valid reading. */
export function readingProblem(
  { id, value, unit }: Pick<TestEntry, "id" | "value" | "unit">,
  codebook: Codebook,
): { part: "id" | "value" | "unit"; message: string } | null {
  const rule = codebook.tests.find((one) => one.id === id);
  if (!rule) return { part: "id", message: `"${id}" is not a test of ${codebook.name}` };
  if (value === undefined || value === null) return null;
  if (rule.unit === "")
    return typeof value === "boolean" ? null : { part: "value", message: "must be true or false for this test" };
  if (typeof value === "boolean") return { part: "value", message: `must be a reading in ${rule.unit}` };
  const units = [rule.unit, ...(rule.units ?? [])];
  if (unit !== undefined && !units.includes(unit))
    return { part: "unit", message: `must be ${units.join(" or ")} for this test` };
  const number = readingNumber(value);
  const reading = inUnitOf(rule, number, unit) ?? number;
  const least = rule.unit === "°C" ? -40 : 0;
  if (reading < least || reading > rule.most)
    return {
      part: "value",
      message: `is shown by no meter: ${least} to ${showNumber(rule.most)} ${rule.unit}`,
    };
  return null;
}

/** Every problem of a log. */
export function logProblems({ installation }: CaseDocument, codebook: Codebook): InputProblem[] {
  if (!installation) return [];
  const problems: InputProblem[] = [];
  const { tests = [], isolation = [], terminations = [], meter, nextInspection } = installation;
  for (const [i, entry] of tests.entries()) {
    const found = readingProblem(entry, codebook);
    if (found) problems.push({ path: `installation.tests[${i}].${found.part}`, message: found.message });
  }
  const checkDay = (path: string, day: string | undefined) => {
    if (day !== undefined && !isDay(day.slice(0, 10))) problems.push({ path, message: "is a day that does not exist" });
  };
  for (const [i, { at }] of isolation.entries()) checkDay(`installation.isolation[${i}].at`, at);
  for (const [i, { at }] of tests.entries()) checkDay(`installation.tests[${i}].at`, at);
  for (const [i, { on, toolCalibrated }] of terminations.entries()) {
    checkDay(`installation.terminations[${i}].on`, on);
    checkDay(`installation.terminations[${i}].toolCalibrated`, toolCalibrated);
  }
  checkDay("installation.meter.calibrated", meter?.calibrated);
  checkDay("installation.nextInspection", nextInspection);
  for (const [i, { on, toolCalibrated }] of terminations.entries())
    if (on !== undefined && toolCalibrated !== undefined && toolCalibrated > on)
      problems.push({
        path: `installation.terminations[${i}].toolCalibrated`,
        message: `is after the day on which the tool was used, ${on}`,
      });
  const worked = isolation.map(({ at }) => at.slice(0, 10)).sort()[0];
  if (nextInspection !== undefined && worked !== undefined && nextInspection < worked)
    problems.push({ path: "installation.nextInspection", message: `is before the work, ${worked}` });
  return problems;
}
