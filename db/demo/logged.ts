/** The log of the demo job that is done: what its electrician isolated, tightened, tested and signed. */
import type { Installation, ReminderEntry, TestEntry } from "#core/case/document/types.ts";
import { ISOLATION_STEPS, SIGNED_FOR } from "#core/case/document/vocabulary.ts";
import { daysAfter } from "#core/dates.ts";

const READINGS: readonly Pick<TestEntry, "id" | "value" | "unit">[] = [
  { id: "r1r2", value: 0.16, unit: "ohm" },
  { id: "ir-le", value: "> 999", unit: "Mohm" },
  { id: "ir-ne", value: "> 999", unit: "Mohm" },
  { id: "ir-ln", value: "> 999", unit: "Mohm" },
  { id: "polarity", value: true, unit: "" },
  { id: "ze", value: 0.19, unit: "ohm" },
  { id: "zs", value: 0.37, unit: "ohm" },
  { id: "pfc", value: 1.3, unit: "kA" },
  { id: "rcd-1x", value: 26, unit: "ms" },
  { id: "rdc-6", value: 2.4, unit: "s" },
  { id: "pen-low", value: 2.9, unit: "s" },
  { id: "pen-high", value: 3.1, unit: "s" },
  { id: "voltage", value: 242, unit: "V" },
];
const TERMINALS = ["RCBO, line", "RCBO, neutral", "Earth bar, the circuit", "Charger, line", "Charger, neutral"];
const YEAR = 365;

/**
 * @param by who did all of it
 * @param on ISO day of the work
 */
export const loggedInstallation = (by: string, on: string): Installation => ({
  isolation: ISOLATION_STEPS.map((step, i) => ({ step, at: `${on}T09:1${i}:00Z`, by })),
  tests: READINGS.map((reading) => ({ ...reading, by, at: `${on}T13:30:00Z` })),
  terminations: TERMINALS.map((terminal) => ({
    terminal,
    labelValue: 2.5,
    value: 2.5,
    unit: "N m" as const,
    tool: "Torque driver 3",
    toolCalibrated: daysAfter(on, -100),
    pulled: true,
    by,
    on,
  })),
  checks: [
    { id: "limit", verdict: "pass", text: "The charger offers 32 A of the designed 32 A", by, at: `${on}T14:00:00Z` },
  ],
  signed: SIGNED_FOR.map((part) => ({ for: part, name: by, on })),
  meter: { name: "Multifunction tester 2", calibrated: daysAfter(on, -60) },
  nextInspection: daysAfter(on, 10 * YEAR),
});

/** What was seen to since the work. @param on ISO day of the work */
export const demoReminders = (by: string, on: string): ReminderEntry[] => [
  { id: "word", on: daysAfter(on, 22), words: "All well; asks about a second car", by },
  { id: "rcd-button", on: daysAfter(on, 185), words: "trips", by },
];
