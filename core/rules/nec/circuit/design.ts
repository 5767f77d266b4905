/** North America: what a charging circuit must carry, and what goes with it. */

import type { Conductor, RunSegment } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import { factorUpTo } from "#core/rules/circuit/factor.ts";
import { isKeptPart } from "#core/rules/circuit/laid.ts";
import type { CircuitRules, CircuitSpec, DesignedSegment, RouteCheck, SizeTrial } from "#core/rules/circuit/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { lengthFt, showA, showNumber, showPercent } from "#core/units.ts";
import { NEC_240_4_D, NEC_240_6, NEC_310_16 } from "./ampacity-tables.ts";
import {
  AMBIENT_90,
  CONDUCTORS,
  circularMils,
  EARTH_CONDUCTOR,
  GROUPING_ADJUSTMENT,
  NM_B_EARTH,
  RACEWAY_FILL,
  RACEWAYS,
} from "./circuit-tables.ts";
import { nextStandardDeviceA } from "./conductor.ts";
import { oldRacewayChecks } from "./old-raceway.ts";
import { pullChecks } from "./pull.ts";
import { necRoute, necSupports } from "./route.ts";

const CONTINUOUS = 1.25;
const PLUG_DEVICE_A = 50;
const PLUG_MOST_A = 40;
const USUAL_AMBIENT_C = 30;
/** Current-carrying conductors of a charger's circuit by itself. */
const OWN_CONDUCTORS = 2;
/** Two lines and a neutral. */
const WITH_NEUTRAL = 3;
const IN_WORDS: Readonly<Record<number, string>> = { [OWN_CONDUCTORS]: "two", [WITH_NEUTRAL]: "three" };
const MOST_A = 80;
const ONE_FILLS = 0.53;
const TWO_FILL = 0.31;
/** A shortfall below this share counts as met: the areas are rounded. */
const ROUNDED = 0.005;

const IN_BUILDING = ["in-wall", "attic"];
const METHODS = [
  { id: "in-wall", name: "In a wall" },
  { id: "attic", name: "Through an attic" },
  { id: "emt", name: "In EMT" },
  { id: "pvc40", name: "In PVC schedule 40" },
  { id: "pvc80", name: "In PVC schedule 80, exposed to damage" },
  { id: "buried-pvc", name: "Buried in PVC schedule 40" },
] as const;
const EVERYWHERE = METHODS.map((m) => m.id);
const TYPES = [
  { id: "nm-b", name: "NM-B cable", methods: IN_BUILDING },
  { id: "thhn", name: "THHN/THWN-2", methods: EVERYWHERE },
  { id: "xhhw-2", name: "XHHW-2", methods: EVERYWHERE },
  { id: "ser", name: "SER cable", methods: IN_BUILDING },
] as const;
const CABLES: readonly string[] = ["nm-b", "ser"];
/** Made in aluminium where the job allows it. */
const ALUMINIUM: readonly string[] = ["xhhw-2", "ser"];

const SIZES = CONDUCTORS.map((c) => c.size);
const between = (from: string, to: string) => SIZES.slice(SIZES.indexOf(from), SIZES.indexOf(to) + 1);
const MADE: Readonly<Record<string, readonly string[]>> = {
  "nm-b": between("14 AWG", "2 AWG"),
  ser: between("8 AWG", "4/0 AWG"),
};
const ALL = between("14 AWG", "500 kcmil");
const ALL_ALUMINIUM = between("8 AWG", "500 kcmil");

const metalName = { cu: "copper", al: "aluminum" } as const;
/** The column of the terminals, the lower one for anything below 75 °C. */
const columnC = (c: number): 60 | 75 => (c >= 75 ? 75 : 60);

interface Carried {
  /** At the terminals' column, A. */
  terminalA: number;
  columnC: number;
  /** After correction and adjustment, no more than the terminals allow, A. */
  finalA: number;
  mostDeviceA: number;
  numbers: string;
}

/** Conductors that carry current together: those of the circuit itself, what it is grouped with, what stays in its raceway. */
function togetherIn(stretch: readonly RunSegment[], asked: CircuitSpec): number {
  // A neutral that carries only what the lines differ by is not counted.
  const beside = stretch.map(
    (s) => (s.grouped ?? asked.grouped ?? OWN_CONDUCTORS) + (s.grouped ? 0 : heldIn(s).length),
  );
  return Math.max(OWN_CONDUCTORS, ...beside);
}

