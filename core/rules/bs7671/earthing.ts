import type { CaseDocument } from "#core/case/document/types.ts";

type Earthing = NonNullable<CaseDocument["supply"]["earthing"]>;

/**
 * The external earth fault loop impedance (Ze), at an electrode its resistance to earth, that an arrangement may have, ohm.
 * Source: network operators' declared maximum for TN; BS 7671 table 41.5 for TT: 50 V while the RCD's 30 mA flow.
 */
export const MOST_ZE_OHM = {
  "tn-c-s": { ohm: 0.35, rule: "BS 7671 313.1, network operator's declared maximum" },
  "tn-s": { ohm: 0.8, rule: "BS 7671 313.1, network operator's declared maximum" },
  tt: { ohm: 1667, rule: "BS 7671 411.5.3, table 41.5" },
} as const;

/** An electrode above this is not expected to stay as it is through a dry summer, ohm. */
export const STABLE_ELECTRODE_OHM = 200;

/** Above this the earth and its bonding of a combined conductor grow with it, mm². Source: BS 7671 table 54.8. */
const BONDING_10_UP_TO_MM2 = 35;

/**
 * The main earth that tails of a size need, copper, mm²; null where no table gives it.
 * Source: BS 7671 table 54.7: as the line up to 16 mm², then 16 mm² up to 35 mm².
 * @param tailsMm2 null where unknown: taken as the largest that a home has
 */
export const mainEarthMm2 = (earthing: Earthing, tailsMm2: number | null): number | null =>
  earthing === "tt" || (tailsMm2 ?? 0) > BONDING_10_UP_TO_MM2 ? null : Math.min(tailsMm2 ?? 16, 16);

/**
 * Main bonding, copper, mm². Source: BS 7671 table 54.8 for a combined neutral and earth; 544.1.1 otherwise: half of
 * the main earth, and 6 mm² at least.
 */
export function bondingMm2(earthing: Earthing, tailsMm2: number | null): number | null {
  if ((tailsMm2 ?? 0) > BONDING_10_UP_TO_MM2) return null;
  if (earthing === "tn-c-s") return 10;
  return (mainEarthMm2(earthing, tailsMm2) ?? 0) / 2 > 6 ? 10 : 6;
}

/** How far along the pipe from the meter or stop cock a bonding clamp may be, mm. Source: BS 7671 544.1.2. */
export const BONDING_WITHIN_MM = 600;

/** What an ordinary device breaks by itself, and a board behind the cut-out's fuse, kA. Source: BS EN 60898, BS EN 61439-3. */
export const BREAKS_KA = { device: 6, board: 16 } as const;
