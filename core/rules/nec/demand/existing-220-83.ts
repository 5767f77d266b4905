/** NEC 220.83: optional method for an existing dwelling to which load is being added; (A) and (B). */
import { chargerLines, chargersInside } from "#core/rules/demand/chargers.ts";
import { tieredLines } from "#core/rules/demand/lines.ts";
import { ofKind } from "#core/rules/demand/loads.ts";
import type { CalculationLine, CountedLoad, DemandMethod } from "#core/rules/demand/types.ts";
import { alternative, areaAssumption, generalParts, HEATING_KINDS, largestOf } from "./general.ts";
import { DEMAND_TIERS, MANY_UNITS } from "./rules.ts";

const RULE = "NEC 220.83";

export const nec22083Method: DemandMethod = {
  id: "nec-220.83",
  name: "Optional method, existing dwelling",
  rule: RULE,
  governsBecause: "the dwelling exists and load is being added to it",
  takesChargerInside: true,
  measures: false,
  objection: ({ document }) =>
    document.dwelling.existing === false ? "Only for an existing dwelling; this one is new" : null,
  calculate(input) {
    const heating = ofKind(input.loads, ...HEATING_KINDS);
    const cooling = ofKind(input.loads, "air-conditioning");
    const addsClimate = [...heating, ...cooling].some((l) => !l.existing);
    const rule = addsClimate ? `${RULE}(B)` : `${RULE}(A)`;
    const roomUnits = ofKind(heating, "space-heating").reduce((total, l) => total + l.controlled, 0);
    const amongGeneral = (load: CountedLoad) =>
      !addsClimate || (load.kind === "space-heating" && roomUnits >= MANY_UNITS);
    const full = (label: string, loads: readonly CountedLoad[]) =>
      alternative(
        label,
        [{ label, loads, factor: 1, because: "the larger of heating and cooling counts in full" }],
        rule,
      );
    const linesWith = (climate: readonly CountedLoad[], label = ""): CalculationLine[] => {
      const outside = climate.filter((l) => !amongGeneral(l));
      return [
        ...tieredLines(
          "General loads",
          generalParts(input, [...climate.filter(amongGeneral), ...chargersInside(input)]),
          DEMAND_TIERS.existingDwelling,
          rule,
        ),
        ...(outside.length > 0 ? full(label, outside).lines : []),
        ...chargerLines(input, true),
      ];
    };
    // By what each comes to when counted: room units among the general loads weigh less than their nameplates.
    const { largest, leftOut } = largestOf(
      [full("Heating", heating), full("Air conditioning", cooling)],
      "NEC 220.60",
      (a) => linesWith(a.loads, a.label).reduce((t, l) => t + l.countedVA, 0),
    );
    return {
      lines: linesWith(largest?.loads ?? [], largest?.label),
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