/** Conductors that stay in a raceway; one that is given as a size is single. */
const heldIn = ({ raceway }: Pick<RunSegment, "raceway">): Conductor[] =>
  (raceway?.holds ?? []).map((held) => (typeof held === "string" ? { size: held } : held));

function carriedBy({ size, material, type }: Conductor, stretch: readonly RunSegment[], asked: CircuitSpec): Carried {
  const { ambientC, terminalC } = asked;
  const row = NEC_310_16.find((r) => r.size === size);
  const metal = material ?? "cu";
  const columns = row?.[metal];
  if (!columns) return { terminalA: 0, columnC: 60, finalA: 0, mostDeviceA: 0, numbers: `${size}: not made` };
  const column = type === "nm-b" ? 60 : columnC(terminalC);
  const terminalA = columns[column === 60 ? 0 : 1];
  const ambient = factorUpTo(AMBIENT_90, ambientC ?? USUAL_AMBIENT_C);
  const together = factorUpTo(GROUPING_ADJUSTMENT, togetherIn(stretch, asked));
  const correctedA = columns[2] * ambient * together;
  const finalA = Math.min(correctedA, terminalA);
  const small = ownValue(NEC_240_4_D[metal], size) ?? Number.POSITIVE_INFINITY;
  return {
    terminalA,
    columnC: column,
    finalA,
    mostDeviceA: Math.min(nextStandardDeviceA(finalA), small),
    numbers: `${size} ${metalName[metal]}: ${showA(columns[2])} at 90 °C x ${ambient} x ${together} = ${showA(correctedA)}, no more than ${showA(terminalA)} at ${column} °C = ${showA(finalA)}`,
  };
}

function tries(conductor: Conductor, stretch: readonly RunSegment[], deviceA: number, asked: CircuitSpec): SizeTrial {
  const { chargeA, feederCountsA } = asked;
  const { terminalA, columnC, finalA, mostDeviceA, numbers } = carriedBy(conductor, stretch, asked);
  const countedA = feederCountsA ?? chargeA * CONTINUOUS;
  const isFeeder = feederCountsA !== undefined;
  const carried = isFeeder ? "what the feeder carries" : "the charging current";
  const section = isFeeder ? "NEC 215.2(A)(1)" : "NEC 210.19(A)(1)";
  const small = mostDeviceA < nextStandardDeviceA(finalA);
  const checks = [
    routeCheck(
      "terminals",
      `At the terminals, ${columnC} °C`,
      !exceeds(countedA, terminalA),
      `${section}, ${conductor.type === "nm-b" ? "334.80" : "110.14(C)"}`,
      `table value of the terminals' column, at least ${isFeeder ? "the calculated load, continuous loads at 125 %" : "125 % of the charging current"}`,
      `${showA(terminalA)} against ${isFeeder ? "" : `1.25 x ${showA(chargeA)} = `}${showA(countedA)}`,
    ),
    routeCheck(
      "corrected",
      "Where it runs, corrected",
      !exceeds(chargeA, finalA),
      "NEC 310.15(B), 310.15(C)",
      `value of its insulation x ambient x grouping, no more than the terminals allow, at least ${carried}`,
      `${numbers}, against ${showA(chargeA)}`,
    ),
    routeCheck(
      "device",
      "Protected by its device",
      !exceeds(deviceA, mostDeviceA),
      small ? "NEC 240.4(D)" : "NEC 240.4(B)",
      small ? "small conductors have a largest device" : "no more than the next standard device above what it carries",
      `${showA(deviceA)} against ${showA(mostDeviceA)}`,
    ),
  ];
  checks.push(...racewayChecks(conductor, stretch, deviceA, asked));
  const failed = checks.find((c) => !c.passes);
  return {
    fits: !failed,
    ampacityA: finalA,
    mayCountA: Math.min(terminalA, finalA * CONTINUOUS),
    decidedBy: failed
      ? { rule: failed.rule, formula: failed.formula, numbers: `No size of the table carries this: ${failed.numbers}` }
      : { rule: "NEC 310.16, 310.15", formula: "what it carries where it runs", numbers },
    checks,
  };
}

