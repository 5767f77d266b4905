/** Ampacity of an existing conductor by NEC 310.16, and the largest device that protects it. */
import type { Conductor } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import type { ConductorRating } from "#core/rules/circuit/ampacity.ts";
import { showA } from "#core/units.ts";
import { NEC_240_4_D, NEC_240_6, NEC_310_16 } from "./ampacity-tables.ts";

/** Up to this rating terminals count as 60 °C unless both ends are marked 75 °C (110.14(C)). */
export const SIXTY_DEGREES_UP_TO_A = 100;

const SMALLEST_AWG = 14;

/** A size below the tables carries nothing that a charger's circuit could rest on. */
const tooSmall = (is: boolean, size: string, rule: string): ConductorRating | null =>
  is
    ? {
        ampacityA: 0,
        mostDeviceA: 0,
        unrecorded: [],
        cited: {
          rule,
          formula: "smaller than the tables begin: taken as carrying nothing",
          numbers: `${size} is not in the table`,
        },
      }
    : null;

/** Cable types made of copper only, so the metal is not asked for. */
const COPPER_ONLY: readonly string[] = ["nm-b", "thhn"];
/** Cable types limited to the 60 °C column, regardless of the terminals (334.80). */
const SIXTY_DEGREES: readonly string[] = ["nm-b"];

/** The next larger standard device where the ampacity is not a standard rating (240.4(B)), A. */
export const nextStandardDeviceA = (ampacityA: number): number => NEC_240_6.find((d) => d >= ampacityA) ?? ampacityA;

/** Its row of Table 310.16; the largest row for a larger size. */
function necRow(size: string) {
  const asked = size.trim().toLowerCase();
  const exact = NEC_310_16.find((r) => r.size.toLowerCase() === asked);
  const largest = NEC_310_16.at(-1);
  const kcmil = /^(\d+(?:\.\d+)?)\s*kcmil$/.exec(asked)?.[1];
  return exact ?? (kcmil && largest && Number(kcmil) > Number.parseFloat(largest.size) ? largest : null);
}

/** The ampacity of a size in one column of Table 310.16, A; null where the size is not made so. */
export const tableAmpacityA = (size: string, metal: "cu" | "al", columnC: 60 | 75): number | null =>
  necRow(size)?.[metal]?.[columnC === 60 ? 0 : 1] ?? null;

/**
 * Rates a conductor by NEC 310.16 with the limits of 334.80 (NM-B at 60 °C), 240.4(B) and 240.4(D).
 * @param conductor size as written in the open format ("6 AWG", "4/0 AWG", "250 kcmil"); where the metal or the cable
 *   type was not recorded, the one that carries less is taken
 * @param terminalC terminals of 60 or 75 °C
 * @returns null for a size the table does not have
 */
export function necConductor(conductor: Conductor, terminalC: 60 | 75): ConductorRating | null {
  const row = necRow(conductor.size);
  if (!row)
    return tooSmall(
      Number(/^(\d+) awg$/i.exec(conductor.size.trim())?.[1]) > SMALLEST_AWG,
      conductor.size,
      "NEC 310.16",
    );
  const { type } = conductor;
  const copperOnly = type !== undefined && COPPER_ONLY.includes(type);
  const metal = conductor.material ?? (copperOnly || !row.al ? "cu" : "al");
  const columns = row[metal];
  if (!columns) return tooSmall(true, `${row.size} aluminum`, "NEC 310.16");
  const columnC = type === undefined || SIXTY_DEGREES.includes(type) ? 60 : terminalC;
  const tabledA = columns[columnC === 60 ? 0 : 1];
  const smallA = ownValue(NEC_240_4_D[metal], row.size) ?? Number.POSITIVE_INFINITY;
  const mostDeviceA = Math.min(nextStandardDeviceA(tabledA), smallA);
  const unrecorded = [
    ...(conductor.material === undefined && !copperOnly ? ["metal"] : []),
    ...(type === undefined ? ["cable type"] : []),
  ];
  return {
    ampacityA: Math.min(tabledA, smallA),
    mostDeviceA,
    unrecorded,
    cited: {
      rule: Number.isFinite(smallA) ? "NEC 310.16, 240.4(D)" : "NEC 310.16, 240.4(B)",
      formula: "ampacity of the table, at the terminals' temperature or the cable's own where that is lower",
      numbers: `${row.size} ${metal === "cu" ? "copper" : "aluminum"}, ${columnC} °C column${unrecorded.length > 0 ? `, its ${unrecorded.join(" and ")} not recorded` : ""} = ${showA(tabledA)}, a device of ${showA(mostDeviceA)} at most`,
    },
  };
}
