/** NEC 220.82: optional method for a dwelling unit. */

import { chargerLines, chargersInside } from "#core/rules/demand/chargers.ts";
import { tieredLines } from "#core/rules/demand/lines.ts";
import { ofKind } from "#core/rules/demand/loads.ts";
import type { CountedLoad, DemandMethod } from "#core/rules/demand/types.ts";
import { showA, showPercent } from "#core/units.ts";
import { alternative, areaAssumption, generalParts, largestOf } from "./general.ts";
import { CLIMATE, DEMAND_TIERS, MANY_UNITS, OPTIONAL_LEAST_A } from "./rules.ts";

const RULE = "NEC 220.82";
const CLAUSE = `${RULE}(C)`;

/** The alternatives of 220.82(C), of which the largest is counted. */
function heatingAndCooling(loads: readonly CountedLoad[]) {
  const supplemental = ofKind(loads, "supplemental-heat");
  const room = ofKind(loads, "space-heating", "central-heat");
  const units = room.reduce((total, l) => total + l.controlled, 0);
  const many = units >= MANY_UNITS;
  const byUnits = many ? CLIMATE.manyUnits : CLIMATE.fewUnits;
  const full = (label: string, taken: readonly CountedLoad[], factor: number, because: string) => ({
    label,
    loads: taken,
    factor,
    because,
  });
  return largestOf(
    [
      alternative(
        "Air conditioning",
        [full("Air conditioning", ofKind(loads, "air-conditioning"), CLIMATE.cooling.factor, "cooling counts in full")],
        CLAUSE + CLIMATE.cooling.clause,
      ),
      alternative(
        "Heat pump",
        [
          full(
            "Heat pump compressor",
            ofKind(loads, "heat-pump"),
            CLIMATE.heatPump.factor,
            "the compressor counts in full",
          ),
          full(
            "Supplemental electric heat",
            supplemental,
            CLIMATE.supplemental.factor,
            `supplemental heat beside a heat pump counts at ${showPercent(CLIMATE.supplemental.factor)}`,
          ),
        ],
        CLAUSE + (supplemental.length > 0 ? CLIMATE.supplemental : CLIMATE.heatPump).clause,
      ),
      alternative(
        "Electric space heating",
        [
          full(
            "Electric space heating",
            room,
            byUnits.factor,
            `${units} separately controlled ${units === 1 ? "unit" : "units"}: ${many ? `${MANY_UNITS} or more` : `fewer than ${MANY_UNITS}`} count at ${showPercent(byUnits.factor)}`,
          ),
        ],
        CLAUSE + byUnits.clause,
      ),
      alternative(
        "Thermal storage heating",
        [
          full(
            "Thermal storage heating",
            ofKind(loads, "storage-heat"),
            CLIMATE.storage.factor,
            "heating expected to run continuously at nameplate counts in full",
          ),
        ],
        CLAUSE + CLIMATE.storage.clause,
      ),
    ],
    CLAUSE,
  );
}

export const nec22082Method: DemandMethod = {
  id: "nec-220.82",
  name: "Optional method, dwelling unit",
  rule: RULE,
  governsBecause: `the optional method is allowed for a whole dwelling on ${showA(OPTIONAL_LEAST_A)} or more`,
  takesChargerInside: true,
  measures: false,
  objection: ({ ratingA }) =>
    ratingA >= OPTIONAL_LEAST_A
      ? null
      : `Needs a service or feeder of at least ${showA(OPTIONAL_LEAST_A)}; this one is ${showA(ratingA)}`,
  calculate(input) {
    const parts = generalParts(input, chargersInside(input));
    const { largest, leftOut } = heatingAndCooling(input.loads);
    return {
      lines: [
        ...tieredLines("General loads", parts, DEMAND_TIERS.dwellingUnit, `${RULE}(B)`),
        ...(largest?.lines ?? []),
        ...chargerLines(input, true),
      ],
      leftOut,
      assumptions: areaAssumption(input),
    };
  },
};
