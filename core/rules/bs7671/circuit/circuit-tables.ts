/** Tables that a charging circuit is designed by in the United Kingdom: copper, one single-phase circuit. */

/** Reference methods: C clipped, A insulated wall, E free air, D ground, 100 to 103 floors, ceilings and stud walls. */
export type ReferenceMethod = "C" | "A" | "E" | "D" | "100" | "101" | "102" | "103";

export interface CableTable {
  /** As it is called in a sentence. */
  name: string;
  rule: string;
  /** By size in mm2, ascending: capacity by reference method, A. */
  rows: readonly { mm2: number; byMethod: Partial<Record<ReferenceMethod, number>> }[];
  /** R1+R2 by size at 20 °C, milliohm per metre. */
  loop: Readonly<Record<number, number>>;
  /** Earth conductor by size of the line conductor, mm2; a separate core of the same size where absent. */
  earth?: Readonly<Record<number, number>>;
}

/** R1+R2 with an earth of the same size as the line. Source: IET guidance, table I1. */
const EQUAL_LOOP = { 1.5: 24.2, 2.5: 14.82, 4: 9.22, 6: 6.16, 10: 3.66, 16: 2.3, 25: 1.454 };

/** Source: BS 7671 table 4D5; R1+R2 with the smaller earth. */
export const TWIN_EARTH: CableTable = {
  name: "twin-and-earth",
  rule: "BS 7671 table 4D5",
  rows: (
    [
      [1, 13, 10.5, 13, 8, 16, 11.5],
      [1.5, 16, 13, 16, 10, 20, 14.5],
      [2.5, 21, 17, 21, 13.5, 27, 20],
      [4, 27, 22, 27, 17.5, 37, 26],
      [6, 34, 27, 35, 23.5, 47, 32],
      [10, 45, 36, 47, 32, 64, 44],
      [16, 57, 46, 63, 42.5, 85, 57],
    ] as const
  ).map(([mm2, m100, m101, m102, m103, C, A]) => ({
    mm2,
    byMethod: { "100": m100, "101": m101, "102": m102, "103": m103, C, A },
  })),
  loop: { 1.5: 30.2, 2.5: 19.51, 4: 16.71, 6: 10.49, 10: 6.44, 16: 4.23 },
  earth: { 1.5: 1, 2.5: 1.5, 4: 1.5, 6: 2.5, 10: 4, 16: 6 },
};

/** Source: BS 7671 table 4D4; cable of 90 °C is taken at its 70 °C figures, as terminals are 70 °C (512.1.5). */
const ARMOURED: CableTable = {
  name: "armoured",
  rule: "BS 7671 table 4D4",
  rows: (
    [
      [1.5, 21, 22, 22],
      [2.5, 28, 31, 29],
      [4, 38, 41, 37],
      [6, 49, 53, 46],
      [10, 67, 72, 60],
      [16, 89, 97, 78],
      [25, 118, 128, 99],
    ] as const
  ).map(([mm2, C, E, D]) => ({ mm2, byMethod: { C, E, D } })),
  loop: EQUAL_LOOP,
};

/** Source: BS 7671 table 4D2, tough-sheathed cable without armour. */
const MULTICORE: CableTable = {
  name: "tough-sheathed",
  rule: "BS 7671 table 4D2",
  rows: (
    [
      [2.5, 27],
      [4, 36],
      [6, 46],
      [10, 63],
      [16, 85],
      [25, 112],
    ] as const
  ).map(([mm2, C]) => ({ mm2, byMethod: { C } })),
  loop: EQUAL_LOOP,
};

/** By the type of a conductor as the open format names it. */
export const CABLE_TABLES: Readonly<Record<string, CableTable>> = {
  "twin-earth": TWIN_EARTH,
  "armoured-70": ARMOURED,
  "armoured-90": ARMOURED,
  "multicore-70": MULTICORE,
};

/** Volt drop of a single-phase circuit by size, mV/A/m. Source: BS 7671 appendix 4, 70 °C cables. */
export const DROP_MV: Readonly<Record<number, number>> = {
  1.5: 29,
  2.5: 18,
  4: 11,
  6: 7.3,
  10: 4.4,
  16: 2.8,
  25: 1.75,
};

type Factors = readonly (readonly [upTo: number, factor: number])[];

/** Correction of 70 °C insulation for the temperature round the cable. Sources: BS 7671 tables 4B1 and 4B2. */
export const AMBIENT_FACTORS: { air: Factors; ground: Factors } = {
  air: [
    [25, 1.03],
    [30, 1],
    [35, 0.94],
    [40, 0.87],
    [45, 0.79],
    [50, 0.71],
    [55, 0.61],
    [60, 0.5],
  ],
  ground: [
    [10, 1.1],
    [15, 1.05],
    [20, 1],
    [25, 0.95],
    [30, 0.89],
    [35, 0.84],
    [40, 0.77],
    [45, 0.71],
    [50, 0.63],
    [55, 0.55],
    [60, 0.45],
  ],
};

/**
 * Correction for grouped circuits, by their number. Sources: BS 7671 tables 4C1 (bunched) and 4C2 (in the ground,
 * touching).
 */
export const GROUPING_FACTORS: { air: Factors; ground: Factors } = {
  air: [
    [1, 1],
    [2, 0.8],
    [3, 0.7],
    [4, 0.65],
    [5, 0.6],
    [6, 0.57],
    [7, 0.54],
    [8, 0.52],
    [9, 0.5],
    [12, 0.45],
    [16, 0.41],
    [20, 0.38],
  ],
  ground: [
    [1, 1],
    [2, 0.75],
    [3, 0.65],
    [4, 0.6],
    [5, 0.55],
    [6, 0.5],
  ],
};
