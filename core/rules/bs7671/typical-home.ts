/** Usual consumer units of British houses by their age. Heron's own figures: they only spare typing, and are marked as assumed. */
import type { TypicalCircuit, TypicalHome } from "../typical-home.ts";

/** One ring of sockets for each begun 100 m². */
const GENERAL = { device: "b32 Ring", load: "socket-circuit", ft2Each: 1076 } as const;

const CIRCUITS: readonly TypicalCircuit[] = [
  { device: "b6 Lights up", load: "lighting" },
  { device: "b6 Lights down", load: "lighting" },
  { device: "b32 Cooker", load: "cooker" },
  { device: "b16 Immersion heater", load: "immersion" },
];

export const ukTypicalHomes: readonly TypicalHome[] = [
  { id: "before-1990", built: "before 1990", mainA: 80, spaces: 8, circuits: CIRCUITS, general: GENERAL },
  {
    id: "1990-2008",
    built: "1990 to 2008",
    mainA: 100,
    spaces: 10,
    circuits: [...CIRCUITS, { device: "b40 Shower", load: "shower" }],
    general: GENERAL,
  },
  {
    id: "after-2008",
    built: "after 2008",
    mainA: 100,
    spaces: 14,
    circuits: [
      ...CIRCUITS,
      { device: "b40 Shower", load: "shower" },
      { device: "b32 Kitchen ring", load: "socket-circuit" },
      { device: "b6 Smoke alarms" },
    ],
    general: GENERAL,
  },
];
