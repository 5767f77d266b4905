/** NEC 220.82: optional method for a dwelling unit. */
import { tieredLines } from "../lines.ts";
import {
  alternative,
  areaAssumption,
  chargerLines,
  chargersInside,
  generalParts,
  largestOf,
  ofKind,
} from "../nec-general.ts";
import type { CountedLoad, DemandMethod } from "../types.ts";

const CLAUSE = "NEC 220.82(C)";

/** The alternatives of 220.82(C), of which the largest is counted. */
export function heatingAndCooling(loads: readonly CountedLoad[]) {
  const pump = ofKind(loads, "heat-pump");
  const supplemental = ofKind(loads, "supplemental-heat");
  const room = ofKind(loads, "space-heating", "central-heat");
  const units = room.reduce((total, l) => total + l.controlled, 0);
  const roomFactor = units >= 4 ? 0.4 : 0.65;
  return largestOf(
    [
      alternative(
        "Air conditioning",
        [
          {
            label: "Air conditioning",
            loads: ofKind(loads, "air-conditioning"),
            factor: 1,
            because: "cooling counts in full",
          },
        ],
        `${CLAUSE}(1)`,
      ),
      alternative(
        "Heat pump",
        [
          { label: "Heat pump compressor", loads: pump, factor: 1, because: "the compressor counts in full" },
          {
            label: "Supplemental electric heat",
            loads: supplemental,
            factor: 0.65,
            because: "supplemental heat beside a heat pump counts at 65 %",
          },
        ],
        supplemental.length > 0 ? `${CLAUSE}(3)` : `${CLAUSE}(2)`,
      ),
      alternative(
        "Electric space heating",
        [
          {
            label: "Electric space heating",
            loads: room,
            factor: roomFactor,
            because: `${units} separately controlled ${units === 1 ? "unit" : "units"}: ${units >= 4 ? "four or more count at 40 %" : "fewer than four count at 65 %"}`,
          },
        ],
        units >= 4 ? `${CLAUSE}(5)` : `${CLAUSE}(4)`,
      ),
      alternative(
        "Thermal storage heating",
        [
          {
            label: "Thermal storage heating",
            loads: ofKind(loads, "storage-heat"),
            factor: 1,
            because: "heating expected to run continuously at nameplate counts in full",
          },
        ],
        `${CLAUSE}(6)`,
      ),
    ],
    CLAUSE,
  );
}

export const nec22082: DemandMethod = {
  id: "nec-220.82",
  name: "Optional method, dwelling unit",
  rule: "NEC 220.82",
  governsBecause: "the optional method is allowed for a whole dwelling on 100 A or more",
  takesChargerInside: true,
  calculate(input) {
    const applies = input.ratingA >= 100;
    const inside = chargersInside(input) ? ofKind(input.loads, "ev-charger") : [];
    const parts = generalParts(input, inside);
    const { largest, leftOut } = heatingAndCooling(input.loads);
    return {
      applies,
      why: applies ? undefined : `Needs a service or feeder of at least 100 A; this one is ${input.ratingA} A`,
      lines: [
        ...tieredLines(
          "General loads",
          parts,
          [
            { upTo: 10_000, factor: 1 },
            { upTo: Number.POSITIVE_INFINITY, factor: 0.4 },
          ],
          "NEC 220.82(B)",
        ),
        ...(largest?.lines ?? []),
        ...(inside.length > 0 ? [] : chargerLines(input)),
      ],
      leftOut,
      assumptions: areaAssumption(input),
    };
  },
};
