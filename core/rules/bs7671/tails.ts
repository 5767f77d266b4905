/** Tails between cut-out, meter and board, copper. Source: network operators' conditions, BS 7671 434.3. */
import { showA } from "#core/units.ts";
import type { SupplyConductorRules } from "../types.ts";
import { withSizedEarths } from "./earth-findings.ts";
import { mm2Of } from "./mm2.ts";

const TAILS = [
  { mm2: 10, upToA: 60 },
  { mm2: 16, upToA: 80 },
  { mm2: 25, upToA: 100 },
  { mm2: 35, upToA: 125 },
] as const;

export const ukTails: SupplyConductorRules = {
  name: "tails",
  allows(conductor) {
    const mm2 = mm2Of(conductor);
    if (mm2 === null || conductor.material === "al") return null;
    const allowsA = TAILS.reduce((most, t) => (t.mm2 <= mm2 ? t.upToA : most), 0);
    return {
      ampacityA: allowsA,
      mostDeviceA: allowsA,
      unrecorded: [],
      cited: {
        rule: "BS 7671 434.3, network operator's tails",
        formula: "largest cut-out fuse for tails of this size",
        numbers: `${mm2} mm² tails: ${showA(allowsA)} at most`,
      },
    };
  },
  sizeFor(ratingA) {
    const row = TAILS.find((t) => t.upToA >= ratingA) ?? TAILS[TAILS.length - 1];
    return { size: `${row?.mm2} mm2`, material: "cu" };
  },
  withSizedEarths,
  fault: "tails-undersized",
  rule: "BS 7671 434.3, network operator's tails",
};
