/** United Kingdom: what a charging circuit must carry, and what goes with it. */

import type { Conductor, RunSegment } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { factorUpTo } from "#core/rules/circuit/factor.ts";
import { isKeptPart } from "#core/rules/circuit/laid.ts";
import type { CircuitRules, CircuitSpec, FeederSpec, RouteCheck, SizeTrial } from "#core/rules/circuit/types.ts";
import { exceeds, isSameFigure } from "#core/tolerance.ts";
import { lengthM, showA, showNumber, showOhm } from "#core/units.ts";
import type { Bs7671Sections } from "../sections.ts";
import {
  AMBIENT_FACTORS,
  CABLE_TABLES,
  type CableTable,
  DROP_MV,
  GROUPING_FACTORS,
  type ReferenceMethod,
  TWIN_EARTH,
} from "./circuit-tables.ts";
import { bsRoute, bsSupports } from "./route.ts";

const VOLTS = 230;
const DEVICES_A = [6, 10, 16, 20, 25, 32, 40, 50, 63] as const;
const USUAL_DEVICE_FOR_32_A = 40;
const MOST_KEPT_DEVICE_A = 40;
const USUAL_C = { air: 30, ground: 20 } as const;
/** Conductors at 70 °C, against their resistance at 20 °C. */
const HOT = 1.2;
/** Least voltage factor of the supply, and what makes a type B device trip at once, times its rating. */
const C_MIN = 0.95;
const TYPE_B = 5;
/** TT: 50 V over what the RCD trips at; and what is aimed at as stable, ohm. */
const TT_LIMIT_OHM = 50 / 0.03;
const TT_STABLE_OHM = 200;
/** Three loaded cores carry less than two: Heron's own figure, no more than the tables give; the maker's comes first. */
const THREE_LOADED = 0.83;
/** Largest loop with which a type B device trips at once, hot, ohm (411.4.4). */
export const loopLimitOhm = (deviceA: number): number => (VOLTS * C_MIN) / (TYPE_B * deviceA);
/** A measured cold value is compared with this share of the limit. */
const COLD = 0.8;

const REFERENCE: Readonly<Record<string, ReferenceMethod>> = {
  clipped: "C",
  trunking: "C",
  "free-air": "E",
  ground: "D",
  "insulated-wall": "A",
  "ceiling-insulated": "100",
  "ceiling-deep-insulated": "101",
  "stud-touching": "102",
  "stud-not-touching": "103",
};
const METHODS = [
  { id: "clipped", name: "Clipped direct" },
  { id: "trunking", name: "In trunking, alone on a surface" },
  { id: "free-air", name: "On a tray, in free air" },
  { id: "ground", name: "Buried in the ground" },
  { id: "insulated-wall", name: "In an insulated wall, in conduit" },
  { id: "ceiling-insulated", name: "Above a ceiling, up to 100 mm of insulation" },
  { id: "ceiling-deep-insulated", name: "Above a ceiling, more than 100 mm of insulation" },
  { id: "stud-touching", name: "In a stud wall, touching the surface" },
  { id: "stud-not-touching", name: "In a stud wall, not touching" },
] as const;

const ARMOURED_METHODS = ["clipped", "free-air", "ground", "trunking"];
const TYPES = [
  {
    id: "twin-earth",
    name: "Flat twin-and-earth",
    methods: METHODS.map((m) => m.id).filter((id) => id !== "free-air" && id !== "ground"),
  },
  { id: "armoured-70", name: "Armoured, 70 °C", methods: ARMOURED_METHODS },
  { id: "armoured-90", name: "Armoured, 90 °C (at 70 °C figures)", methods: ARMOURED_METHODS },
  { id: "multicore-70", name: "Tough-sheathed, 70 °C", methods: ["clipped", "trunking"] },
] as const;
const tableOf = ({ type }: Pick<Conductor, "type">): CableTable => ownValue(CABLE_TABLES, type) ?? TWIN_EARTH;
/** Smaller than this no circuit is made. */
const LEAST_MM2 = 1.5;
const rowsOf = (conductor: Pick<Conductor, "type">) => tableOf(conductor).rows.filter((r) => r.mm2 >= LEAST_MM2);
const mm2Of = ({ size }: Pick<Conductor, "size">): number => Number.parseFloat(size);

interface Carried {
  ampacityA: number;
  numbers: string;
}

