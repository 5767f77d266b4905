/** Usual panels of North American houses by their age. Heron's own figures: they only spare typing, and are marked as assumed. */
import type { TypicalCircuit, TypicalHome } from "../typical-home.ts";

/** One 15 A circuit of general lighting for 600 ft² of 3 VA (1,800 VA, NEC 220.41). */
const GENERAL = { device: "15 General", ft2Each: 600 } as const;

const KITCHEN: readonly TypicalCircuit[] = [
  { device: "20 Kitchen" },
  { device: "20 Kitchen" },
  { device: "20 Laundry", load: "laundry-circuit" },
  { device: "2p 50 Range", load: "range" },
  { device: "2p 30 Dryer", load: "dryer" },
  { device: "2p 30 Water heater", load: "water-heater" },
];
const LATER: readonly TypicalCircuit[] = [
  ...KITCHEN,
  { device: "20 Bathroom" },
  { device: "20 Dishwasher", load: "dishwasher" },
  { device: "15 Disposal", load: "disposal" },
  { device: "2p 30 Air conditioning", load: "air-conditioning" },
];

export const necTypicalHomes: readonly TypicalHome[] = [
  { id: "before-1970", built: "before 1970", mainA: 100, busA: 100, spaces: 20, circuits: KITCHEN, general: GENERAL },
  { id: "1970-1995", built: "1970 to 1995", mainA: 150, busA: 150, spaces: 30, circuits: LATER, general: GENERAL },
  {
    id: "after-1995",
    built: "after 1995",
    mainA: 200,
    busA: 200,
    spaces: 40,
    circuits: [...LATER, { device: "20 Garage" }],
    general: GENERAL,
  },
];
