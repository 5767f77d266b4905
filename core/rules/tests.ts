/** Tests of a finished circuit: what each rule book asks for, and how a reading is judged. */
import { OVER_RANGE } from "#core/case/document/field.ts";
import type { CaseDocument, TestEntry, TestId, TestUnit } from "#core/case/document/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showNumber } from "#core/units.ts";
import type { CircuitDesign } from "./circuit/types.ts";

/** Input for judging a test. */
export interface TestBasis {
  document: CaseDocument;
  /** The charger's circuit along the run; null where no run was entered. */
  circuit: CircuitDesign | null;
  /** Rating of the charger's device, A; 0 where no way is taken. */
  deviceA: number;
  /** Phases that it charges on. */
  phases: 1 | 3;
  /** The charger is plugged into a receptacle. */
  isPlugged: boolean;
  /** Reading of another test in its unit, where there is one. */
  readingOf(id: TestId): number | null;
}

/** The limit and the verdict of a reading. */
export interface JudgedReading {
  /** In the unit of the test: one bound, both bounds of a band, or yes; null where the limit is not known yet. */
  limit: number | readonly [number, number] | true | null;
  /** The same in words: "0.8 ohm at most". */
  limitText: string;
  verdict: "pass" | "warn" | "fail";
  formula: string;
  numbers: string;
  /** Advice for a reading that does not pass, as a sentence without its full stop. */
  lookFor?: string;
}

export interface TestRule {
  id: TestId;
  label: string;
  /** How the hands make it, in one sentence. */
  how: string;
  /** Before the circuit is made live, while it is live, or while the car charges. */
  when: "dead" | "live" | "charging";
  /** The unit that its limit is stated in; empty for a test that is answered by yes or no. */
  unit: TestUnit;
  /** Other units that a meter may show. */
  units?: readonly TestUnit[];
  /** A reading beyond this is shown by no meter. */
  most: number;
  rule: string;
  /** Whether a job has to have it. */
  isObligatory(basis: TestBasis): boolean;
  /** Whether it may be made in a job at all; always where it is left out. */
  isFor?(basis: TestBasis): boolean;
  /** Judges a reading in the unit of this test. Yes is 1 and no is 0. */
  judge(value: number, basis: TestBasis, entry: TestEntry): JudgedReading;
}

/** A reading as a number. A meter at the end of its range shows a bound, which counts as the reading. */
export const readingNumber = (value: number | string): number =>
  typeof value === "string" ? Number(OVER_RANGE.exec(value)?.[1]) : value;

/** A reading as it is shown: "0.4 ohm", "> 999 Mohm", "yes"; null without one. */
export function showReading(value: TestEntry["value"], unit = ""): string | null {
  if (value === undefined || value === null) return null;
  if (typeof value === "boolean") return value ? "yes" : "no";
  return `${typeof value === "number" ? showNumber(value) : value} ${unit}`.trim();
}

/** Factors to the unit that limits are stated in. */
const FACTORS: Partial<Record<TestUnit, Partial<Record<TestUnit, number>>>> = {
  ohm: { mohm: 0.001, kohm: 1000, Mohm: 1e6 },
  Mohm: { kohm: 0.001, ohm: 1e-6, mohm: 1e-9 },
  kA: { A: 0.001 },
  mA: { A: 1000 },
  ms: { s: 1000 },
  s: { ms: 0.001 },
};

/** A reading in the unit of its test; null where the units do not go together. @param unit that it was entered in */
export function inUnitOf(rule: Pick<TestRule, "unit">, value: number, unit: TestUnit | undefined): number | null {
  if (unit === undefined || unit === rule.unit) return value;
  if (unit === "°F" && rule.unit === "°C") return (value - 32) / 1.8;
  const factor = FACTORS[rule.unit]?.[unit];
  return factor === undefined ? null : value * factor;
}

const amount = (value: number, unit: TestUnit): string => `${showNumber(value)}${unit ? ` ${unit}` : ""}`;

/** Judges a reading that may be no larger than a limit. @param beyond what a larger one does; it fails by default */
export const atMost = (
  value: number,
  limit: number,
  unit: TestUnit,
  { formula, lookFor, beyond = "fail" }: { formula: string; lookFor: string; beyond?: "warn" | "fail" },
): JudgedReading => {
  const isOver = exceeds(value, limit);
  return {
    limit,
    limitText: `${amount(limit, unit)} at most`,
    verdict: isOver ? beyond : "pass",
    formula,
    numbers: `${amount(value, unit)} ${isOver ? ">" : "<="} ${amount(limit, unit)}`,
    ...(isOver && { lookFor }),
  };
};