/** What lies in the raceways that are there already, with the new conductors. */
function racewayChecks(
  conductor: Conductor,
  stretch: readonly RunSegment[],
  deviceA: number,
  asked: CircuitSpec,
): RouteCheck[] {
  const earth = earthOf(conductor, conductor.size, deviceA);
  const added = fillOf(conductor, earth, liveIn(asked));
  return stretch.flatMap((segment) => {
    const inside = insideOf(segment, conductor.type);
    if (!segment.raceway?.existing || !inside) return [];
    const held = heldIn(segment);
    const heldArea = held.reduce((total, one) => total + areaOf(one), 0);
    return [
      routeCheck(
        "existing-raceway",
        `Existing ${inside.name}`,
        !exceeds(heldArea + added, inside.area * RACEWAY_FILL),
        "NEC chapter 9, tables 1, 4 and 5",
        `what stays in it and what is pulled in fill no more than ${showPercent(RACEWAY_FILL)}`,
        `${held.length > 0 ? `${showNumber(heldArea)} + ` : ""}${liveIn(asked)} x ${conductor.size} + ${earth.size} = ${showNumber(heldArea + added)} in² of ${showNumber(inside.area)} in² = ${showPercent((heldArea + added) / inside.area)}`,
      ),
    ];
  });
}

const rowOf = (size: string) => CONDUCTORS.find((c) => c.size === size);

function earthOf({ size, material, type }: Conductor, sizeByAmpacity: string, deviceA: number): Conductor {
  const metal = material ?? "cu";
  const row = EARTH_CONDUCTOR.find(([most]) => deviceA <= most);
  const base = row?.[metal === "cu" ? 1 : 2] ?? size;
  const grown = circularMils(size) / circularMils(sizeByAmpacity);
  const asked = circularMils(base) * grown;
  const made = SIZES.filter((s) => rowOf(s)?.[metal] != null);
  const enough = made.find((s) => circularMils(s) >= asked * (1 - ROUNDED)) ?? size;
  const largest = circularMils(enough) > circularMils(size) ? size : enough;
  return { size: largest, material: metal, ...(type && { type }) };
}

/** The raceway of a method; single conductors inside a building run in EMT. */
const racewayOf = (method: string, type: string | undefined): keyof typeof RACEWAYS | null => {
  if (method === "emt" || method === "pvc40" || method === "pvc80") return method;
  if (method === "buried-pvc") return "pvc40";
  return type && CABLES.includes(type) ? null : "emt";
};

/** Live conductors that a raceway holds: a feeder of a panel has a neutral, too, and so has a circuit for a receptacle with one. */
const liveIn = ({ feederCountsA, hasNeutral }: CircuitSpec): number =>
  feederCountsA === undefined && !hasNeutral ? OWN_CONDUCTORS : WITH_NEUTRAL;

/** Area of a single conductor, in². */
const areaOf = ({ size, type }: Conductor): number => rowOf(size)?.[type === "xhhw-2" ? "xhhw" : "thhn"] ?? 0;

const fillOf = (conductor: Conductor, earth: Conductor, live: number): number =>
  live * areaOf(conductor) + areaOf({ ...conductor, size: earth.size });

/** "3/4" and "3/4 in" are one trade size. */
const isTrade = (made: string, asked: string): boolean => made === asked.trim() || made === `${asked.trim()} in`;

/** Name and inside area, in², of the raceway that a part lies in already; null for one that is not in the tables. */
function insideOf(
  { method, raceway }: Pick<RunSegment, "method" | "raceway">,
  type: string | undefined,
): { name: string; area: number } | null {
  const kind = racewayOf(method, type);
  if (!raceway || !kind) return null;
  const { name, sizes } = RACEWAYS[kind];
  const size = sizes.find(([trade]) => isTrade(trade, raceway.trade));
  return size ? { name: `${size[0]} ${name}`, area: size[1] } : null;
}

