/** Changes of the log of an installation in words. */
import type {
  CaseDocument,
  CheckEntry,
  CounterEntry,
  Departure,
  IsolationEntry,
  ReminderEntry,
  ServiceEntry,
  SettingEntry,
  Signature,
  TerminationEntry,
  TestEntry,
} from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showReading } from "#core/rules/tests.ts";
import { showNumber } from "#core/units.ts";

const shown = (value: TestEntry["value"], unit?: string): string => showReading(value, unit) ?? "no value";

/** Name and content of an entry, by its list. */
const ENTRIES: Readonly<Record<string, (entry: never, document: CaseDocument) => [name: string, says: string]>> = {
  tests: ({ id, value, unit }: TestEntry, { rules }) => [
    codebookOf(rules).tests.find((test) => test.id === id)?.label ?? id,
    shown(value, unit),
  ],
  isolation: ({ step, by }: IsolationEntry) => [`Isolation, ${step.replaceAll("-", " ")}`, by ?? "done"],
  terminations: ({ terminal, value, unit }: TerminationEntry) => [
    `Terminal ${terminal}`,
    shown(value ?? undefined, unit),
  ],
  departures: ({ test, by }: Departure) => [`Departure for ${test}`, by],
  settings: ({ id, value }: SettingEntry) => [`Setting ${id.replaceAll("-", " ")}`, value ?? "no value"],
  checks: ({ id, verdict }: CheckEntry) => [
    `Check ${id.replaceAll("-", " ")}`,
    verdict === "pass" ? "passes" : "fails",
  ],
  signed: ({ for: part, name }: Signature) => [`Signed for ${part}`, name],
  counters: ({ on, kWh }: CounterEntry) => [`Counter on ${on}`, `${showNumber(kWh)} kWh`],
  services: ({ on, complaint, done }: ServiceEntry) => [`Service on ${on}`, complaint ?? done ?? "a visit"],
  reminders: ({ id, on }: ReminderEntry) => [`Reminder ${id.replace(/[:-]/g, " ")}`, `seen to on ${on}`],
  packed: (name: string) => ["Loaded", name],
};

/** The list and the entry of a change: the first entry brings its list, and the first list brings the log. */
function entryIn(list: string, value: unknown): [list: string, entry: unknown] {
  if (Array.isArray(value)) return [list, value.length === 1 ? value[0] : null];
  if (list !== "" || typeof value !== "object" || value === null) return [list, value];
  const [[name, entries] = ["", null], ...more] = Object.entries(value);
  return more.length === 0 && Array.isArray(entries) ? entryIn(name, entries) : ["", null];
}

/**
 * A change of one entry of the log in words; null for any other change.
 * @param entry the new entry, or the one that is taken away
 */
export function logChangeInWords(
  document: CaseDocument,
  path: string,
  entry: unknown,
  isTakenAway: boolean,
): string | null {
  const [, given = ""] = /^[/](?:installation|after)(?:[/](\w+)(?:[/](?:\d+|-))?)?$/.exec(path) ?? [];
  const [list, one] = entryIn(given, entry);
  const words = ownValue(ENTRIES, list);
  if (!words || one === undefined || one === null) return null;
  const [name, says] = words(one as never, document);
  return isTakenAway ? `${name} was taken out of the log` : `${name}: ${says}`;
}