/** Ampacity of a cable on its worst segment. */
function carriedBy(conductor: Conductor, stretch: readonly RunSegment[], { ambientC, grouped }: CircuitSpec): Carried {
  const table = tableOf(conductor);
  const row = rowsOf(conductor).find((r) => r.mm2 === mm2Of(conductor));
  let worst: Carried = { ampacityA: Number.POSITIVE_INFINITY, numbers: "" };
  for (const segment of stretch) {
    const { method } = segment;
    const reference = ownValue(REFERENCE, method);
    const where = method === "ground" ? "ground" : "air";
    const tabledA = (reference && row?.byMethod[reference]) ?? 0;
    const ca = factorUpTo(AMBIENT_FACTORS[where], ambientC ?? USUAL_C[where]);
    const cg = factorUpTo(GROUPING_FACTORS[where], segment.grouped ?? grouped ?? 1);
    const ampacityA = tabledA * ca * cg;
    if (ampacityA < worst.ampacityA)
      worst = {
        ampacityA,
        numbers: `${conductor.size.replace("mm2", "mm²")} ${table.name}, method ${reference ?? "-"}: ${showA(tabledA)} x ${ca} x ${cg} = ${showA(ampacityA)}`,
      };
  }
  return worst;
}

function tries(conductor: Conductor, stretch: readonly RunSegment[], deviceA: number, asked: CircuitSpec): SizeTrial {
  const carried = carriedBy(conductor, stretch, asked);
  const hasCores = asked.phases !== 3 || conductor.type !== "twin-earth";
  const ampacityA = asked.phases === 3 ? carried.ampacityA * THREE_LOADED : carried.ampacityA;
  const numbers = !hasCores
    ? "flat twin-and-earth has too few cores for three phases"
    : asked.phases === 3
      ? `${carried.numbers}, three loaded cores x ${THREE_LOADED} = ${showA(ampacityA)}`
      : carried.numbers;
  const rule = `${tableOf(conductor).rule}, 433.1`;
  const passes = hasCores && !exceeds(deviceA, ampacityA);
  const formula = "Iz = table value x Ca x Cg at the worst part of the run, at least In";
  return {
    fits: passes,
    ampacityA,
    mayCountA: ampacityA,
    decidedBy: {
      rule,
      formula,
      numbers: passes ? numbers : `No size of the table carries ${showA(deviceA)}: ${numbers}`,
    },
    checks: [
      {
        id: "capacity",
        label: "Current-carrying capacity Iz",
        passes,
        rule,
        formula,
        numbers: `${numbers}, against In ${showA(deviceA)}`,
      },
    ],
  };
}

/** What a feeder adds to a fault's loop while hot, ohm; null where it is not known. */
function feederLoopOhm({ conductor, length }: FeederSpec): number | null {
  if (!conductor || !length) return null;
  const perKm = tableOf(conductor).loop[mm2Of(conductor)];
  return perKm === undefined ? null : (perKm * lengthM(length) * HOT) / 1000;
}

/** The largest standard device for an existing conductor, 40 A at most; the charger may use all of it. */
function keptMostA(conductor: Conductor, segments: readonly RunSegment[], asked: CircuitSpec) {
  const { ampacityA } = carriedBy(conductor, segments.filter(isKeptPart), asked);
  const deviceA = DEVICES_A.findLast((d) => !exceeds(d, Math.min(ampacityA, MOST_KEPT_DEVICE_A))) ?? 0;
  return { deviceA, chargeA: deviceA };
}

