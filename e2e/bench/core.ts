/** How fast the core works. */

import type { CaseDocument, Load } from "#core/case/document/types.ts";
import { newCase } from "#core/case/laws/new-case.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { calculateAll, demandInput } from "#core/demand/calculate.ts";
import { lookAt } from "#core/path/home.ts";
import { panelLimits } from "#core/path/panel-limits.ts";
import { assess } from "#core/testing/assess.ts";

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
    const home = lookAt(document, codebook);
    for (const panel of document.panels) panelLimits(home, panel);
  });
}

/** Median milliseconds of the whole assessment of that case: calculations, ways, findings and their reasons. */
export function assess60Loads3PanelsMs(): number {
  const document = case60();
  return medianMs(() => assess(document));
}

/** Median milliseconds of one assessment of a case with 40 loads. */
export function assess40LoadsMs(): number {
  const case40 = benchCase(40);
  return medianMs(() => assess(case40));
}
