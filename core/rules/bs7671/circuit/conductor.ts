/** Current-carrying capacity of an existing cable by BS 7671, and the largest device that protects it. */
import type { Conductor } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import type { ConductorRating } from "#core/rules/circuit/ampacity.ts";
import { showA } from "#core/units.ts";
import { CABLE_TABLES, type CableTable } from "./circuit-tables.ts";

/** The table's value for a size, A: the largest row for a larger size, 0 below the first row, null between rows. */
function clippedDirectA({ rows }: CableTable, mm2: number): number | null {
  const [smallest, largest] = [rows[0], rows.at(-1)];
  if (smallest && mm2 < smallest.mm2) return 0;
  const row = largest && mm2 > largest.mm2 ? largest : rows.find((r) => r.mm2 === mm2);
  return row?.byMethod.C ?? null;
}

/**
 * Rates a cable by BS 7671, taken as clipped direct: the most it could carry, however it is installed.
 * @param conductor copper, size in mm2 ("6 mm2"); where the type was not recorded, the one that carries least is taken
 * @returns null for a size the tables do not have
 */
export function bsConductor(conductor: Conductor): ConductorRating | null {
  const size = /^(\d+(?:\.\d+)?)\s*mm2$/.exec(conductor.size.trim().toLowerCase())?.[1];
  if (size === undefined || conductor.material === "al") return null;
  const mm2 = Number(size);
  const recorded = ownValue(CABLE_TABLES, conductor.type);
  const possible = (recorded ? [recorded] : Object.values(CABLE_TABLES)).flatMap((type) => {
    const ampacityA = clippedDirectA(type, mm2);
    return ampacityA === null ? [] : [{ ...type, ampacityA }];
  });
  const least = possible.reduce<(typeof possible)[number] | null>(
    (best, t) => (best && best.ampacityA <= t.ampacityA ? best : t),
    null,
  );
  if (!least) return null;
  const { ampacityA } = least;
  return {
    ampacityA,
    mostDeviceA: ampacityA,
    unrecorded: recorded ? [] : ["cable type"],
    cited: {
      rule: `${least.rule}, 433.1`,
      formula: "current-carrying capacity clipped direct (method C); in insulation it is less",
      numbers: `${mm2} mm² ${least.name}${recorded ? "" : ", its cable type not recorded,"} ${ampacityA > 0 ? `= ${showA(ampacityA)}` : "is not in the table"}`,
    },
  };
}
