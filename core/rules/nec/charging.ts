/** NEC rules for a charging circuit that both editions share; the edition adds its minimum load. */

import { exceeds } from "#core/tolerance.ts";
import { showA, showPercent, showVA } from "#core/units.ts";
import type { ConductorRating } from "../circuit/ampacity.ts";
import type { ChargingRules, CountedCharge } from "../types.ts";
import { NEC_240_6 } from "./circuit/ampacity-tables.ts";

/** Charging settings and the standard device for each (625.42, 240.6). */
const DEVICE_FOR_SETTING: readonly (readonly [chargeA: number, deviceA: number])[] = [
  [12, 15],
  [16, 20],
  [20, 25],
  [24, 30],
  [28, 35],
  [32, 40],
  [36, 45],
  [40, 50],
  [48, 60],
  [56, 70],
  [64, 80],
  [72, 90],
  [80, 100],
];

/** Charging is a continuous load: circuit and device carry at least 125 % of it (625.42). */
const CONTINUOUS = 1.25;

/** Plug and receptacle: 50 A at most, so 40 A of charging (625.44). */
const PLUG_MOST_A = 40;
/** Larger equipment has a disconnect of its own, readily accessible and lockable open (625.43), A. */
const DISCONNECT_ABOVE_A = 60;
/** Below this a charger pauses, A. */
const LEAST_OFFER_A = 6;

/**
 * @param edition smallest load a charger is counted at, VA (0 where the edition names none), and its section
 */
export function necCharging({
  leastVA: editionLeastVA,
  rule: leastRule,
}: {
  leastVA: number;
  rule: string;
}): ChargingRules {
  // A lead in a general-purpose receptacle is part of what the receptacles are counted for; no minimum of its own.
  const nameplateVA = (chargeA: number, volts: number, slow = false): CountedCharge => {
    const nameplate = chargeA * volts;
    const leastVA = slow ? 0 : editionLeastVA;
    return {
      va: Math.max(nameplate, leastVA),
      cited: () => ({
        rule: leastRule,
        formula:
          leastVA > 0 ? `the larger of ${showVA(leastVA)} and charging current x volts` : "charging current x volts",
        numbers: `${showA(chargeA)} x ${volts} V = ${showVA(nameplate)}${leastVA > nameplate ? `; ${showVA(leastVA)} is larger` : ""}`,
      }),
    };
  };
  const continuousRule = leastRule.includes("625.42") ? leastRule : `${leastRule}, 625.42`;
  return {
    countedRule: (treatment) => (treatment === "outside-125" ? continuousRule : leastRule),
    settingsA: DEVICE_FOR_SETTING.map(([chargeA]) => chargeA),
    minimumA: 12,
    usualMaxA: 48,
    poles: 2,
    deviceA(chargeA) {
      const standard = DEVICE_FOR_SETTING.find(([setting]) => setting === chargeA)?.[1];
      return standard ?? NEC_240_6.find((d) => !exceeds(chargeA * CONTINUOUS, d)) ?? chargeA * CONTINUOUS;
    },
    continuousFactor: CONTINUOUS,
    chargeOnCircuitA: (circuitA) => circuitA / CONTINUOUS,
    devicesA: NEC_240_6,
    deviceOnConductorA: ({ mostDeviceA }: ConductorRating) => mostDeviceA,
    plug: { mostA: PLUG_MOST_A, end: "a receptacle with GFCI protection", rule: "NEC 625.44, 625.54" },
    disconnect: { aboveA: DISCONNECT_ABOVE_A, rule: "NEC 625.43" },
    ownCircuitRule: null,
    settingRule: "NEC 625.42",
    leastOfferA: LEAST_OFFER_A,
    usualRun: { length: { value: 30, unit: "ft" }, method: "in-wall", conductorType: "nm-b" },
    counted(chargeA, volts, treatment, slow = false) {
      const leastVA = slow ? 0 : editionLeastVA;
      if (treatment !== "outside-125") return nameplateVA(chargeA, volts, slow);
      const continuous = chargeA * volts * CONTINUOUS;
      return {
        va: Math.max(continuous, leastVA),
        cited: () => ({
          rule: continuousRule,
          formula: `${showPercent(CONTINUOUS)} of charging current x volts${leastVA > 0 ? `, at least ${showVA(leastVA)}` : ""}`,
          numbers: `${CONTINUOUS} x ${showA(chargeA)} x ${volts} V = ${showVA(continuous)}${leastVA > continuous ? `; ${showVA(leastVA)} is larger` : ""}`,
        }),
      };
    },
    nameplateVA,
  };
}
