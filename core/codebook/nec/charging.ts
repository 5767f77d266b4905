/** NEC rules for a charging circuit that both editions share; the edition adds its minimum load. */
import { NEC_240_6 } from "../../circuit/nec-310-16.ts";
import { showA, showPercent, showVA } from "../../units.ts";
import type { ChargingRules, Counted } from "../types.ts";

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

export function necCharging(leastVA: number, leastRule: string): ChargingRules {
  const nameplateVA = (chargeA: number, volts: number): Counted => {
    const nameplate = chargeA * volts;
    return {
      va: Math.max(nameplate, leastVA),
      cited: {
        rule: leastRule,
        formula:
          leastVA > 0 ? `the larger of ${showVA(leastVA)} and charging current x volts` : "charging current x volts",
        numbers: `${showA(chargeA)} x ${volts} V = ${showVA(nameplate)}${leastVA > nameplate ? `; ${showVA(leastVA)} is larger` : ""}`,
      },
    };
  };
  return {
    settingsA: DEVICE_FOR_SETTING.map(([chargeA]) => chargeA),
    minimumA: 12,
    usualMaxA: 48,
    poles: 2,
    deviceA(chargeA) {
      const standard = DEVICE_FOR_SETTING.find(([setting]) => setting === chargeA)?.[1];
      return standard ?? NEC_240_6.find((d) => d >= chargeA * CONTINUOUS - 1e-9) ?? chargeA * CONTINUOUS;
    },
    continuousFactor: CONTINUOUS,
    chargeOnCircuitA: (circuitA) => circuitA / CONTINUOUS,
    counted(chargeA, volts, treatment) {
      if (treatment !== "outside-125") return nameplateVA(chargeA, volts);
      const continuous = chargeA * volts * CONTINUOUS;
      return {
        va: Math.max(continuous, leastVA),
        cited: {
          rule: `${leastRule}, 625.42`,
          formula: `${showPercent(CONTINUOUS)} of charging current x volts${leastVA > 0 ? `, at least ${showVA(leastVA)}` : ""}`,
          numbers: `${CONTINUOUS} x ${showA(chargeA)} x ${volts} V = ${showVA(continuous)}${leastVA > continuous ? `; ${showVA(leastVA)} is larger` : ""}`,
        },
      };
    },
    nameplateVA,
  };
}
