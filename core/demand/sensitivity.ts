/** Changes that would improve the answer: one at a time, each computed through the whole calculation. */

import type { CaseDocument, LoadKindId } from "#core/case/document/types.ts";
import { countedLoads, ofKind } from "#core/rules/demand/loads.ts";
import type { CountedLoad, DemandCalculation } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { roundedDown } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { demandInput, demandVA } from "./calculate.ts";

export interface Change {
  text: string;
  headroomA: number;
  /** Amperes of headroom won by it. */
  wonA: number;
  /** Why it wins less than people expect. */
  note?: string;
}

/** Appliances that households change for another kind, with what stays of them, VA. */
const SWAPS: readonly { kind: LoadKindId; text: string; leavesVA: number }[] = [
  { kind: "dryer", text: "A gas dryer", leavesVA: 500 },
  { kind: "range", text: "A gas range", leavesVA: 200 },
  { kind: "cooker", text: "A gas cooker", leavesVA: 200 },
  { kind: "immersion", text: "Hot water from the boiler instead of the immersion heater", leavesVA: 0 },
  { kind: "shower", text: "A mixer shower instead of the electric one", leavesVA: 0 },
];

/** The changes that move the headroom, the one that moves it most first; only for a calculated demand. */
export function whatWouldChange(document: CaseDocument, calculation: DemandCalculation, ratingA: number): Change[] {
  const codebook = codebookOf(document.rules);
  const method = codebook.methods.find((m) => m.id === calculation.method);
  if (!method) return [];
  const loads = countedLoads(document, codebook);
  const { volts } = demandInput(document, codebook, ratingA, loads);
  const headroomWith = (changed: readonly CountedLoad[]) =>
    ratingA - demandVA(method, demandInput(document, codebook, ratingA, changed)) / volts;
  const changes: Change[] = [];
  const add = (text: string, headroomA: number) => {
    const wonA = headroomA - calculation.headroomA;
    if (wonA > 0.05) changes.push({ text, headroomA, wonA });
  };
  for (const { kind, text, leavesVA } of SWAPS)
    if (ofKind(loads, kind).some((l) => l.va > leavesVA))
      add(text, headroomWith(loads.map((l) => (l.kind === kind ? { ...l, unitVA: leavesVA, va: leavesVA } : l))));
  // A heat-pump water heater's label includes its backup elements.
  if (ofKind(loads, "water-heater").length > 0)
    changes.push({
      text: "A heat-pump water heater",
      headroomA: calculation.headroomA,
      wonA: 0,
      note: "its elements keep their nameplate and count as before, unless its own label says otherwise",
    });
  const planned = loads.filter((l) => !l.existing);
  if (planned.length > 0)
    add(
      `Without what is planned (${planned.map((l) => l.label).join(", ")})`,
      headroomWith(loads.filter((l) => l.existing)),
    );
  for (const larger of codebook.supplyRatingsA.filter((r) => r > ratingA).slice(0, 1))
    add(`A ${showA(larger)} supply`, larger - calculation.demandA);
  return changes.sort((a, b) => b.wonA - a.wonA);
}

/**
 * Charging at a lower setting than the largest that the charger can take: how much less room it needs, A.
 * @returns null where no lower setting of at least the codebook's smallest useful one exists
 */
export function smallerCharger(document: CaseDocument): { fromA: number; toA: number; savedA: number } | null {
  const codebook = codebookOf(document.rules);
  const { charging } = codebook;
  const fromA = document.charger?.maxA ?? charging.usualMaxA;
  const usual = charging.settingsA.filter((a) => a < fromA && a >= charging.minimumA);
  const toA = usual.filter((a) => a <= fromA / 2).at(-1) ?? usual[0];
  if (toA === undefined) return null;
  const treatment = document.options?.evTreatment === "outside-100" ? "outside-100" : "outside-125";
  const volts = codebook.volts(document.supply.system);
  const countedA = (a: number) => charging.counted(a, volts, treatment).va / volts;
  return { fromA, toA, savedA: countedA(fromA) - countedA(toA) };
}

/**
 * The highest measured maximum at which the charger's largest setting would still fit without management, A, through
 * the rule set's own measured method (which is linear in the maximum).
 * @returns null where measured demand governs already, or no maximum at all would do
 */
export function measuredMaximumThatFits(
  document: CaseDocument,
  calculation: DemandCalculation,
  ratingA: number,
): number | null {
  const codebook = codebookOf(document.rules);
  const [method] = codebook.methods;
  if (!method || method.id === calculation.method) return null;
  const volts = codebook.volts(document.supply.system);
  const wantedA = document.charger?.maxA ?? codebook.charging.usualMaxA;
  const roomA = ratingA - codebook.charging.counted(wantedA, volts, "outside-125").va / volts;
  const loads = countedLoads(document, codebook);
  const demandAt = (value: number) => {
    // The averages that are usual here: longer ones hide more, and count for more.
    const measured = { ...codebook.survey.measuredYear, days: 365, max: { value, unit: "A" as const } };
    return demandVA(method, demandInput({ ...document, measured }, codebook, ratingA, loads)) / volts;
  };
  const newLoadsA = demandAt(0);
  const maximumA = (roomA - newLoadsA) / (demandAt(1) - newLoadsA);
  return maximumA > 0 ? roundedDown(maximumA * 10) / 10 : null;
}
