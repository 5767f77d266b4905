/** NEC article 220 part III: the standard method. */

import { chargerLines } from "#core/rules/demand/chargers.ts";
import { factorLine, partsOf, tieredLines, totalVA } from "#core/rules/demand/lines.ts";
import { ofKind } from "#core/rules/demand/loads.ts";
import type { CalculationLine, CountedLoad, DemandInput, DemandMethod } from "#core/rules/demand/types.ts";
import { showPercent, showVA } from "#core/units.ts";
import { cookingLines } from "./cooking-220-55.ts";
import {
  alternative,
  areaAssumption,
  branchCircuitParts,
  HEATING_KINDS,
  isAppliance,
  largestOf,
  lightingParts,
} from "./general.ts";
import { DEMAND_TIERS, FASTENED, FEEDER_CONTINUOUS, LARGEST_MOTOR, LEAST_DRYER, type NecSections } from "./rules.ts";

/** Fastened appliances: the large ones at 75 % where there are four or more of them, the small ones in full. */
function applianceLines(loads: readonly CountedLoad[]): CalculationLine[] {
  const appliances = loads.filter(isAppliance);
  const large = appliances.filter((l) => l.unitVA >= FASTENED.leastVA);
  const small = appliances.filter((l) => l.unitVA < FASTENED.leastVA);
  const count = large.reduce((n, l) => n + l.quantity, 0);
  const enough = count >= FASTENED.count;
  const line = (label: string, taken: readonly CountedLoad[], factor: number, because: string) =>
    taken.length === 0
      ? []
      : [
          factorLine({
            label,
            connectedVA: totalVA(taken),
            factor,
            rule: FASTENED.rule,
            because,
            parts: partsOf(taken),
          }),
        ];
  return [
    ...line(
      "Appliances fastened in place",
      large,
      enough ? FASTENED.factor : 1,
      enough
        ? `${count} of them: ${FASTENED.count} or more count at ${showPercent(FASTENED.factor)}`
        : `${count} of them: fewer than ${FASTENED.count} count in full`,
    ),
    ...line(
      `Appliances under ${showVA(FASTENED.leastVA)}`,
      small,
      1,
      `each is under ${showVA(FASTENED.leastVA)} and counts in full`,
    ),
  ];
}

function dryerLines(loads: readonly CountedLoad[]): CalculationLine[] {
  return ofKind(loads, "dryer").map((dryer) =>
    factorLine({
      label: dryer.label,
      connectedVA: Math.max(LEAST_DRYER.va, dryer.unitVA) * dryer.quantity,
      factor: 1,
      rule: LEAST_DRYER.rule,
      because: () => `the larger of ${showVA(LEAST_DRYER.va)} and the nameplate, each`,
      parts: partsOf([dryer]),
    }),
  );
}

const largestMotor = (counted: readonly CountedLoad[]): CountedLoad | null =>
  ofKind(counted, "air-conditioning", "heat-pump", "motor").reduce<CountedLoad | null>(
    (best, l) => (best && best.unitVA >= l.unitVA ? best : l),
    null,
  );

/** A quarter of the largest motor among the loads that are counted. */
function largestMotorLines(counted: readonly CountedLoad[]): CalculationLine[] {
  const largest = largestMotor(counted);
  if (!largest) return [];
  return [
    factorLine({
      label: `Largest motor: ${largest.label}`,
      connectedVA: largest.unitVA,
      factor: LARGEST_MOTOR.share,
      rule: LARGEST_MOTOR.rule,
      because: () => `${showPercent(LARGEST_MOTOR.share)} of the largest motor is added for its starting`,
    }),
  ];
}

/** A feeder and its device carry 125 % of the continuous loads behind them; chargers are counted so already. */
function continuousLines({ loads, general }: DemandInput): CalculationLine[] {
  const continuous = loads.filter((l) => l.continuous && l.kind !== "ev-charger");
  if (general || continuous.length === 0) return [];
  return [
    factorLine({
      label: "Continuous loads on the feeder",
      connectedVA: totalVA(continuous),
      factor: FEEDER_CONTINUOUS.share,
      rule: FEEDER_CONTINUOUS.rule,
      because: () => "a feeder and its device carry 125 % of what runs for three hours or more",
    }),
  ];
}

/** The standard method of NEC article 220 part III for an edition. */
export const necStandard = ({ lightingTiers }: NecSections): DemandMethod => ({
  id: "nec-standard",
  name: "Standard method",
  rule: "NEC article 220 part III",
  governsBecause: "no other method is allowed here",
  takesChargerInside: false,
  measures: false,
  objection: () => null,
  calculate(input) {
    const { loads } = input;
    const motors = ofKind(loads, "motor");
    const inFull = (label: string, line: string, taken: readonly CountedLoad[], rule: string) =>
      alternative(label, [{ label: line, loads: taken, factor: 1, because: "it counts in full" }], rule);
    // An alternative that brings the largest motor is compared at 125 % of it (220.60).
    const climate = largestOf(
      [
        inFull("Heating", "Electric heating", ofKind(loads, ...HEATING_KINDS), "NEC 220.51"),
        inFull("Air conditioning", "Air conditioning", ofKind(loads, "air-conditioning"), LARGEST_MOTOR.rule),
      ],
      "NEC 220.60",
      (a) => a.va + LARGEST_MOTOR.share * (largestMotor([...a.loads, ...motors])?.unitVA ?? 0),
    );
    const lighting = [...lightingParts(input), ...branchCircuitParts(input)];
    return {
      lines: [
        ...(lighting.length > 0
          ? tieredLines("Lighting, small-appliance and laundry", lighting, DEMAND_TIERS.lighting, lightingTiers)
          : []),
        ...applianceLines(loads),
        ...dryerLines(loads),
        ...cookingLines(input.document, loads),
        ...(climate.largest?.lines ?? []),
        ...(motors.length > 0
          ? [
              factorLine({
                label: "Motors",
                connectedVA: totalVA(motors),
                factor: 1,
                rule: "NEC 220.50",
                because: () => "motors count in full",
                parts: partsOf(motors),
              }),
            ]
          : []),
        ...largestMotorLines([...(climate.largest?.loads ?? []), ...motors]),
        ...continuousLines(input),
        ...chargerLines(input),
      ],
      leftOut: climate.leftOut,
      assumptions: areaAssumption(input),
    };
  },
});
