/**
 * Current-carrying capacity of copper cables clipped direct (reference method C), A, ambient 30 °C, one circuit.
 * Sources: BS 7671 tables 4D5 (flat twin-and-earth 70 °C), 4D4 (armoured 70 °C) and 4D2 (multicore, tough-sheathed,
 * 70 °C); armoured cable of 90 °C is taken at its 70 °C figure, as terminals are 70 °C (512.1.5).
 */
export const CLIPPED_DIRECT_A = {
  "twin-earth": [
    [1, 16],
    [1.5, 20],
    [2.5, 27],
    [4, 37],
    [6, 47],
    [10, 64],
    [16, 85],
  ],
  armoured: [
    [1.5, 21],
    [2.5, 28],
    [4, 38],
    [6, 49],
    [10, 67],
    [16, 89],
    [25, 118],
  ],
  multicore: [
    [2.5, 27],
    [4, 36],
    [6, 46],
    [10, 63],
    [16, 85],
    [25, 112],
  ],
} as const satisfies Record<string, readonly (readonly [mm2: number, ampacityA: number])[]>;
