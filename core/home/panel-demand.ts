/** The demand of a panel: its loads by the rule set's method for feeders, or its measured demand. */

import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { demandInput, demandVA } from "#core/demand/calculate.ts";
import { fedThrough } from "#core/panel/sub-panels.ts";
import { withChargers } from "#core/rules/demand/chargers.ts";
import type { CountedLoad, DemandInput } from "#core/rules/demand/types.ts";
import type { Home, PanelDemand } from "#core/rules/home.ts";

const placed = new WeakMap<CaseDocument, Map<string, string>>();

/** Which panel each load is placed on, by the ledger or by the circuit that feeds it; worked out once for a case. */
function placesOf(document: CaseDocument): Map<string, string> {
  const known = placed.get(document);
  if (known) return known;
  const places = new Map<string, string>();
  placed.set(document, places);
  for (const panel of document.panels)
    for (const circuit of panel.circuits ?? [])
      for (const id of circuit.loads ?? []) if (!places.has(id)) places.set(id, panel.id);
  for (const load of document.loads) if (load.panel !== undefined) places.set(load.id, load.panel);
  return places;
}

/**
 * The only panel on the supply carries the whole home. With several panels, each one carries its own loads and all
 * unplaced loads, by the home's method. A feeder carries the loads placed behind it, without general lighting; so does
 * a planned panel, which cannot feed existing loads yet.
 */
export function panelDemand(home: Home, panel: Panel): PanelDemand {
  const { document, codebook, loads, volts } = home;
  const heads = document.panels.filter(onSupply);
  const head = onSupply(panel);
  if (head && heads.length === 1)
    return {
      demandA: home.demandA,
      method: home.method,
      loads,
      whole: true,
      asFeeder: false,
      lines: () => withChargers(home.method, inputAt(home, "supply", loads, true)).lines,
    };
  const through = fedThrough(document, panel.id);
  const places = placesOf(document);
  const general = head && !panel.planned;
  const own = loads.filter((l) => {
    const place = places.get(l.id);
    return place === undefined ? general : through.has(place);
  });
  const measuredHere = inputAt(home, panel.id, own, general);
  const measured = panel.measured
    ? codebook.methods.find((m) => m.measures && m.objection(measuredHere) === null)
    : undefined;
  // A panel directly on the supply uses the home's method; a measurement of the home is an upper bound for each of its
  // panels.
  const method = measured ?? (general ? home.method : codebook.feederMethod);
  const input = general && !measured ? { ...measuredHere, at: "supply" as const } : measuredHere;
  return {
    demandA: demandVA(method, input) / volts,
    method,
    loads: own,
    whole: false,
    asFeeder: !general,
    lines: () => withChargers(method, input).lines.filter((l) => l.countedVA > 0),
  };
}

const inputAt = (home: Home, at: DemandInput["at"], loads: readonly CountedLoad[], general: boolean): DemandInput => ({
  ...demandInput(home.document, home.codebook, home.supplyA, loads),
  at,
  general,
  guards: general && at !== "supply" ? [at, "supply"] : [at],
});
