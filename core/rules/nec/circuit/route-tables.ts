/** Tables of how a circuit runs in North America: supports, boxes, cover. */
import type { SupportSpacing } from "#core/rules/circuit/types.ts";

/** Cable: every 4.5 ft, and within 12 in of a box. Source: NEC 334.30, 338.10(B)(4). */
export const CABLE_SUPPORT: SupportSpacing = {
  item: "support:staple",
  name: "staples",
  every: 4.5,
  fromEnd: 1,
  rule: "NEC 334.30",
};

interface RacewaySupports extends Omit<SupportSpacing, "every"> {
  /** By trade size, ft. */
  everyBySize: Readonly<Record<string, number>> & { other: number };
}

/** Source: NEC 358.30, 352.30 and table 352.30. */
export const RACEWAY_SUPPORTS: Readonly<Record<"emt" | "pvc", RacewaySupports>> = {
  emt: { item: "support:strap", name: "straps", everyBySize: { other: 10 }, fromEnd: 3, rule: "NEC 358.30" },
  pvc: {
    item: "support:strap",
    name: "straps",
    everyBySize: { "1/2 in": 3, "3/4 in": 3, "1 in": 3, other: 5 },
    fromEnd: 3,
    rule: "NEC 352.30",
  },
};

/** Volume for each conductor in a box, in³; larger conductors follow 314.28. Source: NEC table 314.16(B)(1). */
export const BOX_VOLUME: Readonly<Record<string, number>> = {
  "14 AWG": 2,
  "12 AWG": 2.25,
  "10 AWG": 2.5,
  "8 AWG": 3,
  "6 AWG": 5,
};

/** Over PVC conduit, in. Source: NEC table 300.5(A). */
export const COVER_IN = 18;
