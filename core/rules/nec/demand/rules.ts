/**
 * Figures of NEC article 220 for dwellings, each once, with its section where the editions agree.
 * Sections that an edition numbers in its own way come with the edition (`NecSections`).
 */
import type { LoadKindId } from "#core/case/document/types.ts";
import type { DemandTier } from "#core/rules/demand/lines.ts";

/** Sections by edition. Source: NEC 2020 and 2023. */
export interface NecSections {
  edition: string;
  /** 3 VA/ft2 of general lighting and receptacles. */
  lighting: string;
  /** Its demand factors. */
  lightingTiers: string;
  /** Section for the load of a charger. */
  evLoad: string;
  /** Loads under energy management. */
  management: string;
  /** Main and sources on one bus: at 120 % with the source at the far end, at 100 %, by the sum of the devices. */
  bus: { far: string; near: string; sum: string };
}

/** 220.14(J) in 2020, 220.41 in 2023. */
export const LIGHTING_VA_PER_FT2 = 3;

/** Branch circuits that every dwelling has, counted even where fewer were entered (210.11(C), 220.52). */
export const LEAST_CIRCUITS: readonly { kind: LoadKindId; least: number; label: string; rule: string }[] = [
  { kind: "small-appliance-circuit", least: 2, label: "Small-appliance circuits", rule: "210.11(C)(1), 220.52(A)" },
  { kind: "laundry-circuit", least: 1, label: "Laundry circuit", rule: "210.11(C)(2), 220.52(B)" },
];

const ENDLESS = Number.POSITIVE_INFINITY;
export const DEMAND_TIERS = {
  /** 220.82(B) */
  dwellingUnit: [
    { upToVA: 10_000, factor: 1 },
    { upToVA: ENDLESS, factor: 0.4 },
  ],
  /** 220.83 */
  existingDwelling: [
    { upToVA: 8000, factor: 1 },
    { upToVA: ENDLESS, factor: 0.4 },
  ],
  /** Table 220.42 in 2020, 220.45 in 2023 */
  lighting: [
    { upToVA: 3000, factor: 1 },
    { upToVA: 120_000, factor: 0.35 },
    { upToVA: ENDLESS, factor: 0.25 },
  ],
} as const satisfies Record<string, readonly DemandTier[]>;

/** 220.82(C): what the alternatives of heating and cooling count at. */
export const CLIMATE = {
  cooling: { factor: 1, clause: "(1)" },
  heatPump: { factor: 1, clause: "(2)" },
  supplemental: { factor: 0.65, clause: "(3)" },
  fewUnits: { factor: 0.65, clause: "(4)" },
  manyUnits: { factor: 0.4, clause: "(5)" },
  storage: { factor: 1, clause: "(6)" },
} as const;
/** With four or more separately controlled units the "four or more" factor applies. 220.82(C), 220.83(B). */
export const MANY_UNITS = 4;

/** 220.82(A): the service or feeder carries at least this, A. */
export const OPTIONAL_LEAST_A = 100;

/** 220.53: with this many fastened-in-place appliances of at least `leastVA` each, the factor applies. */
export const FASTENED = { count: 4, leastVA: 500, factor: 0.75, rule: "NEC 220.53" } as const;
/** 220.54: each dryer, VA. */
export const LEAST_DRYER = { va: 5000, rule: "NEC 220.54" } as const;
/** Added for the continuous loads of a feeder, beside their full value (215.2, 215.3). */
export const FEEDER_CONTINUOUS = { share: 0.25, rule: "NEC 215.2, 215.3" } as const;

/** 220.50, 430.24: so much of the largest motor on top. */
export const LARGEST_MOTOR = { share: 0.25, rule: "NEC 220.50, 430.24" } as const;

/** 220.87: the measured maximum at this factor; how long and how fine it must have been measured. */
export const NEC_MEASURED = {
  factor: 1.25,
  yearDays: 350,
  yearIntervalMinutes: 60,
  recordingDays: 30,
  recordingIntervalMinutes: 15,
  rule: "NEC 220.87",
} as const;

/** Table 220.55, household cooking; VA unless another unit is given. */
export const COOKING = {
  rule: "NEC 220.55",
  /** Up to here it is an appliance fastened in place. */
  applianceUpToVA: 1750,
  columnABelowVA: 3500,
  columnBUpToVA: 8750,
  /** Column C holds for ratings up to this; above, 5 % for each further kilowatt (notes 1 and 2). */
  columnCUpToVA: 12_000,
  perKWAbove: 0.05,
  /** By number of appliances, one to ten, %. */
  columnA: [80, 75, 70, 66, 62, 59, 56, 53, 51, 49],
  columnB: [80, 65, 55, 50, 45, 43, 40, 36, 35, 34],
  /** Kilowatts; from eleven to forty, 15 kW and one for each. */
  columnC: [8, 11, 14, 17, 20, 21, 22, 23, 24, 25],
  columnCManyKW: 15,
} as const;
