/** What stands between the supply and a panel: its feeder and its bus, each with the demand it carries already. */
import type { CaseDocument, Panel } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import { fedThrough, onSupply } from "../panel/sub-panels.ts";
import { showA, showVA } from "../units.ts";
import { type Why, why } from "../why.ts";
import { demandInput } from "./calculate.ts";
import type { Calculation, CountedLoad, Line } from "./types.ts";

/** A part of the installation that limits what a charger on a panel may draw, beside the supply. */
export interface PanelLimit {
  kind: "feeder" | "bus";
  panel: string;
  /** As people call it, e.g. "feeder of Garage". */
  name: string;
  ratingA: number;
  demandVA: number;
  demandA: number;
  headroomA: number;
  lines: Line[];
  explain: Why;
}

/** Terminals as the job has them; 75 °C where nothing else is said. */
export const terminalC = (document: CaseDocument): 60 | 75 => (document.options?.terminalColumn === "60" ? 60 : 75);

const nameOf = (panel: Panel) => panel.name ?? panel.id;

/** The loads that a panel carries: those placed on it, and those its circuits (and those of the panels behind it) feed. */
export function loadsOf(document: CaseDocument, loads: readonly CountedLoad[], panelId: string): CountedLoad[] {
  const through = fedThrough(document, panelId);
  const onCircuits = new Set(
    document.panels.filter((p) => through.has(p.id)).flatMap((p) => (p.circuits ?? []).flatMap((c) => c.loads ?? [])),
  );
  const placed = new Map(document.loads.map((l) => [l.id, l.panel]));
  return loads.filter((l) => {
    const panel = placed.get(l.id);
    return panel === undefined ? onCircuits.has(l.id) : through.has(panel);
  });
}

/** Demand of a panel's loads by the rule set's method for feeders; the dwelling's general lighting is not on a feeder. */
function feederDemand(document: CaseDocument, codebook: Codebook, loads: readonly CountedLoad[], ratingA: number) {
  const withoutArea = { ...document, dwelling: { ...document.dwelling, floorArea: null } };
  const input = demandInput(withoutArea, codebook, ratingA, loads);
  const { lines } = codebook.feederMethod.calculate(input);
  const counted = lines.filter((l) => l.countedVA > 0);
  return { lines: counted, demandVA: counted.reduce((t, l) => t + l.countedVA, 0), volts: input.volts };
}

/**
 * The limits on the way from the supply to a panel, the panel's own feeder last.
 * A feeder whose rating is not recorded is no limit that could be computed; the survey asks for it.
 */
export function panelLimits(
  document: CaseDocument,
  codebook: Codebook,
  loads: readonly CountedLoad[],
  panelId: string | undefined,
): PanelLimit[] {
  const limits: PanelLimit[] = [];
  let at = document.panels.find((p) => p.id === panelId);
  while (at && !onSupply(at)) {
    const panel = at;
    const own = loadsOf(document, loads, panel.id);
    const conductor = panel.feeder?.conductor ? codebook.conductor(panel.feeder.conductor, terminalC(document)) : null;
    const least = Math.min(
      panel.feeder?.ratingA ?? Number.POSITIVE_INFINITY,
      panel.mainA ?? Number.POSITIVE_INFINITY,
      conductor?.ampacityA ?? Number.POSITIVE_INFINITY,
    );
    const ratings = [
      { kind: "feeder" as const, ratingA: least },
      { kind: "bus" as const, ratingA: panel.busA ?? Number.POSITIVE_INFINITY },
    ].filter((r) => Number.isFinite(r.ratingA));
    for (const { kind, ratingA } of ratings) {
      const { lines, demandVA, volts } = feederDemand(document, codebook, own, ratingA);
      const demandA = demandVA / volts;
      const name = `${kind} of ${nameOf(panel)}`;
      limits.unshift({
        kind,
        panel: panel.id,
        name,
        ratingA,
        demandVA,
        demandA,
        headroomA: ratingA - demandA,
        lines,
        explain: why(
          `Headroom of the ${name}`,
          showA(ratingA - demandA),
          {
            rule: codebook.feederMethod.rule,
            formula: `rating - demand of the ${own.length} loads behind it, by the ${codebook.feederMethod.name.toLowerCase()}`,
            numbers: `${showA(ratingA)} - ${lines.map((l) => showVA(l.countedVA)).join(" + ") || "0 VA"} / ${volts} V = ${showA(ratingA - demandA)}`,
          },
          [
            "Loads are on a feeder where the ledger or a circuit places them there",
            ...(kind === "feeder" && conductor?.ampacityA === ratingA
              ? [`The conductor decides: ${conductor.cited.numbers} (${conductor.cited.rule})`]
              : []),
          ],
          ["A larger feeder", "Starting the charger's circuit nearer to the supply"],
        ),
      });
    }
    at = document.panels.find((p) => p.id === panel.fedFrom);
  }
  return limits;
}

/**
 * The one panel that carries the whole dwelling, where its main device or bus is smaller than the supply.
 * @returns null where the supply is the tighter, or several panels share it
 */
export function wholePanelLimit(document: CaseDocument, calculation: Calculation, ratingA: number): PanelLimit | null {
  const fromSupply = document.panels.filter(onSupply);
  const [panel] = fromSupply;
  if (!panel || fromSupply.length > 1) return null;
  const panelA = Math.min(panel.mainA ?? Number.POSITIVE_INFINITY, panel.busA ?? Number.POSITIVE_INFINITY);
  if (panelA >= ratingA) return null;
  const name = `main and bus of ${nameOf(panel)}`;
  const headroomA = panelA - calculation.demandA;
  return {
    kind: "bus",
    panel: panel.id,
    name,
    ratingA: panelA,
    demandVA: calculation.demandVA,
    demandA: calculation.demandA,
    headroomA,
    lines: calculation.lines,
    explain: why(`Headroom of the ${name}`, showA(headroomA), {
      rule: calculation.rule,
      formula: "the smaller of main device and bus - demand of the dwelling",
      numbers: `${showA(panelA)} - ${showA(calculation.demandA)} = ${showA(headroomA)}`,
    }),
  };
}
