/** Every terminal of the work, and how each entry of the log is judged. */

import type { CaseDocument, TerminationEntry } from "#core/case/document/types.ts";
import { type Termination, terminationsOf, terminationsOfFeeder } from "#core/circuit/terminations.ts";
import { daysAfter } from "#core/dates.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { isWork } from "#core/estimate/requirements.ts";
import { codebookOf } from "#core/rules/index.ts";
import { exceeds } from "#core/tolerance.ts";
import { showNumber } from "#core/units.ts";

/** Done within this share of the label's value (Heron's own figure, from practice). */
const WITHIN = 0.1;
const CALIBRATED_DAYS = 365;

/** Terminals of work that is no part of the charging circuit, by the beginning of the work's id. */
const OF_WORK: readonly { work: string; terminals: readonly string[] }[] = [
  { work: "upgrade", terminals: ["Main, line side", "Main, load side", "Neutral of the supply", "Main earth"] },
  { work: "own-board", terminals: ["Connector block, line", "Connector block, neutral", "Switch of the new board"] },
  { work: "new-panel", terminals: ["Main of the new board", "Neutral of the new board", "Main earth"] },
  { work: "mend:surge-protection-missing", terminals: ["Surge device, lines", "Surge device, earth"] },
  { work: "mend:main-earth-undersized", terminals: ["Main earth"] },
  { work: "mend:bonding-undersized", terminals: ["Bonding clamp", "Bonding at the main earth"] },
  { work: "mend:bonding-far", terminals: ["Bonding clamp", "Bonding at the main earth"] },
  { work: "clamps", terminals: ["Signal pair at the clamps", "Signal pair at the charger"] },
];

/** The terminals of the way that is taken, in the order in which they are made. */
export function terminalsOf(document: CaseDocument, assessment: Assessment): Termination[] {
  const { terminals: names } = codebookOf(document.rules).circuit;
  const { circuit, feeder, workItems = [] } = takenWay(assessment) ?? {};
  const units = workItems.flatMap(({ unit }) => unit ?? []);
  const fed = document.panels.find(({ id }) => id === feeder?.panel);
  const others = OF_WORK.filter(({ work }) => workItems.some(({ id }) => isWork(id, work)));
  const made = [
    ...(feeder ? terminationsOfFeeder(feeder.design, fed?.name ?? feeder.panel, names) : []),
    ...(circuit ? terminationsOf(document, circuit, names, units) : []),
    ...others.flatMap(({ terminals }) =>
      terminals.map((terminal): Termination => ({ terminal, conductor: "as fitted", twice: false })),
    ),
  ];
  return [...new Map(made.map((one) => [one.terminal, one])).values()];
}

export interface JudgedTerminal {
  terminal: string;
  /** Null where the log names a terminal that the design does not have. */
  made: Termination | null;
  entry: TerminationEntry | null;
  verdict: "pass" | "fail" | "missing";
  /** Why it does not pass. */
  because: string;
}

/** The fault of an entry; empty where it passes. @param today ISO day */
function faultOf({ labelValue, value, unit, toolCalibrated, on }: TerminationEntry, today: string): string {
  if (labelValue == null) return "the value of the maker's label is missing";
  if (value == null) return "the done value is missing";
  const ratio = value / labelValue;
  if (exceeds(Math.abs(ratio - 1), WITHIN))
    return `${showNumber(value)} is ${ratio > 1 ? "above" : "below"} ${showNumber(labelValue)} ${unit ?? "N m"} by more than 10 %`;
  if (toolCalibrated === undefined) return "the calibration of the tool is missing";
  const day = on ?? today;
  if (toolCalibrated > day) return "the tool was calibrated after it was used";
  if (daysAfter(toolCalibrated, CALIBRATED_DAYS) < day) return "the tool was calibrated more than twelve months ago";
  return "";
}

/**
 * Every terminal of the work and of the log, judged.
 * @param today ISO day, for entries without a day of their own
 */
export function judgedTerminals(document: CaseDocument, made: readonly Termination[], today: string): JudgedTerminal[] {
  const entries = new Map((document.installation?.terminations ?? []).map((entry) => [entry.terminal, entry]));
  const names = [...new Set([...made.map(({ terminal }) => terminal), ...entries.keys()])];
  return names.map((terminal): JudgedTerminal => {
    const entry = entries.get(terminal) ?? null;
    const because = entry ? faultOf(entry, today) : "not recorded yet";
    const one = made.find((each) => each.terminal === terminal) ?? null;
    return { terminal, made: one, entry, verdict: entry ? (because ? "fail" : "pass") : "missing", because };
  });
}

/**
 * Reasons against the terminals, in words. A log that names other terminals than the design is judged by those;
 * one that was begun by the names of the design has to be complete.
 */
export function againstTerminals(judged: readonly JudgedTerminal[]): string[] {
  const logged = judged.filter(({ entry }) => entry !== null);
  if (logged.length === 0) return ["No terminal was recorded"];
  const isOurs = logged.some(({ made }) => made !== null);
  return (isOurs ? judged : logged)
    .filter(({ verdict }) => verdict !== "pass")
    .map(({ terminal, because }) => `${terminal}: ${because}`);
}
