/** Quantities that every NEC dwelling calculation starts from. */
import type { LoadKindId } from "../case/document/types.ts";
import { areaFt2, showNumber, showVA } from "../units.ts";
import { factorLine, partsOf, sum } from "./lines.ts";
import type { CountedLoad, DemandInput, Line, MethodResult } from "./types.ts";

export const HEATING_KINDS: readonly LoadKindId[] = [
  "heat-pump",
  "supplemental-heat",
  "central-heat",
  "space-heating",
  "storage-heat",
];
const GENERAL_KINDS: readonly LoadKindId[] = [
  "small-appliance-circuit",
  "laundry-circuit",
  "range",
  "oven",
  "cooktop",
  "dryer",
  "water-heater",
  "dishwasher",
  "disposal",
  "fixed-appliance",
  "motor",
];

export const ofKind = (loads: readonly CountedLoad[], ...kinds: LoadKindId[]): CountedLoad[] =>
  loads.filter((l) => kinds.includes(l.kind));

/** General lighting and general-use receptacles, 3 VA/ft2 of living floor area (220.41); 0 where the area is unknown. */
export function lightingPart({ document }: DemandInput): Line["parts"][number] {
  const area = document.dwelling.floorArea;
  const ft2 = area ? areaFt2(area) : 0;
  return {
    label: "General lighting and receptacles",
    va: ft2 * 3,
    loadId: null,
    note: area ? `${showNumber(ft2)} ft² x 3 VA/ft²` : "floor area not given yet",
  };
}

/** The general loads of the optional methods: lighting, small-appliance and laundry circuits, every fixed appliance. */
export function generalParts(input: DemandInput, alsoGeneral: readonly CountedLoad[] = []): Line["parts"] {
  return [lightingPart(input), ...partsOf([...ofKind(input.loads, ...GENERAL_KINDS), ...alsoGeneral])];
}

export const areaAssumption = ({ document }: DemandInput): string[] =>
  document.dwelling.floorArea ? [] : ["Floor area is missing: general lighting counts as nothing until it is given"];

/** Chargers that are already there, outside the demand factors by the job's treatment (220.57, 625.42). */
export function chargerLines(input: DemandInput): Line[] {
  const { codebook, document, volts } = input;
  const treatment = outsideTreatment(document.options?.evTreatment ?? "outside-125");
  return ofKind(input.loads, "ev-charger").map((load) => {
    const { va, cited } = codebook.charging.counted(load.unitVA / volts, volts, treatment);
    return {
      label: load.label,
      connectedVA: load.va,
      factor: load.unitVA > 0 ? va / load.unitVA : 1,
      countedVA: va * load.quantity,
      rule: cited.rule,
      parts: partsOf([load]),
      why: { figure: load.label, value: showVA(va * load.quantity), ...cited, assumes: [], changes: [] },
    };
  });
}
export const outsideTreatment = (treatment: "outside-125" | "outside-100" | "inside") =>
  treatment === "inside" ? "outside-100" : treatment;

export const chargersInside = ({ document }: DemandInput): boolean => document.options?.evTreatment === "inside";

/** One of several loads that cannot run together: the larger is counted, the others are left out (220.60). */
export interface Alternative {
  label: string;
  loads: readonly CountedLoad[];
  /** Counted VA of this alternative. */
  va: number;
  lines: Line[];
}

/** An alternative whose lines take groups of loads each at a factor. */
export function alternative(
  label: string,
  groups: readonly { label: string; loads: readonly CountedLoad[]; factor: number; because: string }[],
  rule: string,
): Alternative {
  const filled = groups.filter((g) => g.loads.length > 0);
  const lines = filled.map((g) =>
    factorLine({
      label: g.label,
      connectedVA: sum(g.loads),
      factor: g.factor,
      rule,
      because: g.because,
      parts: partsOf(g.loads),
      changes: ["Heating by gas or oil", "A smaller or more efficient unit"],
    }),
  );
  return { label, loads: filled.flatMap((g) => g.loads), va: lines.reduce((t, l) => t + l.countedVA, 0), lines };
}

/** The largest alternative, and every load of the others with the reason it is left out. */
export function largestOf(alternatives: readonly Alternative[], rule: string) {
  const present = alternatives.filter((a) => a.loads.length > 0);
  const largest = present.reduce<Alternative | null>((best, a) => (best && best.va >= a.va ? best : a), null);
  const leftOut: MethodResult["leftOut"] = present
    .filter((a) => a !== largest)
    .flatMap((a) => a.loads)
    .filter((load) => !largest?.loads.includes(load))
    .map((load) => ({
      label: load.label,
      va: load.va,
      reason: `${largest?.label} is larger; heating and cooling do not run together`,
      rule,
    }));
  return { largest, leftOut };
}
