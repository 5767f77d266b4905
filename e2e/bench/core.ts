/** How fast the core works. */

import type { Car, CaseDocument, Load, Place } from "#core/case/document/types.ts";
import { candidatesOf } from "#core/circuit/candidates.ts";
import { designCircuit, isDesigned } from "#core/circuit/design.ts";
import { calculateAll, demandInput } from "#core/demand/calculate.ts";
import { homeOf } from "#core/home/home.ts";
import { panelLimits } from "#core/home/panel-limits.ts";
import { newCase } from "#core/laws/new-case.ts";
import { bandFor } from "#core/place/band.ts";
import { parkedCars, plotOf } from "#core/place/plot.ts";
import { reachIn } from "#core/place/reach.ts";
import { STARTING_PLANS } from "#core/place/starting-plans.ts";
import type { CircuitSpec } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { largestHome } from "#core/testing/largest-home.ts";

/** A case with `count` loads of mixed kinds. */
export function benchCase(count: number): CaseDocument {
  const kinds: Load["kind"][] = ["range", "dryer", "water-heater", "fixed-appliance", "air-conditioning", "motor"];
  const loads = Array.from({ length: count }, (_, i): Load => {
    const kind = kinds[i % kinds.length] as Load["kind"];
    return { id: `load-${i}`, kind, label: `${kind} ${i}`, va: 500 + 37 * i };
  });
  const base = newCase("us-nec-2023", "Bench");
  return {
    ...base,
    dwelling: { ...base.dwelling, floorArea: { value: 1850, unit: "ft2" } },
    supply: { ...base.supply, ratingA: 200 },
    panels: base.panels.map((panel) => ({ ...panel, mainA: 200 })),
    loads,
  };
}

/** Median milliseconds of `runs` calls, after as many to warm up. */
function medianMs(work: () => unknown, runs = 400): number {
  const times: number[] = [];
  for (let i = 0; i < runs * 2; i++) {
    const from = performance.now();
    work();
    if (i >= runs) times.push(performance.now() - from);
  }
  times.sort((a, b) => a - b);
  return Number((times[Math.floor(times.length / 2)] as number).toFixed(4));
}

function case60(): CaseDocument {
  const base = benchCase(60);
  const feeder = (id: string) => ({ id, name: id, fedFrom: "main", spaces: 12, feeder: { ratingA: 60 }, circuits: [] });
  return {
    ...base,
    panels: [...base.panels, feeder("garage"), feeder("shed")],
    loads: base.loads.map((l, i) => ({ ...l, panel: ["main", "garage", "shed"][i % 3] as string })),
  };
}

/** Median milliseconds of all calculations (every method, every feeder) of a case with 60 loads on three panels. */
export function calculate60Loads3PanelsMs(): number {
  const document = case60();
  const codebook = codebookOf(document.rules);
  return medianMs(() => {
    const input = demandInput(document, codebook, 200);
    calculateAll(codebook, input);
    const home = homeOf(document, codebook);
    for (const panel of document.panels) panelLimits(home, panel);
  });
}

/** Median milliseconds of the whole assessment of that case: calculations, ways, findings and their reasons. */
export function assess60Loads3PanelsMs(): number {
  const document = case60();
  return medianMs(() => assess(document));
}

/** A case with 40 loads on its panels and a run, whose charging circuit could start at any of them. */
function openStarts(panels: number): CaseDocument {
  const { panels: main, loads, charger, ...rest } = benchCase(40);
  const { panel: _, ...unplaced } = charger ?? {};
  const subs = Array.from({ length: panels - 1 }, (_, i) => ({
    id: `sub-${i}`,
    name: `Sub-panel ${i + 1}`,
    fedFrom: "main",
    busA: 125,
    spaces: 12,
    condition: "sound" as const,
    feeder: { ratingA: 60, conductor: { size: "4 AWG", material: "cu" as const, type: "thhn" } },
    circuits: [],
  }));
  const ids = ["main", ...subs.map((s) => s.id)];
  return {
    ...rest,
    charger: unplaced,
    panels: [...main, ...subs],
    loads: loads.map((load, i) => ({ ...load, panel: ids[i % ids.length] as string })),
    run: { segments: [{ method: "in-wall", length: { value: 40, unit: "ft" } }], conductorType: "nm-b" },
  };
}

/** Median milliseconds of one assessment of it from every panel, with another load each time. */
export function assessAllStartsMs(panels: number): number {
  const document = openStarts(panels);
  const [first, ...others] = document.loads as [Load, ...Load[]];
  let va = 1000;
  return medianMs(() => assess({ ...document, loads: [{ ...first, va: va++ }, ...others] }), 400);
}

/** Median milliseconds of one assessment of the largest lawful home, as it is and with every start open. */
export function assessLargestHomeMs(): { asItIs: number; everyStart: number } {
  const home = largestHome("us-nec-2023");
  const { panel: _, ...charger } = home.charger ?? {};
  return {
    asItIs: medianMs(() => assess(home), 20),
    everyStart: medianMs(() => assess({ ...home, charger }), 20),
  };
}

/** Median milliseconds of one assessment of a case with 40 loads. */
export function assess40LoadsMs(): number {
  const case40 = benchCase(40);
  return medianMs(() => assess(case40));
}

/** Median milliseconds of designing one route of two stretches, with every size of both tried. */
export function sizeOneRouteMs(): number {
  const { circuit } = codebookOf("us-nec-2023");
  const asked: CircuitSpec = {
    segments: [
      { method: "in-wall", length: { value: 40, unit: "ft" } },
      { method: "buried-pvc", length: { value: 180, unit: "ft" }, conductorType: "thhn" },
    ],
    conductorType: "nm-b",
    terminalC: 75,
    chargeA: 48,
    plug: false,
    aluminium: false,
    system: "split-phase-120-240",
  };
  return medianMs(() => {
    const design = designCircuit(circuit, asked);
    if (isDesigned(design)) candidatesOf(circuit, asked, design);
  });
}

/** A drive with a bed and two cars, and the walls of its house, m. */
function drive(): { place: Place; need: { cars: Car[] } } {
  const [plan] = STARTING_PLANS;
  const car: Car = { distancePerDay: { value: 30, unit: "km" } };
  const rear = { side: "rear", along: 0.9, heightM: 0.8 } as const;
  return { place: plan?.place as Place, need: { cars: [car, { ...car, class: "small", port: rear }] } };
}

/** Median milliseconds of the reach of two positions, two cars, two ways round. */
export function reachMs(): number {
  const { place, need } = drive();
  return medianMs(() => reachIn({ place: { ...place }, need }));
}

/** Milliseconds of the band at 5 cm along 40 m of wall, once, cold. */
export function bandMs(): { points: number; ms: number } {
  const { place, need } = drive();
  const long = {
    ...place,
    solids: place.solids?.map((s) => ({
      ...s,
      points: [
        [0, 0],
        [13, 0],
        [13, 7],
        [0, 7],
      ],
    })),
  };
  const plot = plotOf(long);
  const from = performance.now();
  const band = bandFor(plot, plot.charger as NonNullable<typeof plot.charger>, parkedCars({ need }));
  return { points: band.length, ms: Number((performance.now() - from).toFixed(1)) };
}
