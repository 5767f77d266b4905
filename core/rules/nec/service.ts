/** Service conductors of a dwelling (NEC 310.12) and the ratings a service is made in. */
import type { Conductor } from "#core/case/document/types.ts";
import { showA } from "#core/units.ts";
import type { SupplyConductorRules } from "../types.ts";
import { NEC_310_16 } from "./circuit/ampacity-tables.ts";
import { nextStandardDeviceA, tableAmpacityA } from "./circuit/conductor.ts";

/** Conductors that carry the whole dwelling: this share of the rating is enough, from 100 to 400 A. */
const SHARE = 0.83;
const SHARE_FROM_A = 100;

/** A service that utilities name by its continuous rating, and its standard rating (240.6(A)), A. */
export const CLASS_320 = { continuousA: 320, standardA: 400 } as const;
/** Ratings a service may be raised to, ascending, A. */
export const SERVICE_RATINGS_A = [100, 125, 150, 200, 225, CLASS_320.standardA] as const;
/** Ratings that a panel's bus is made in, ascending, A. */
export const BUS_RATINGS_A = [100, 125, 150, 200, 225, 400] as const;

const LARGEST = NEC_310_16[NEC_310_16.length - 1] as (typeof NEC_310_16)[number];

function ratingFor(ampacityA: number): number {
  const byShare = ampacityA / SHARE;
  return byShare >= SHARE_FROM_A ? byShare : Math.min(nextStandardDeviceA(ampacityA), SHARE_FROM_A - 1);
}

export const necServiceConductors: SupplyConductorRules = {
  name: "service conductors",
  allows(conductor: Conductor) {
    const metal = conductor.material ?? "al";
    const ampacityA = tableAmpacityA(conductor.size, metal, 75) ?? tableAmpacityA(conductor.size, "cu", 75);
    if (ampacityA === null) return null;
    const allowsA = ratingFor(ampacityA);
    return {
      ampacityA: allowsA,
      mostDeviceA: allowsA,
      unrecorded: conductor.material === undefined ? ["metal"] : [],
      cited: {
        rule: "NEC 310.12, 230.42",
        formula: `ampacity in the 75 °C column / ${SHARE}, for conductors that carry the whole dwelling`,
        numbers: `${conductor.size} ${metal === "cu" ? "copper" : "aluminum"} ${showA(ampacityA)} serves ${showA(allowsA)}`,
      },
    };
  },
  sizeFor(ratingA, aluminium) {
    const metal = aluminium ? "al" : "cu";
    const row = NEC_310_16.find((r) => r[metal] !== null && ratingFor(r[metal][1]) >= ratingA);
    return row ? { size: row.size, material: metal } : { size: LARGEST.size, material: "cu" };
  },
  fault: "conductor-undersized",
  rule: "NEC 310.12, 230.42",
};
