import { ownValue } from "#core/own-value.ts";

/** Tables that a charging circuit is designed by in North America, beside the ampacities. */

/** Circular mils of a size. Source: NEC chapter 9, table 8; kcmil sizes by their name. */
const CIRCULAR_MILS: Readonly<Record<string, number>> = {
  "14 AWG": 4110,
  "12 AWG": 6530,
  "10 AWG": 10_380,
  "8 AWG": 16_510,
  "6 AWG": 26_240,
  "4 AWG": 41_740,
  "3 AWG": 52_620,
  "2 AWG": 66_360,
  "1 AWG": 83_690,
  "1/0 AWG": 105_600,
  "2/0 AWG": 133_100,
  "3/0 AWG": 167_800,
  "4/0 AWG": 211_600,
};
/** Cross-section of an AWG or kcmil size in circular mils (NEC chapter 9, table 8). */
export const circularMils = (size: string): number => ownValue(CIRCULAR_MILS, size) ?? Number.parseFloat(size) * 1000;

interface Row {
  /** Resistance, ohm per 1000 ft at 75 °C, dc, stranded. */
  cu: number;
  al: number | null;
  /** Area with its insulation, in2. */
  thhn: number;
  xhhw: number;
}

/** Sizes, ascending. Sources: NEC chapter 9, tables 8 and 5. */
export const CONDUCTORS: readonly (Row & { size: string })[] = (
  [
    ["14 AWG", 3.14, null, 0.0097, 0.0139],
    ["12 AWG", 1.98, 3.25, 0.0133, 0.0181],
    ["10 AWG", 1.24, 2.04, 0.0211, 0.0243],
    ["8 AWG", 0.778, 1.28, 0.0366, 0.0437],
    ["6 AWG", 0.491, 0.808, 0.0507, 0.059],
    ["4 AWG", 0.308, 0.508, 0.0824, 0.0814],
    ["3 AWG", 0.245, 0.403, 0.0973, 0.0962],
    ["2 AWG", 0.194, 0.319, 0.1158, 0.1146],
    ["1 AWG", 0.154, 0.253, 0.1562, 0.1534],
    ["1/0 AWG", 0.122, 0.201, 0.1855, 0.1825],
    ["2/0 AWG", 0.0967, 0.159, 0.2223, 0.219],
    ["3/0 AWG", 0.0766, 0.126, 0.2679, 0.2642],
    ["4/0 AWG", 0.0608, 0.1, 0.3237, 0.3197],
    ["250 kcmil", 0.0515, 0.0847, 0.397, 0.3904],
    ["300 kcmil", 0.0429, 0.0707, 0.4608, 0.4536],
    ["350 kcmil", 0.0367, 0.0605, 0.5242, 0.5166],
    ["400 kcmil", 0.0321, 0.0529, 0.5863, 0.5782],
    ["500 kcmil", 0.0258, 0.0424, 0.7073, 0.6984],
  ] as const
).map(([size, cu, al, thhn, xhhw]) => ({ size, cu, al, thhn, xhhw }));

/** Correction of 90 °C insulation by ambient temperature, up to `upToC`. Source: NEC table 310.15(B)(1). */
export const AMBIENT_90: readonly (readonly [upToC: number, factor: number])[] = [
  [10, 1.15],
  [15, 1.12],
  [20, 1.08],
  [25, 1.04],
  [30, 1],
  [35, 0.96],
  [40, 0.91],
  [45, 0.87],
  [50, 0.82],
  [55, 0.76],
  [60, 0.71],
  [65, 0.65],
  [70, 0.58],
];

/** Adjustment by the number of current-carrying conductors, up to `upTo`. Source: NEC table 310.15(C)(1). */
export const GROUPING_ADJUSTMENT: readonly (readonly [upTo: number, factor: number])[] = [
  [3, 1],
  [6, 0.8],
  [9, 0.7],
  [20, 0.5],
  [30, 0.45],
  [40, 0.4],
  [Number.POSITIVE_INFINITY, 0.35],
];

/** Equipment grounding conductor by the rating of the device, up to `upToA`. Source: NEC table 250.122. */
export const EARTH_CONDUCTOR: readonly (readonly [upToA: number, cu: string, al: string])[] = [
  [15, "14 AWG", "12 AWG"],
  [20, "12 AWG", "10 AWG"],
  [60, "10 AWG", "8 AWG"],
  [100, "8 AWG", "6 AWG"],
  [200, "6 AWG", "4 AWG"],
  [300, "4 AWG", "2 AWG"],
  [400, "3 AWG", "1 AWG"],
];

/** The earth conductor that comes in the cable, copper. Source: usual make of the cable. */
export const NM_B_EARTH: Readonly<Record<string, string>> = {
  "14 AWG": "14 AWG",
  "12 AWG": "12 AWG",
  "10 AWG": "10 AWG",
  "8 AWG": "10 AWG",
  "6 AWG": "10 AWG",
  "4 AWG": "8 AWG",
  "3 AWG": "8 AWG",
  "2 AWG": "8 AWG",
};

/** Inside areas of raceways, in2, ascending. Source: NEC chapter 9, table 4. */
export const RACEWAYS = {
  emt: {
    name: "EMT",
    sizes: [
      ["1/2 in", 0.304],
      ["3/4 in", 0.533],
      ["1 in", 0.864],
      ["1-1/4 in", 1.496],
      ["1-1/2 in", 2.036],
      ["2 in", 3.356],
    ],
  },
  pvc40: {
    name: "PVC schedule 40",
    sizes: [
      ["1/2 in", 0.285],
      ["3/4 in", 0.508],
      ["1 in", 0.832],
      ["1-1/4 in", 1.453],
      ["1-1/2 in", 1.986],
      ["2 in", 3.291],
    ],
  },
  pvc80: {
    name: "PVC schedule 80",
    sizes: [
      ["1/2 in", 0.217],
      ["3/4 in", 0.409],
      ["1 in", 0.688],
      ["1-1/4 in", 1.237],
      ["1-1/2 in", 1.711],
      ["2 in", 2.874],
    ],
  },
} as const satisfies Record<string, { name: string; sizes: readonly (readonly [string, number])[] }>;

/** Share of a raceway that three or more conductors may fill. Source: NEC chapter 9, table 1. */
export const RACEWAY_FILL = 0.4;
