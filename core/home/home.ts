/** A home as the judge looks at it: its loads, the method that governs, and what each part carries. */
import { circuitOf, onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { demandInput, demandVA, governingMethod } from "#core/demand/calculate.ts";
import type { ConductorRating } from "#core/rules/circuit/ampacity.ts";
import { caseVolts, countedLoad, countedLoads } from "#core/rules/demand/loads.ts";
import type { Home, PanelDemand, PathTarget } from "#core/rules/home.ts";
import type { Codebook } from "#core/rules/types.ts";
import { panelDemand } from "./panel-demand.ts";

/** Supply rating that the calculation uses, A. */
const usedSupplyA = ({ supply, panels }: CaseDocument, codebook: Codebook): number =>
  supply.ratingA ?? codebook.unknownRatingA(leastMainA(panels));

/** The smallest main of the panels on the supply, A; null where none was read. A planned panel tells nothing of it. */
function leastMainA(panels: readonly Panel[]): number | null {
  const mains = panels.flatMap((p) => (onSupply(p) && !p.planned && p.mainA ? [p.mainA] : []));
  return mains.length > 0 ? Math.min(...mains) : null;
}

/** The parts of a case that its demand rests on, the choice of a method aside. */
const rests = (d: CaseDocument) => [
  d.loads,
  d.measured,
  d.dwelling,
  d.options,
  d.supply.system,
  d.supply.onsiteGeneration,
];

/** Whether panels have the same feeders and loads, ignoring all other changes. */
function standTheSame(now: readonly Panel[], before: readonly Panel[]): boolean {
  if (now === before) return true;
  if (now.length !== before.length) return false;
  return now.every((panel, i) => {
    const old = before[i] as Panel;
    if (panel === old) return true;
    if (panel.id !== old.id || panel.fedFrom !== old.fedFrom || panel.measured !== old.measured) return false;
    const [circuits, were] = [panel.circuits ?? [], old.circuits ?? []];
    // A new circuit has no loads; loads of a removed circuit are unplaced.
    return (
      circuits.length >= were.length &&
      circuits.every((c, k) => (k < were.length ? c.loads === were[k]?.loads : !c.loads?.length))
    );
  });
}

/**
 * @param like a home whose demand is taken over where nothing that it rests on differs
 */
export function homeOf(document: CaseDocument, codebook: Codebook, like?: Home): Home {
  const before = like && rests(like.document);
  const same = like !== undefined && rests(document).every((part, i) => part === before?.[i]);
  const supplyA = usedSupplyA(document, codebook);
  const loads = same ? like.loads : countedLoads(document, codebook);
  const volts = caseVolts(document, codebook);
  const input = demandInput(document, codebook, supplyA, loads);
  // The rating says which methods apply, not what they come to.
  const method = same && supplyA === like.supplyA ? like.method : governingMethod(codebook, input);
  const sameDemand = same && method === like.method;
  const samePanels = sameDemand && standTheSame(document.panels, like.document.panels);
  const panels = new Map<string, PanelDemand>();
  const home: Home = {
    document,
    codebook,
    supplyA,
    volts,
    loads,
    method,
    demandA: sameDemand ? like.demandA : demandVA(method, input) / volts,
    at(panel) {
      const found = panels.get(panel.id) ?? (samePanels && like ? like.at(panel) : panelDemand(home, panel));
      panels.set(panel.id, found);
      return found;
    },
  };
  return home;
}

/**
 * A home with a charger that simply comes on top of what it carries: outside the demand factors, on every part that
 * feeds it. What it comes to is what `homeOf` finds for the same case, without counting all the other loads again.
 * @param adds what the charger counts as at the supply and on a feeder, A
 */
export function withChargerOnTop(
  home: Home,
  document: CaseDocument,
  feeds: ReadonlySet<string>,
  adds: { supplyA: number; feederA: number },
): Home {
  const added = document.loads.slice(home.loads.length).map((l) => countedLoad(l, home.codebook, home.volts));
  const loads = [...home.loads, ...added];
  const panels = new Map<string, PanelDemand>();
  const after: Home = {
    document,
    codebook: home.codebook,
    supplyA: home.supplyA,
    volts: home.volts,
    loads,
    method: home.method,
    demandA: home.demandA + adds.supplyA,
    at(panel) {
      const known = panels.get(panel.id);
      if (known) return known;
      const before = home.at(panel);
      const found = {
        demandA: before.demandA + (feeds.has(panel.id) ? (before.asFeeder ? adds.feederA : adds.supplyA) : 0),
        method: before.method,
        whole: before.whole,
        asFeeder: before.asFeeder,
        loads: before.loads,
        lines: () => panelDemand(after, panel).lines(),
      };
      panels.set(panel.id, found);
      return found;
    },
  };
  return after;
}

/**
 * Terminals that a circuit or feeder of this rating is judged at, °C.
 * @param markedC as they are marked; undefined where nobody has read it
 */
export function terminalC({ document, codebook }: Home, ratingA: number, markedC?: 60 | 75): 60 | 75 {
  if (markedC !== undefined) return markedC;
  const chosen = document.options?.terminalColumn;
  if (chosen !== undefined) return chosen === "75" ? 75 : 60;
  return ratingA > codebook.sixtyDegreesUpToA ? 75 : 60;
}

/** Whether terminals of this rating may be marked 75 °C, and nobody has read whether they are. */
export const isMarkingUnread = ({ document, codebook }: Home, ratingA: number, markedC?: 60 | 75): boolean =>
  codebook.circuit.asksFor.terminals &&
  markedC === undefined &&
  document.options?.terminalColumn === undefined &&
  ratingA <= codebook.sixtyDegreesUpToA;

/** Rating of the device that a feeder starts from, A: the smaller of what the feeder says and its circuit's device. */
export function feederRatingA(document: CaseDocument, { feeder }: Panel): number | undefined {
  const deviceA = circuitOf(document, feeder?.circuit)?.circuit.ratingA;
  if (feeder?.ratingA === undefined || deviceA === undefined) return feeder?.ratingA ?? deviceA;
  return Math.min(feeder.ratingA, deviceA);
}

/** What a feeder counts as while nobody has read its device, A: the smallest that there is (Heron's own assumption). */
export const unreadFeederA = ({ charging }: Codebook): number => charging.devicesA[0] as number;

/** Ampacity of a circuit's conductor behind its device; null where it is not known. */
export const circuitRated = (
  home: Home,
  { conductor, ratingA, terminalC: markedC }: Circuit,
): ConductorRating | null =>
  conductor ? home.codebook.conductor(conductor, terminalC(home, ratingA ?? 0, markedC)) : null;

/** Ampacity of the conductor to a panel behind its device; null where it is not known. */
export const feederRated = (home: Home, panel: Panel): ConductorRating | null =>
  panel.feeder?.conductor
    ? home.codebook.conductor(
        panel.feeder.conductor,
        terminalC(home, feederRatingA(home.document, panel) ?? 0, panel.feeder.terminalC),
      )
    : null;

/** The panel where the charger's circuit would start: the named one, otherwise the first. */
const chargerPanel = ({ charger, panels }: CaseDocument): Panel | null =>
  panels.find((p) => p.id === charger?.panel) ?? panels[0] ?? null;

/** The end of a case's path: the charger's outlet or circuit where it has one, otherwise its panel. */
export function targetOf(document: CaseDocument): PathTarget {
  const outlet = document.outlets?.find((o) => o.id === document.charger?.outlet) ?? null;
  const found = circuitOf(document, document.charger?.circuit ?? outlet?.circuit);
  return {
    panel: found?.panel ?? chargerPanel(document),
    circuit: found?.circuit ?? null,
    outlet,
  };
}
