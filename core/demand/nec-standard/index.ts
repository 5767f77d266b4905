/** NEC article 220 part III: the standard method. */
import { showVA } from "../../units.ts";
import { factorLine, partsOf, sum, tieredLines } from "../lines.ts";
import {
  alternative,
  areaAssumption,
  chargerLines,
  HEATING_KINDS,
  largestOf,
  lightingPart,
  ofKind,
} from "../nec-general.ts";
import type { CountedLoad, DemandMethod, Line } from "../types.ts";
import { cookingLines } from "./cooking.ts";

const LEAST_APPLIANCE_VA = 500;
const LEAST_DRYER_VA = 5000;

function applianceLine(loads: readonly CountedLoad[]): Line[] {
  const appliances = ofKind(loads, "water-heater", "dishwasher", "disposal", "fixed-appliance");
  if (appliances.length === 0) return [];
  const count = appliances.filter((l) => l.unitVA >= LEAST_APPLIANCE_VA).reduce((n, l) => n + l.quantity, 0);
  return [
    factorLine({
      label: "Appliances fastened in place",
      connectedVA: sum(appliances),
      factor: count >= 4 ? 0.75 : 1,
      rule: "NEC 220.53",
      because:
        count >= 4 ? `${count} of them: four or more count at 75 %` : `${count} of them: fewer than four count in full`,
      parts: partsOf(appliances),
    }),
  ];
}

function dryerLines(loads: readonly CountedLoad[]): Line[] {
  return ofKind(loads, "dryer").map((dryer) => {
    const each = Math.max(LEAST_DRYER_VA, dryer.unitVA);
    return factorLine({
      label: dryer.label,
      connectedVA: each * dryer.quantity,
      factor: 1,
      rule: "NEC 220.54",
      because: `the larger of ${showVA(LEAST_DRYER_VA)} and the nameplate, each`,
      parts: partsOf([dryer]),
    });
  });
}

/** 25 % of the largest motor among the loads that are counted (220.50, 430.24). */
function largestMotorLine(counted: readonly CountedLoad[]): Line[] {
  const motors = ofKind(counted, "air-conditioning", "heat-pump", "motor");
  const largest = motors.reduce<CountedLoad | null>((best, l) => (best && best.unitVA >= l.unitVA ? best : l), null);
  if (!largest) return [];
  return [
    factorLine({
      label: `Largest motor: ${largest.label}`,
      connectedVA: largest.unitVA,
      factor: 0.25,
      rule: "NEC 220.50, 430.24",
      because: "a quarter of the largest motor is added for its starting",
      parts: [],
    }),
  ];
}

export const necStandard: DemandMethod = {
  id: "nec-standard",
  name: "Standard method",
  rule: "NEC article 220 part III",
  governsBecause: "no other method is allowed here",
  takesChargerInside: false,
  calculate(input) {
    const { loads } = input;
    const motors = ofKind(loads, "motor");
    const climate = largestOf(
      [
        alternative(
          "Heating",
          [
            {
              label: "Electric heating",
              loads: ofKind(loads, ...HEATING_KINDS),
              factor: 1,
              because: "heating counts in full",
            },
          ],
          "NEC 220.51",
        ),
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
          "NEC 220.50",
        ),
      ],
      "NEC 220.60",
    );
    return {
      applies: true,
      lines: [
        ...tieredLines(
          "Lighting, small-appliance and laundry",
          [lightingPart(input), ...partsOf(ofKind(loads, "small-appliance-circuit", "laundry-circuit"))],
          [
            { upTo: 3000, factor: 1 },
            { upTo: 120_000, factor: 0.35 },
            { upTo: Number.POSITIVE_INFINITY, factor: 0.25 },
          ],
          "NEC 220.45",
        ),
        ...applianceLine(loads),
        ...dryerLines(loads),
        ...cookingLines(input.document, loads),
        ...(climate.largest?.lines ?? []),
        ...(motors.length > 0
          ? [
              factorLine({
                label: "Motors",
                connectedVA: sum(motors),
                factor: 1,
                rule: "NEC 220.50",
                because: "motors count in full",
                parts: partsOf(motors),
              }),
            ]
          : []),
        ...largestMotorLine([...(climate.largest?.loads ?? []), ...motors]),
        ...chargerLines(input),
      ],
      leftOut: climate.leftOut,
      assumptions: areaAssumption(input),
    };
  },
};