/** The circuit rules of BS 7671; an edition adds its sections. */
export const bs7671Circuit = (sections: Bs7671Sections): CircuitRules => ({
  terminals: {
    live: ["line", "neutral"],
    earth: "earth",
    device: "RCBO",
    earthBar: "Earth bar",
    gland: { types: ["armoured-70", "armoured-90"], name: "gland and armour", board: "Board" },
    metals: { cu: "copper", al: "aluminium" },
    torqueUnit: "N m",
  },
  asksFor: { grouped: "Circuits grouped, including this one", terminals: false, bends: false, escapeRoute: true },
  methods: METHODS,
  types: TYPES,
  usualTerminalC: 70,
  mostA: 63,
  devicesA(asked) {
    const { chargeA, deviceSetting, kept, segments, feederCountsA } = asked;
    if (kept) {
      const { deviceA } = keptMostA(kept, segments, asked);
      return !exceeds(chargeA, deviceA) ? [deviceA] : [];
    }
    const standard = DEVICES_A.filter((d) => !exceeds(chargeA, d)).slice(0, 1);
    if (feederCountsA !== undefined || !isSameFigure(chargeA, 32)) return standard;
    // A 32 A charger on a 32 A device before its current is lowered (433.1.1).
    const wanted = deviceSetting ?? USUAL_DEVICE_FOR_32_A;
    return [...new Set([wanted, 32])];
  },
  metalOf: () => "cu",
  sizes: (type) => rowsOf({ type }).map((r) => `${r.mm2} mm2`),
  tries,
  lostV(conductor, length, amps) {
    const mV = DROP_MV[mm2Of(conductor)];
    return mV === undefined ? null : (mV * amps * lengthM(length)) / 1000;
  },
  volts: () => VOLTS,
  drop: { share: 0.05, refuses: true, rule: "BS 7671 525, appendix 4 section 6.4", inAllRule: "BS 7671 525" },
  earthOf(conductor) {
    const mm2 = mm2Of(conductor);
    return { size: `${tableOf(conductor).earth?.[mm2] ?? mm2} mm2`, material: "cu" };
  },
  conduitOf: () => null,
  raceways: [],
  racewayFill: () => null,
  supportsOf: bsSupports,
  routeChecks: (routed) => bsRoute(routed, sections),
  keptMostA,
  finish(design, stretches, { earthing, zeOhm, feeders = [], feederCountsA }) {
    const { chargeA, deviceA } = design;
    const isFeeder = feederCountsA !== undefined;
    const tt = earthing === "tt";
    const earth = tt ? "The earth electrode" : "Ze";
    const zsLimitOhm = tt ? TT_LIMIT_OHM : loopLimitOhm(deviceA);
    const loopOhm = stretches.reduce((total, stretch, i) => {
      const conductor = design.stretches[i]?.conductor as Conductor;
      const metres = stretch.reduce((t, s) => t + lengthM(s.length), 0);
      return total + ((tableOf(conductor).loop[mm2Of(conductor)] ?? 0) * metres * HOT) / 1000;
    }, 0);
    const before = feeders.map(feederLoopOhm);
    const unknown = feeders.filter((_, i) => before[i] === null).map((f) => f.name);
    const feederOhm = before.reduce<number>((total, ohm) => total + (ohm ?? 0), 0);
    const known = zeOhm !== null && zeOhm !== undefined && unknown.length === 0;
    const zsOhm = known ? zeOhm + feederOhm + loopOhm : null;
    const cautions = [...design.cautions];
    if (unknown.length > 0)
      cautions.push(
        `The feeder to ${unknown.join(" and ")} is not known: record its conductor and length, the fault loop leads along it.`,
      );
    const passes = zsOhm !== null && !exceeds(zsOhm, zsLimitOhm);
    if (zeOhm === null || zeOhm === undefined)
      cautions.push(
        `${earth} has not been measured: the fault loop at the ${isFeeder ? "end of the feeder" : "charger"} cannot be worked out yet.`,
      );
    else if (zsOhm !== null && tt && zsOhm > TT_STABLE_OHM)
      cautions.push(
        `An electrode of ${showOhm(zsOhm)} may not stay stable: aim for ${TT_STABLE_OHM} ohm or less (411.5.3).`,
      );
    else if (zsOhm !== null && !passes)
      cautions.push(
        isFeeder
          ? "Zs is over the limit of the feeder's device: take a larger conductor, or give the feeder an RCD that delays (411.4.5), and prove it."
          : "Zs is over the device's limit: the 30 mA RCD gives fault protection (411.4.5); prove that it does.",
      );
    const checks: RouteCheck[] = [
      {
        id: "device",
        label: "Design current and device",
        passes: !exceeds(chargeA, deviceA),
        rule: "BS 7671 433.1",
        formula: "Ib <= In",
        numbers: `${showA(chargeA)} <= ${showA(deviceA)}, type B`,
      },
      ...design.checks,
      {
        id: "fault-loop",
        label: "Earth fault loop Zs, hot",
        passes,
        // The residual-current device gives fault protection where it does not.
        advice: true,
        rule: tt ? "BS 7671 411.5.3" : "BS 7671 411.4.4",
        formula: tt
          ? "RA + 1.2 x (R1+R2) x length of each feeder and of the run <= 50 V / 30 mA"
          : "Ze + 1.2 x (R1+R2) x length of each feeder and of the run <= 230 V x 0.95 / (5 x In)",
        numbers:
          zsOhm === null
            ? `${unknown.length > 0 ? `feeder to ${unknown.join(" and ")} not known` : `${earth} not measured`}; the run adds ${showNumber(loopOhm)} ohm of ${showNumber(zsLimitOhm)} ohm`
            : `${showNumber(zeOhm as number)}${feeders.length > 0 ? ` + ${showNumber(feederOhm)} of feeders` : ""} + ${showNumber(loopOhm)} = ${showNumber(zsOhm)} ohm against ${showNumber(zsLimitOhm)} ohm; cold ${showNumber(zsLimitOhm * COLD)} ohm at most`,
      },
    ];
    return { ...design, zsOhm, zsLimitOhm, continuityOhm: loopOhm / HOT, checks, cautions };
  },
});
