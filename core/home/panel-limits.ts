/** The feeders and buses of panels as figures of their own, each with its "why?". */
import { onSupply } from "#core/case/document/lookups.ts";
import type { Panel } from "#core/case/document/types.ts";
import { panelName } from "#core/case/fields/names.ts";
import type { CalculationLine } from "#core/rules/demand/types.ts";
import type { Home } from "#core/rules/home.ts";
import { showA, showVA } from "#core/units.ts";
import { type Why, why, withLazyFields } from "#core/why.ts";
import { feederRated, feederRatingA } from "./home.ts";

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
  lines: CalculationLine[];
  explain: Why;
}

const limitOf = withLazyFields<Omit<PanelLimit, "lines" | "explain">, Pick<PanelLimit, "lines" | "explain">>(
  "lines",
  "explain",
);

/** Feeder and bus of a sub-panel; empty for a panel on the supply and for one whose ratings are unknown. */
export function panelLimits(home: Home, panel: Panel): PanelLimit[] {
  if (onSupply(panel)) return [];
  const { document, codebook, volts } = home;
  const conductor = feederRated(home, panel);
  const endless = Number.POSITIVE_INFINITY;
  const leastA = Math.min(
    feederRatingA(document, panel) ?? endless,
    panel.mainA ?? endless,
    conductor?.ampacityA ?? endless,
  );
  const carried = home.at(panel);
  const ratings = [
    { kind: "feeder" as const, ratingA: leastA },
    { kind: "bus" as const, ratingA: panel.busA ?? endless },
  ].filter((r) => Number.isFinite(r.ratingA));
  return ratings.map(({ kind, ratingA }) => {
    const headroomA = ratingA - carried.demandA;
    const name = `${kind === "bus" ? codebook.words.bus : kind} of ${panelName(panel, codebook)}`;
    const figures = {
      kind,
      panel: panel.id,
      name,
      ratingA,
      demandVA: carried.demandA * volts,
      demandA: carried.demandA,
      headroomA,
    };
    return limitOf(figures, {
      lines: () => carried.lines(),
      explain() {
        const lines = carried.lines();
        return why(
          `Headroom of the ${name}`,
          showA(headroomA),
          {
            rule: carried.method.rule,
            formula: `rating - demand of the ${carried.loads.length} loads behind it, by the ${carried.method.name.toLowerCase()}`,
            numbers: `${showA(ratingA)} - ${lines.map((l) => showVA(l.countedVA)).join(" + ") || "0 VA"} / ${volts} V = ${showA(headroomA)}`,
          },
          [
            "Loads are on a feeder where the ledger or a circuit places them there",
            ...(kind === "feeder" && conductor?.ampacityA === ratingA
              ? [`The conductor decides: ${conductor.cited.numbers} (${conductor.cited.rule})`]
              : []),
          ],
          ["A larger feeder", "Starting the charger's circuit nearer to the supply"],
        );
      },
    });
  });
}
