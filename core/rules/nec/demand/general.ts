/** Quantities that every NEC dwelling calculation starts from. */
import type { LoadKindId } from "#core/case/document/types.ts";
import { factorLine, partsOf, totalVA } from "#core/rules/demand/lines.ts";
import { ofKind } from "#core/rules/demand/loads.ts";
import type { CalculationLine, CountedLoad, DemandInput, MethodResult } from "#core/rules/demand/types.ts";
import { areaFt2, showNumber, showVA } from "#core/units.ts";
import { COOKING, LEAST_CIRCUITS, LIGHTING_VA_PER_FT2 } from "./rules.ts";

export const HEATING_KINDS: readonly LoadKindId[] = [
  "heat-pump",
  "supplemental-heat",
  "central-heat",
  "space-heating",
  "storage-heat",
];
export const COOKING_KINDS: readonly LoadKindId[] = ["range", "oven", "cooktop"];
const APPLIANCE_KINDS: readonly LoadKindId[] = ["water-heater", "dishwasher", "disposal", "fixed-appliance"];

/** Cooking appliances too large to be mere appliances fastened in place. */
export const isCooking = (load: CountedLoad): boolean =>
  COOKING_KINDS.includes(load.kind) && load.unitVA > COOKING.applianceUpToVA;
/** Whether a load is a fastened-in-place appliance; small cooking units count as one. */
export const isAppliance = (load: CountedLoad): boolean =>
  APPLIANCE_KINDS.includes(load.kind) || (COOKING_KINDS.includes(load.kind) && !isCooking(load));

/** General lighting and general-use receptacles by floor area; 0 where the area is unknown, nothing on a feeder. */
export function lightingParts({ document, codebook, general }: DemandInput): CalculationLine["parts"] {
  if (!general) return [];
  const area = document.dwelling.floorArea;
  const ft2 = area ? areaFt2(area) : 0;
  return [
    {
      label: "General lighting and receptacles",
      va: ft2 * LIGHTING_VA_PER_FT2,
      loadId: null,
      note: area
        ? `${showNumber(ft2)} ft² x ${LIGHTING_VA_PER_FT2} VA/ft² (${codebook.sections.lighting})`
        : "floor area not given yet",
    },
  ];
}

/** Small-appliance and laundry circuits, at least as many as a dwelling must have; on a feeder those that are there. */
export function branchCircuitParts(input: DemandInput): CalculationLine["parts"] {
  const { loads, general, document, codebook, asEntered } = input;
  return LEAST_CIRCUITS.flatMap(({ kind, least, label, rule }) => {
    const entered = ofKind(loads, kind);
    const count = entered.reduce((n, l) => n + l.quantity, 0);
    const sharedLaundry = kind === "laundry-circuit" && document.dwelling.kind === "apartment";
    const lacking = !general || asEntered || sharedLaundry ? 0 : Math.max(0, least - count);
    const eachVA = codebook.loadKinds.find((k) => k.kind === kind)?.fixedVA ?? 0;
    return [
      ...partsOf(entered),
      ...(lacking > 0
        ? [
            {
              label: `${label}, ${lacking} more`,
              va: lacking * eachVA,
              loadId: null,
              note: `at least ${least} counted (NEC ${rule})`,
            },
          ]
        : []),
    ];
  });
}

/** The general loads of the optional methods: lighting, small-appliance and laundry circuits, every fixed appliance. */
export function generalParts(input: DemandInput, alsoGeneral: readonly CountedLoad[] = []): CalculationLine["parts"] {
  const fixed = input.loads.filter((l) => isAppliance(l) || isCooking(l) || l.kind === "dryer" || l.kind === "motor");
  return [...lightingParts(input), ...branchCircuitParts(input), ...partsOf([...fixed, ...alsoGeneral])];
}

/** The assumption that is made without a floor area; empty with one. */
export const areaAssumption = ({ document, general }: DemandInput): string[] =>
  document.dwelling.floorArea || !general
    ? []
    : ["Floor area is missing: general lighting counts as nothing until it is given"];

/** One of several loads that cannot run together: the larger is counted, the others are left out (220.60). */
export interface Alternative {
  label: string;
  loads: readonly CountedLoad[];
  /** Counted VA of this alternative. */
  va: number;
  lines: CalculationLine[];
}

/** An alternative whose lines take groups of loads each at a factor. */
export function alternative(
  label: string,
  groups: readonly { label: string; loads: readonly CountedLoad[]; factor: number; because: string }[],
  rule: string,
): Alternative {
  const filled = groups.filter((g) => g.loads.length > 0);
  if (filled.length === 0) return { label, loads: filled.flatMap((g) => g.loads), va: 0, lines: [] };
  const lines = filled.map((g) =>
    factorLine({
      label: g.label,
      connectedVA: totalVA(g.loads),
      factor: g.factor,
      rule,
      because: g.because,
      parts: partsOf(g.loads),
      changes: ["Heating by gas or oil", "A smaller or more efficient unit"],
    }),
  );
  return { label, loads: filled.flatMap((g) => g.loads), va: lines.reduce((t, l) => t + l.countedVA, 0), lines };
}

/**
 * The largest alternative, and every load of the others with the reason it is left out.
 * @param countsVA what an alternative comes to in the whole calculation, where that is more than its own lines
 */
export function largestOf(
  alternatives: readonly Alternative[],
  rule: string,
  countsVA: (alternative: Alternative) => number = (a) => a.va,
) {
  const present = alternatives.filter((a) => a.loads.length > 0);
  if (present.length === 0) return { largest: null, leftOut: [] };
  if (present.length === 1) return { largest: present[0] as Alternative, leftOut: [] };
  const largest = present.reduce<Alternative | null>(
    (best, a) => (best && countsVA(best) >= countsVA(a) ? best : a),
    null,
  );
  const leftOut: MethodResult["leftOut"] = present
    .flatMap((a) => a.loads)
    .filter((load) => !largest?.loads.includes(load))
    .map((load) => ({
      label: load.label,
      va: load.va,
      reason: `${largest?.label} counts for more (${showVA(largest?.va ?? 0)}); heating and cooling do not run together`,
      rule,
    }));
  return { largest, leftOut };
}