/** The share of a raceway that its conductors may fill, by their number (chapter 9, table 1). */
const mostFill = (count: number): number => (count === 1 ? ONE_FILLS : count === 2 ? TWO_FILL : RACEWAY_FILL);

function conduitOf(
  segment: Pick<RunSegment, "method" | "raceway">,
  conductor: Conductor,
  earth: Conductor,
  asked: CircuitSpec,
): string | null {
  const { method } = segment;
  if (segment.raceway?.existing) return insideOf(segment, conductor.type)?.name ?? null;
  const raceway = racewayOf(method, conductor.type);
  if (!raceway) return null;
  const { name, sizes } = RACEWAYS[raceway];
  const fill = fillOf(conductor, earth, liveIn(asked));
  const [trade] = sizes.find(([, inside]) => !exceeds(fill, inside * RACEWAY_FILL)) ?? [];
  return trade ? `${trade} ${name}` : `larger than 2 in ${name}`;
}

/** A conductor at 20 °C against its resistance of table 8, which is at 75 °C. Source: NEC chapter 9, table 8, note 2. */
const AT_20_C = { cu: 0.822, al: 0.819 } as const;

/** Resistance of the grounding conductor along a run at 20 °C, ohm; null for a size that is not in the table. */
function groundOhm(laid: readonly RunSegment[], segments: readonly DesignedSegment[]): number | null {
  let total = 0;
  for (const [i, { earthConductor }] of segments.entries()) {
    const metal = earthConductor.material ?? "cu";
    const ohm = rowOf(earthConductor.size)?.[metal];
    const length = laid[i]?.length;
    if (ohm == null || !length) return null;
    total += (lengthFt(length) * ohm * AT_20_C[metal]) / 1000;
  }
  return total;
}

/** How full a conduit is, and the next trade size would be: "23 %; 1 in: 14.2 %". */
function fullness(conduit: string, fill: number): string {
  const { sizes } = Object.values(RACEWAYS).find((r) => conduit.endsWith(r.name)) ?? RACEWAYS.emt;
  const at = sizes.findIndex(([trade]) => conduit.startsWith(`${trade} `));
  const [own, next] = [sizes[at], sizes[at + 1]];
  return [own && showPercent(fill / own[1]), own && next && `the next size, ${next[0]}: ${showPercent(fill / next[1])}`]
    .filter(Boolean)
    .join("; ");
}

