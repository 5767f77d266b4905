/** Homes as large as a case may be: every list as long as it may be, every panel behind another. */
import { MOST } from "#core/case/document/schema.ts";
import type { CaseDocument, Circuit, Load, Panel, RuleSetId } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { codebookOf } from "#core/rules/index.ts";

const times = <T>(count: number, make: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => make(i));

/** @param nested panels one behind the other, instead of all from the supply */
export function largestHome(rules: RuleSetId, nested = true): CaseDocument {
  const base = newCase(rules, "The largest home");
  const { circuit, loadKinds, words } = codebookOf(rules);
  const appliances = loadKinds.filter((k) => k.kind !== "ev-charger");
  const loads = times(MOST.loads, (i): Load => {
    const kind = appliances[i % appliances.length] as (typeof appliances)[number];
    return {
      id: `load-${i}`,
      kind: kind.kind,
      label: `${words.space} ${i}`,
      va: 100 + i,
      panel: `panel-${i % MOST.panels}`,
      quantity: 1 + (i % 3),
    };
  });
  const each = MOST.circuitsInAll / MOST.panels;
  const panels = times(MOST.panels, (p): Panel => {
    const circuits = times(each, (c): Circuit => {
      const at = p * each + c;
      return {
        id: `circuit-${at}`,
        label: `Circuit ${at}`,
        position: c + 1,
        poles: 1,
        ratingA: 20,
        status: "in-use",
        loads: at < loads.length ? [`load-${at}`] : [],
      };
    });
    const fedFrom = p === 0 ? "supply" : nested ? `panel-${p - 1}` : "panel-0";
    return {
      id: `panel-${p}`,
      name: `Panel ${p}`,
      fedFrom,
      mainA: 200,
      busA: 200,
      spaces: MOST.spaces,
      circuits,
      ...(p > 0 && { feeder: { ratingA: 100, length: { value: 20, unit: "m" as const } } }),
    };
  });
  const method = circuit.methods[0]?.id ?? "";
  const run = () => ({
    segments: times(MOST.segments, () => ({ method, length: { value: 3, unit: "m" as const } })),
  });
  return {
    ...base,
    supply: { ...base.supply, ratingA: 200 },
    panels,
    loads,
    outlets: times(MOST.outlets, (i) => ({
      id: `outlet-${i}`,
      type: "14-50" as const,
      circuit: `circuit-${i}`,
      sharedWith: `load-${i}`,
    })),
    need: {
      cars: times(MOST.cars, (i) => ({ name: `Car ${i}`, distancePerDay: { value: 30 + i, unit: "km" as const } })),
      pluggedIn: { from: "18:00", to: "07:00" },
    },
    charger: { ...base.charger, maxA: 48, managed: true, connection: "hard-wired", panel: `panel-${MOST.panels - 1}` },
    run: run(),
    otherRuns: times(MOST.otherRuns, run),
    place: {
      unit: "m",
      solids: times(MOST.solids, (i) => ({
        id: `solid-${i}`,
        kind: "house" as const,
        points: times(5, (k): [number, number] => [
          (i % 6) * 12 + 5 * Math.cos((k * Math.PI) / 2.5),
          Math.floor(i / 6) * 12 + 5 * Math.sin((k * Math.PI) / 2.5),
        ]),
      })),
      parking: times(MOST.parking, (i) => ({ id: `parking-${i}`, at: [i * 5, -8] as [number, number], heading: 90 })),
      charger: { at: [20, -6], height: 1.2, leadLength: 7 },
    },
  };
}
