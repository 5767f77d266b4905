/** Isolation before a cover comes off: what is isolated in this home, and the steps that prove it dead. */
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument, IsolationEntry, IsolationStep } from "#core/case/document/types.ts";
import { ISOLATION_STEPS } from "#core/case/document/vocabulary.ts";
import { circuitName } from "#core/case/fields/names.ts";
import { backfeedCircuits } from "#core/path/second-source.ts";
import { codebookOf } from "#core/rules/index.ts";

export interface LoggedStep {
  step: IsolationStep;
  label: string;
  /** Null until the step is done. */
  entry: IsolationEntry | null;
}

/** One thing that feeds the place of work. */
export interface IsolationTask {
  /** Undefined for the supply, otherwise what the entries of the log name. */
  source: string | undefined;
  name: string;
  steps: readonly LoggedStep[];
}

const LABELS: Readonly<Record<IsolationStep, string>> = {
  "household-told": "Tell the household",
  "loads-off": "Switch off the loads",
  isolated: "Isolate",
  "locked-tagged": "Lock off and tag",
  "proved-dead": "Tester proved on a known source; dead between all conductors and to earth",
  "tester-reproved": "Tester proved again on the known source",
};

/** Steps for a source other than the supply. The household is informed and loads are switched off once, for the supply. */
const OF_SOURCE: readonly IsolationStep[] = ["isolated", "locked-tagged", "proved-dead", "tester-reproved"];

/** Sources beside the supply, by what the log calls them. */
function sourcesOf(document: CaseDocument): { source: string; name: string }[] {
  const circuits = backfeedCircuits(document);
  const { supply, loads, charger } = document;
  const there = loads.filter(
    (load) => load.kind === "ev-charger" && load.existing !== false && load.id !== charger?.load,
  );
  return [
    ...circuits.map((circuit) => ({ source: circuit.id, name: circuitName(circuit) })),
    ...(supply.onsiteGeneration && circuits.length === 0 ? [{ source: "generation", name: "Generation" }] : []),
    ...(supply.battery && circuits.length < 2 ? [{ source: "battery", name: "Battery" }] : []),
    ...there.map(({ id, label }) => ({ source: id, name: label || "Charger that is there" })),
  ];
}

/** Everything that is isolated in this home, the supply first. */
export function isolationTasks(document: CaseDocument): IsolationTask[] {
  const { words } = codebookOf(document.rules);
  const entries = document.installation?.isolation ?? [];
  const task = (source: string | undefined, name: string, steps: readonly IsolationStep[]): IsolationTask => ({
    source,
    name,
    steps: steps.map((step) => ({
      step,
      label: LABELS[step],
      entry: entries.findLast((entry) => entry.step === step && entry.source === source) ?? null,
    })),
  });
  const outdoors = document.supply.emergencyDisconnect ? ", at the disconnect outdoors" : "";
  return [
    task(undefined, `The ${words.supply}${outdoors}`, ISOLATION_STEPS),
    ...sourcesOf(document).map(({ source, name }) => task(source, name, OF_SOURCE)),
  ];
}

/**
 * Every step that is missing, or was done before the one that goes before it, in words.
 * @param begunOn the day before which nothing of the work can have been done; null where it is not known
 */
export function againstIsolation(tasks: readonly IsolationTask[], begunOn: string | null = null): string[] {
  return tasks.flatMap(({ name, steps }) => {
    const missing = steps.filter(({ entry }) => entry === null).map(({ label }) => `${name}: ${label}`);
    const early = steps.flatMap(({ label, entry }, i) => {
      const before = steps[i - 1]?.entry;
      return entry && before && entry.at < before.at ? [`${name}: "${label}" is before "${steps[i - 1]?.label}"`] : [];
    });
    const tooEarly = steps.flatMap(({ label, entry }) =>
      entry && begunOn !== null && entry.at.slice(0, 10) < begunOn
        ? [`${name}: "${label}" is before the job was accepted on ${begunOn}`]
        : [],
    );
    return [...missing, ...early, ...tooEarly];
  });
}

/** Whether everything that feeds the place of work was proved dead. */
export const isProvedDead = (document: CaseDocument): boolean =>
  againstIsolation(isolationTasks(document)).length === 0;

/** Whether a panel on the supply keeps live conductors ahead of its main while that is off. */
export const hasLiveTails = ({ panels }: CaseDocument): boolean => panels.some(onSupply);
