/** What a conductor that is already there may carry, and the largest device that protects it. */
import type { Conductor } from "../case/document/types.ts";
import { showA } from "../units.ts";
import type { Cited } from "../why.ts";
import { CLIPPED_DIRECT_A } from "./bs7671-4d.ts";
import { NEC_240_4_D, NEC_240_6, NEC_310_16 } from "./nec-310-16.ts";

/** Ampacity in the 60, 75 and 90 °C columns, A. */
export type Ampacities = readonly [number, number, number];

export interface ConductorRating {
  /** What it may carry, A. */
  ampacityA: number;
  /** Rating of the largest device that protects it, A. */
  mostDeviceA: number;
  cited: Cited;
}

/**
 * Rates a conductor by NEC 310.16 with the limits of 334.80 (NM-B at 60 °C), 240.4(B) and 240.4(D).
 * @param conductor size as written in the open format ("6 AWG", "4/0 AWG", "250 kcmil"); copper where no metal is said
 * @param terminalC terminals of 60 or 75 °C; a wiring method that was not recorded is taken at 60 °C
 * @returns null for a size the table does not have
 */
export function necConductor(conductor: Conductor, terminalC: 60 | 75): ConductorRating | null {
  const metal = conductor.material ?? "cu";
  const row = NEC_310_16.find((r) => r.size.toLowerCase() === conductor.size.trim().toLowerCase());
  const columns = row?.[metal];
  if (!row || !columns) return null;
  const columnC = conductor.type === undefined || conductor.type === "nm-b" ? 60 : terminalC;
  const ampacityA = columns[columnC === 60 ? 0 : 1];
  const nextDeviceA = NEC_240_6.find((d) => d >= ampacityA) ?? ampacityA;
  const smallA = NEC_240_4_D[metal][row.size];
  const mostDeviceA = Math.min(nextDeviceA, smallA ?? Number.POSITIVE_INFINITY);
  const because = conductor.type === undefined ? ", its wiring method is not recorded" : "";
  return {
    ampacityA: Math.min(ampacityA, smallA ?? Number.POSITIVE_INFINITY),
    mostDeviceA,
    cited: {
      rule: smallA === undefined ? "NEC 310.16, 240.4(B)" : "NEC 310.16, 240.4(D)",
      formula: "ampacity of the table, at the terminals' temperature or the cable's own where that is lower",
      numbers: `${row.size} ${metal === "cu" ? "copper" : "aluminium"}, ${columnC} °C column${because} = ${showA(ampacityA)}, a device of ${showA(mostDeviceA)} at most`,
    },
  };
}

/**
 * Rates a cable by BS 7671, taken as clipped direct: the most it could carry, however it is installed.
 * @param conductor size in mm2 ("6 mm2"); twin-and-earth where no type is said
 * @returns null for a size the tables do not have
 */
export function bsConductor(conductor: Conductor): ConductorRating | null {
  const kind = conductor.type?.startsWith("armoured") ? "armoured" : "twin-earth";
  const mm2 = Number.parseFloat(conductor.size);
  const ampacityA = CLIPPED_DIRECT_A[kind][mm2];
  if (ampacityA === undefined || conductor.material === "al") return null;
  return {
    ampacityA,
    mostDeviceA: ampacityA,
    cited: {
      rule: kind === "armoured" ? "BS 7671 table 4D4, 433.1" : "BS 7671 table 4D5, 433.1",
      formula: "current-carrying capacity clipped direct (method C); in insulation it is less",
      numbers: `${mm2} mm² ${kind === "armoured" ? "armoured" : "twin-and-earth"} = ${showA(ampacityA)}`,
    },
  };
}
