/** Figures as people type them: with or without a unit, thousands or decimal commas. */

import { LINE_TOO_LONG, LONGEST_LINE } from "#core/limits.ts";
import { ownValue } from "#core/own-value.ts";

/** Longer input is not matched, which also bounds the time of the patterns. */
const LONGEST_FIGURE = 60;

/** The reason why an input was not understood, in the field's own words. */
export interface NotUnderstood {
  problem: string;
}

/**
 * A bare number: `1850`, `1,850`, `7.2`, `7,2`.
 * @returns null where the text is not a number
 */
export function parseNumber(text: string): number | null {
  if (text.length > LONGEST_FIGURE) return null;
  const t = text.trim().replace(/\s/g, "");
  if (/^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(t)) return Number(t.replaceAll(",", ""));
  if (/^[+-]?\d+,\d+$/.test(t)) return Number(t.replace(",", "."));
  if (/^[+-]?(\d+\.?\d*|\.\d+)$/.test(t)) return Number(t);
  return null;
}

/** Units a field accepts, each with the unit it means in the case document. */
export type UnitNames = Readonly<Record<string, string>>;

export const LENGTH_UNITS: UnitNames = {
  ft: "ft",
  feet: "ft",
  foot: "ft",
  "'": "ft",
  m: "m",
  metre: "m",
  metres: "m",
  meter: "m",
  meters: "m",
};
export const AREA_UNITS: UnitNames = {
  ft2: "ft2",
  "ft²": "ft2",
  sqft: "ft2",
  "sq ft": "ft2",
  "square feet": "ft2",
  m2: "m2",
  "m²": "m2",
  sqm: "m2",
  "sq m": "m2",
};
export const DISTANCE_UNITS: UnitNames = { mi: "mi", mile: "mi", miles: "mi", km: "km" };
export const AMPERE_UNITS: UnitNames = { a: "A", amp: "A", amps: "A" };
export const ENERGY_UNITS: UnitNames = { kwh: "kWh" };
export const CONSUMPTION_UNITS: UnitNames = { "kwh/mi": "kWh/mi", "kwh/100km": "kWh/100km" };
export const PERCENT_UNITS: UnitNames = { "%": "%" };
export const OHM_UNITS: UnitNames = { ohm: "ohm", ohms: "ohm", Ω: "ohm", ω: "ohm" };
export const TEMPERATURE_UNITS: UnitNames = { f: "F", "°f": "F", "deg f": "F", c: "C", "°c": "C", "deg c": "C" };
export const DAY_UNITS: UnitNames = { d: "days", day: "days", days: "days" };
export const MINUTE_UNITS: UnitNames = { min: "min", mins: "min", minute: "min", minutes: "min" };
/** A maximum demand as meters and recorders show it. */
export const DEMAND_UNITS: UnitNames = { ...AMPERE_UNITS, kw: "kW" };
export const NO_UNITS: UnitNames = {};

/**
 * A figure with one of the units a field accepts; `usual` is taken where none is typed.
 * @returns value and unit, or what was not understood
 */
export function parseQuantity(
  text: string,
  units: UnitNames,
  usual: string,
): { value: number; unit: string } | NotUnderstood {
  const match = text.length > LONGEST_FIGURE ? null : /^\s*([+-]?[\d.,\s]*\d[.,]?)\s*(.*?)\s*$/.exec(text);
  const value = match ? parseNumber(match[1] as string) : null;
  if (!match || value === null) return { problem: `"${text.trim().slice(0, LONGEST_FIGURE)}" is not a number` };
  const typed = (match[2] as string).toLowerCase().replace(/\.$/, "");
  if (typed === "") return { value, unit: usual };
  const unit = ownValue(units, typed);
  if (!unit) {
    const known = [...new Set(Object.values(units))].join(" or ");
    return { problem: known ? `"${match[2]}" is not understood; use ${known}` : `"${match[2]}" is not understood` };
  }
  return { value, unit };
}

/** A nameplate as typed: `12 kW`, `4500`, `24 A 240 V`, `24a/240v`, `32 A`. */
export type Nameplate = { va: number } | { amps: number; volts?: number; ampsFrom?: "rla" | "mca" };

/** The currents on the label of cooling equipment: rated-load, minimum circuit ampacity, maximum overcurrent device. */
const LABEL_CURRENT = /\b(rla|mca|mocp)\s*:?\s*([\d.,]*\d)\s*(?:a|amps?)?(?![a-z\d])/gi;

const RATING = /([\d.,]*\d)\s*(kva|kw|va|w|amps?|a|volts?|v)(?![a-z])/gi;

/**
 * Reads the ratings in a text and gives back the words that are left.
 * @returns the nameplate (null where none was typed) and the rest, or what was not understood
 */
export function parseNameplate(text: string): { nameplate: Nameplate | null; rest: string } | NotUnderstood {
  if (text.length > LONGEST_LINE) return { problem: `What is typed ${LINE_TOO_LONG}` };
  let va: number | undefined;
  let amps: number | undefined;
  let volts: number | undefined;
  let problem = "";
  const label: Partial<Record<string, number>> = {};
  const unlabelled = text.replace(LABEL_CURRENT, (_whole, name: string, digits: string) => {
    label[name.toLowerCase()] = parseNumber(digits) ?? undefined;
    return " ";
  });
  const rest = unlabelled.replace(RATING, (whole, digits: string, unit: string) => {
    const value = parseNumber(digits);
    const u = unit.toLowerCase();
    if (value === null) problem = `"${digits}" is not a number`;
    else if (u.startsWith("kv") || u === "kw") va = twice(va, thousandfold(value), whole);
    else if (u === "va" || u === "w") va = twice(va, value, whole);
    else if (u.startsWith("a")) amps = twice(amps, value, whole);
    else volts = twice(volts, value, whole);
    return " ";
  });
  function twice(before: number | undefined, value: number, whole: string): number {
    if (before !== undefined) problem = `"${whole.trim()}" is a second rating of the same kind`;
    return value;
  }
  if (problem) return { problem };
  if (label.mocp !== undefined && label.rla === undefined && label.mca === undefined && amps === undefined)
    return { problem: "MOCP is the largest fuse or breaker, not the load: type the RLA or the MCA of the label" };
  // The rated-load current is the load; the MCA is a safe substitute.
  const labelAmps = label.rla ?? label.mca;
  if (labelAmps !== undefined) {
    const ampsFrom = label.rla === undefined ? "mca" : "rla";
    return {
      nameplate: { amps: labelAmps, ...(volts === undefined ? {} : { volts }), ampsFrom },
      rest: tidyWords(rest),
    };
  }
  if (amps !== undefined && volts !== undefined && volts < 100 && amps >= 100)
    return { problem: `${amps} A at ${volts} V looks swapped: did you mean ${volts} A at ${amps} V?` };
  if (amps === undefined && va === undefined && volts !== undefined)
    return { problem: `${volts} V alone is not enough to tell the load: add amperes or watts` };
  const nameplate =
    va !== undefined ? { va } : amps !== undefined ? { amps, ...(volts === undefined ? {} : { volts }) } : null;
  return { nameplate, rest: tidyWords(rest) };
}

/** 32.24 kW is 32,240 W, not 32,240.000000000004. */
const thousandfold = (value: number) => Number((value * 1000).toPrecision(12));

const tidyWords = (text: string) =>
  text
    .replace(/[/@,;]|\bat\b/g, " ")
    .replace(/\s+/g, " ")
    .trim();