/** Judges a reading that has to lie between two limits. */
export const between = (
  value: number,
  [least, most]: readonly [number, number],
  unit: TestUnit,
  { formula, lookFor, beyond = "fail" }: { formula: string; lookFor: string; beyond?: "warn" | "fail" },
): JudgedReading => {
  const isWithin = !exceeds(least, value) && !exceeds(value, most);
  return {
    limit: [least, most],
    limitText: `${showNumber(least)} to ${amount(most, unit)}`,
    verdict: isWithin ? "pass" : beyond,
    formula,
    numbers: `${amount(value, unit)}, ${isWithin ? "within" : "not within"} ${showNumber(least)} to ${amount(most, unit)}`,
    ...(!isWithin && { lookFor }),
  };
};

/** Judges a test that is answered by yes or no. */
export const isYes = (value: number, lookFor: string): JudgedReading => ({
  limit: true,
  limitText: "yes",
  verdict: value === 1 ? "pass" : "fail",
  formula: "it is so",
  numbers: value === 1 ? "yes" : "no",
  ...(value !== 1 && { lookFor }),
});

/** Insulation below this fails, and below the second figure it warns, Mohm. */
const INSULATION_MOHM = { least: 1, usual: 50 };

/** Judges a resistance of insulation, Mohm. */
export function judgeInsulation(value: number, { testVolts = 500 }: TestEntry): JudgedReading {
  const { least, usual } = INSULATION_MOHM;
  const verdict = exceeds(least, value) ? "fail" : exceeds(usual, value) ? "warn" : "pass";
  return {
    limit: least,
    limitText: `${least} Mohm at least; below ${usual} Mohm find out why`,
    verdict,
    formula: `tested with ${testVolts} V${testVolts === 250 ? ", as electronics stayed connected" : ""}`,
    numbers: `${amount(value, "Mohm")} ${verdict === "fail" ? "<" : ">="} ${least} Mohm`,
    ...(verdict !== "pass" && {
      lookFor: "Look for damp, a nicked cable, or a device that is still connected: disconnect it and test again",
    }),
  };
}

/** A meter for continuity shows steps of this, ohm; a band is never narrower than five of them. */
const STEP_OHM = 0.01;
const LEAST_STEPS = 5;

/**
 * Judges a measured continuity against the computed one.
 * @param computedOhm at 20 °C; null where the run was not entered
 * @param marginOhm of the band, beside 15 % of the computed value
 */
export function judgeContinuity(
  measuredOhm: number,
  computedOhm: number | null,
  marginOhm: number,
  { leadsOhm = 0 }: TestEntry,
): JudgedReading {
  const value = measuredOhm - leadsOhm;
  const leads = leadsOhm > 0 ? ` (${showNumber(measuredOhm)} - ${showNumber(leadsOhm)} of the leads)` : "";
  if (computedOhm === null)
    return {
      limit: null,
      limitText: "not known yet",
      verdict: "warn",
      formula: "nothing to compare it with, as the run of the circuit was not entered",
      numbers: `${showNumber(value)} ohm${leads}`,
      lookFor: "Enter the run on Circuit: the reading is compared with what its length and size come to",
    };
  const band = Math.max(0.15 * computedOhm + marginOhm, LEAST_STEPS * STEP_OHM);
  const [least, most] = [Math.max(0, computedOhm - band), computedOhm + band];
  const isLow = exceeds(least, value);
  const isHigh = exceeds(value, most);
  const times = value / computedOhm;
  return {
    limit: [least, most],
    limitText: `${showNumber(least)} to ${showNumber(most)} ohm`,
    verdict: isLow || isHigh ? "warn" : "pass",
    formula: `the computed ${showNumber(computedOhm)} ohm at 20 °C, within 15 % + ${marginOhm} ohm`,
    numbers: `${showNumber(value)} ohm${leads} against ${showNumber(computedOhm)} ohm`,
    ...(isHigh && {
      lookFor: `${times >= 1.5 ? `It is ${showNumber(times)} times the computed value` : "It is above the computed value"}: look for a loose end, a smaller conductor, or a longer run than entered`,
    }),
    ...(isLow && {
      lookFor:
        "It is below the computed value: look for a parallel path, a larger conductor, or a shorter run than entered",
    }),
  };
}
