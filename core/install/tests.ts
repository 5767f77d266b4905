/** The tests of a job: those that it has to have and those that were made, judged. */

import { circuitOf } from "#core/case/document/lookups.ts";
import type { CaseDocument, Departure, TestEntry, TestId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { inUnitOf, type JudgedReading, readingNumber, type TestBasis, type TestRule } from "#core/rules/tests.ts";

export interface JudgedTest extends Pick<JudgedReading, "limit" | "limitText" | "formula" | "numbers"> {
  id: TestId;
  /** Undefined for the charger's circuit. */
  circuit?: string;
  label: string;
  /** The entered value; null before it is entered. */
  value: TestEntry["value"] | null;
  unit: TestEntry["unit"];
  verdict: "pass" | "warn" | "fail" | "missing";
  rule: string;
  isObligatory: boolean;
  lookFor?: string;
  /** The departure that excuses a failed or missing test. */
  departure: Departure | null;
}

/** A reading as a number in the unit of its test; null without a value, or where the unit does not fit the test. */
function readingOf(rule: Pick<TestRule, "unit">, { value, unit }: TestEntry): number | null {
  if (value === undefined || value === null) return null;
  if (typeof value === "boolean") return rule.unit === "" ? Number(value) : null;
  return inUnitOf(rule, readingNumber(value), unit);
}

/** The basis for judging the tests of a circuit. @param circuit id; undefined for the charger's */
export function testBasis(document: CaseDocument, assessment: Assessment, circuit?: string): TestBasis {
  const way = takenWay(assessment);
  const { tests } = codebookOf(document.rules);
  const readings = document.installation?.tests ?? [];
  return {
    document,
    circuit: circuit === undefined ? (way?.circuit ?? null) : null,
    deviceA: circuit === undefined ? (way?.circuitA ?? 0) : (circuitOf(document, circuit)?.circuit.ratingA ?? 0),
    phases: way?.phases === 3 ? 3 : 1,
    isPlugged: document.charger?.connection === "plug" || way?.way === "existing-outlet",
    readingOf(id) {
      const rule = tests.find((one) => one.id === id);
      const isOwn = (one: TestEntry) => (circuit === undefined ? isOfCharger(one, document) : one.circuit === circuit);
      const entry = readings.findLast((one) => one.id === id && isOwn(one));
      return rule && entry ? readingOf(rule, entry) : null;
    },
  };
}

function judgedTest(
  rule: TestRule,
  entry: TestEntry | null,
  basis: TestBasis,
  departures: readonly Departure[],
): JudgedTest {
  const { id, label, unit } = rule;
  const value = entry ? readingOf(rule, entry) : null;
  const judged: JudgedReading =
    value !== null && entry
      ? rule.judge(value, basis, entry)
      : { limit: null, limitText: "", verdict: "fail", formula: rule.how, numbers: "not measured yet" };
  return {
    id,
    ...(entry?.circuit !== undefined && { circuit: entry.circuit }),
    label,
    value: entry?.value ?? null,
    unit: entry?.unit ?? unit,
    limit: judged.limit,
    limitText: judged.limitText,
    verdict: value === null ? "missing" : judged.verdict,
    rule: rule.rule,
    isObligatory: rule.isObligatory(basis),
    formula: judged.formula,
    numbers: judged.numbers,
    ...(judged.lookFor !== undefined && { lookFor: judged.lookFor }),
    departure: departures.findLast(({ test }) => test === id) ?? null,
  };
}

/** Whether a test is one of the charger's circuit: it names that circuit, or none. */
export const isOfCharger = ({ circuit }: { circuit?: string }, { charger }: Pick<CaseDocument, "charger">): boolean =>
  circuit === undefined || circuit === charger?.circuit;

/** Every obligatory or entered test, in the order of the hands; of several readings of one test the last one counts. */
export function judgedTests(document: CaseDocument, assessment: Assessment): JudgedTest[] {
  const { tests } = codebookOf(document.rules);
  const { tests: entries = [], departures = [] } = document.installation ?? {};
  const basis = testBasis(document, assessment);
  const own = tests.flatMap((rule) => {
    const entry = entries.findLast((one) => one.id === rule.id && isOfCharger(one, document)) ?? null;
    return entry || rule.isObligatory(basis) ? [judgedTest(rule, entry, basis, departures)] : [];
  });
  const others = entries.filter((one) => !isOfCharger(one, document));
  const ofOthers = [...new Map(others.map((one) => [`${one.circuit} ${one.id}`, one])).values()].flatMap((entry) => {
    const rule = tests.find(({ id }) => id === entry.id);
    if (!rule) return [];
    return [
      { ...judgedTest(rule, entry, testBasis(document, assessment, entry.circuit), departures), isObligatory: false },
    ];
  });
  return [...own, ...ofOthers];
}

/** Reasons against the tests: tests that fail, and obligatory tests that are missing, both without a departure. */
export const againstTests = (tests: readonly JudgedTest[]): string[] =>
  tests.flatMap(({ label, verdict, numbers, isObligatory, departure }) => {
    if (departure || (verdict === "missing" && !isObligatory)) return [];
    if (verdict === "missing") return [`${label}: not measured yet`];
    return verdict === "fail" ? [`${label}: ${numbers}`] : [];
  });
