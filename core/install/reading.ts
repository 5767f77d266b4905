/** A reading as it is typed beside its test: "0.19", "190 mohm", "> 999", "yes". */
import type { TestEntry, TestUnit } from "#core/case/document/types.ts";
import { readingProblem } from "#core/laws/log-problems.ts";
import { ownValue } from "#core/own-value.ts";
import { parseNumber } from "#core/quantity/parse.ts";
import type { TestRule } from "#core/rules/tests.ts";
import type { Codebook } from "#core/rules/types.ts";

export interface Reading {
  value: NonNullable<TestEntry["value"]>;
  unit: TestUnit;
}

const WORDS: Readonly<Record<string, boolean>> = { yes: true, y: true, no: false, n: false };

/** The unit as it was typed. Its case counts: Mohm is a billion times mohm. */
function unitTyped(text: string, { unit, units = [] }: TestRule): TestUnit | null {
  const typed = text.replace("Ω", "ohm").replace("deg", "°");
  const known = [unit, ...units];
  const exact = known.find((one) => one === typed);
  if (exact !== undefined) return exact;
  // Only where the case does not matter: "KA" is kA, "v" is V.
  const alike = known.filter((one) => one.toLowerCase() === typed.toLowerCase());
  return alike.length === 1 && !/^mohm$/i.test(typed) ? (alike[0] as TestUnit) : null;
}

/**
 * @param unit that is chosen beside the field; one that is typed goes before it
 * @returns null for an empty text; the problem as a sentence where it is no reading of the test
 */
export function parseReading(
  text: string,
  rule: TestRule,
  unit: TestUnit,
  codebook: Codebook,
): Reading | { problem: string } | null {
  const typed = text.trim();
  if (typed === "") return null;
  if (rule.unit === "") {
    const value = ownValue(WORDS, typed.toLowerCase());
    return value === undefined ? { problem: "Type yes or no" } : { value, unit: "" };
  }
  const [, over, figure = "", after = ""] = /^(>?)\s*([-+\d.,]+)\s*(.*)$/.exec(typed) ?? [];
  const number = parseNumber(figure);
  if (number === null) return { problem: `Type a reading in ${rule.unit}, such as 0.42` };
  const own = after === "" ? unit : unitTyped(after, rule);
  if (own === null) return { problem: `Type it in ${[rule.unit, ...(rule.units ?? [])].join(" or ")}` };
  const value = over ? `> ${number}` : number;
  const wrong = readingProblem({ id: rule.id, value, unit: own }, codebook);
  return wrong ? { problem: `${rule.label} ${wrong.message}` } : { value, unit: own };
}