export const necCircuit: CircuitRules = {
  terminals: {
    live: ["L1", "L2"],
    earth: "equipment ground",
    device: "Breaker",
    metals: { cu: "copper", al: "aluminum" },
    torqueUnit: "lb-in",
  },
  asksFor: { grouped: "Current-carrying conductors grouped", terminals: true, bends: true, escapeRoute: false },
  methods: METHODS,
  types: TYPES,
  usualTerminalC: 60,
  mostA: MOST_A,
  devicesA({ chargeA, plug, plugDeviceA = PLUG_DEVICE_A, feederCountsA }) {
    if (feederCountsA !== undefined) return NEC_240_6.filter((d) => !exceeds(feederCountsA, d)).slice(0, 1);
    if (exceeds(chargeA, MOST_A) || (plug && exceeds(chargeA, PLUG_MOST_A))) return [];
    if (plug) return exceeds(chargeA * CONTINUOUS, plugDeviceA) ? [] : [plugDeviceA];
    return NEC_240_6.filter((d) => !exceeds(chargeA * CONTINUOUS, d)).slice(0, 1);
  },
  metalOf: (type, { aluminium }) => (aluminium && ALUMINIUM.includes(type) ? "al" : "cu"),
  sizes: (type, metal) => ownValue(MADE, type) ?? (metal === "al" ? ALL_ALUMINIUM : ALL),
  tries,
  lostV({ size, material }, length, amps) {
    const ohm = rowOf(size)?.[material ?? "cu"];
    return ohm == null ? null : (2 * lengthFt(length) * amps * ohm) / 1000;
  },
  volts: (system) => (system === "two-legs-120-208" ? 208 : 240),
  drop: {
    share: 0.03,
    refuses: false,
    rule: "NEC 210.19(A) informational note, chapter 9 table 8",
    inAllRule: "NEC 210.19(A), 215.2(A) informational notes",
  },
  earthOf,
  conduitOf,
  raceways: RACEWAYS.emt.sizes.map(([trade]) => trade),
  racewayFill(segment) {
    const inside = insideOf(segment, undefined);
    const held = heldIn(segment);
    if (!inside || held.length === 0) return null;
    return { share: held.reduce((total, one) => total + areaOf(one), 0) / inside.area, most: mostFill(held.length) };
  },
  supportsOf: necSupports,
  routeChecks: necRoute,
  keptMostA(conductor, segments, asked) {
    const { terminalA, finalA, mostDeviceA } = carriedBy(conductor, segments.filter(isKeptPart), asked);
    const deviceA = NEC_240_6.findLast((d) => !exceeds(d, mostDeviceA)) ?? 0;
    return { deviceA, chargeA: Math.min(deviceA / CONTINUOUS, terminalA / CONTINUOUS, finalA) };
  },
  finish(design, stretchesOfRun, asked) {
    const { deviceA, chargeA, conductor, earthConductor, stretches, segments } = design;
    const grown = stretches.some((s) => s.conductor.size !== s.sizeByAmpacity);
    const checks: RouteCheck[] = [
      routeCheck(
        "overcurrent",
        "Overcurrent device",
        true,
        asked.feederCountsA === undefined ? "NEC 625.42, 240.6" : "NEC 215.3, 240.6",
        asked.feederCountsA !== undefined
          ? "the smallest standard device of at least the calculated load, continuous loads at 125 %"
          : asked.plug
            ? "a charger with a plug: 50 A, its receptacle too"
            : "the smallest standard device of at least 125 % of the charging current",
        asked.feederCountsA !== undefined
          ? `${showA(asked.feederCountsA)}: ${showA(deviceA)}`
          : asked.plug
            ? `${showA(deviceA)}`
            : `1.25 x ${showA(chargeA)} = ${showA(chargeA * CONTINUOUS)}: ${showA(deviceA)}`,
      ),
      ...design.checks,
      routeCheck(
        "earth-conductor",
        "Equipment grounding conductor",
        true,
        grown ? "NEC 250.122(A), 250.122(B)" : "NEC 250.122(A)",
        grown ? "by the device, enlarged with the phase conductors' area" : "by the device",
        `${showA(deviceA)}: ${earthConductor.size} ${metalName[earthConductor.material ?? "cu"]}`,
      ),
    ];
    const filled = new Set<string>();
    for (const s of segments) {
      if (!s.conduit || s.conduitIsThere || filled.has(s.conduit)) continue;
      filled.add(s.conduit);
      const live = liveIn(asked);
      const fill = fillOf(s.conductor, s.earthConductor, live);
      checks.push(
        routeCheck(
          "conduit-fill",
          `Conduit, ${s.conduit}`,
          !s.conduit.startsWith("larger"),
          "NEC chapter 9, tables 1, 4 and 5",
          `${IN_WORDS[live]} conductors and the grounding conductor fill no more than ${showPercent(RACEWAY_FILL)}`,
          `${live} x ${s.conductor.size} + ${s.earthConductor.size} = ${showNumber(fill)} in² = ${fullness(s.conduit, fill) || "more than the largest holds"}`,
        ),
      );
    }
    checks.push(...pullChecks(stretchesOfRun.flat(), segments, liveIn(asked)));
    checks.push(...oldRacewayChecks(stretchesOfRun.flat(), segments));
    const cautions = [...design.cautions];
    const ownEarth = conductor.type === "nm-b" ? ownValue(NM_B_EARTH, conductor.size) : undefined;
    if (ownEarth && circularMils(ownEarth) < circularMils(earthConductor.size))
      cautions.push(
        `The cable's own grounding conductor is ${ownEarth}; ${earthConductor.size} is asked for: use single conductors in a raceway.`,
      );
    if ((asked.grouped ?? OWN_CONDUCTORS) > OWN_CONDUCTORS && segments.some((s) => s.conduit))
      cautions.push(
        "The raceway is sized for this circuit alone: where others share it, its fill is to be worked out anew.",
      );
    return { ...design, continuityOhm: groundOhm(stretchesOfRun.flat(), segments), checks, cautions };
  },
};
