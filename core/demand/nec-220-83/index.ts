/** NEC 220.83: optional method for an existing dwelling to which load is being added; (A) and (B). */
import { tieredLines } from "../lines.ts";
import {
  alternative,
  areaAssumption,
  chargerLines,
  chargersInside,
  generalParts,
  HEATING_KINDS,
  largestOf,
  ofKind,
} from "../nec-general.ts";
import type { DemandMethod } from "../types.ts";

export const nec22083: DemandMethod = {
  id: "nec-220.83",
  name: "Optional method, existing dwelling",
  rule: "NEC 220.83",
  governsBecause: "the dwelling exists and load is being added to it",
  takesChargerInside: true,
  calculate(input) {
    const applies = input.document.dwelling.existing !== false;
    const heating = ofKind(input.loads, ...HEATING_KINDS);
    const cooling = ofKind(input.loads, "air-conditioning");
    const addsClimate = [...heating, ...cooling].some((l) => !l.existing);
    const rule = addsClimate ? "NEC 220.83(B)" : "NEC 220.83(A)";
    const full = (label: string, loads: typeof heating) =>
      alternative(
        label,
        [{ label, loads, factor: 1, because: "the larger of heating and cooling counts in full" }],
        rule,
      );
    const { largest, leftOut } = largestOf([full("Heating", heating), full("Air conditioning", cooling)], "NEC 220.60");
    const roomUnits = ofKind(heating, "space-heating").reduce((total, l) => total + l.controlled, 0);
    const amongGeneral = (load: (typeof heating)[number]) =>
      !addsClimate || (load.kind === "space-heating" && roomUnits >= 4);
    const climate = largest?.loads ?? [];
    const inside = chargersInside(input) ? ofKind(input.loads, "ev-charger") : [];
    const parts = generalParts(input, [...climate.filter(amongGeneral), ...inside]);
    const outside = climate.filter((l) => !amongGeneral(l));
    return {
      applies,
      why: applies ? undefined : "Only for an existing dwelling; this one is new",
      lines: [
        ...tieredLines(
          "General loads",
          parts,
          [
            { upTo: 8000, factor: 1 },
            { upTo: Number.POSITIVE_INFINITY, factor: 0.4 },
          ],
          rule,
        ),
        ...(outside.length > 0 ? full(largest?.label ?? "", outside).lines : []),
        ...(inside.length > 0 ? [] : chargerLines(input)),
      ],
      leftOut,
      assumptions: [
        ...areaAssumption(input),
        addsClimate
          ? "Heating or cooling is being added, so (B) applies: it is counted outside the general loads"
          : "No heating or cooling is being added, so (A) applies: the larger of the two sits among the general loads",
      ],
    };
  },
};
