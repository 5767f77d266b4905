/** Sections of the NEC for the faults that are seen on site. */
import type { SeenCode } from "../findings/seen.ts";

export const necSeenRules: Readonly<Record<SeenCode, string>> = {
  "heat-marks": "NEC 110.12(B)",
  "do-not-disturb": "NEC 110.3(B)",
  "bonding-absent": "NEC 250.104",
  "doubled-lug": "NEC 110.14(A)",
  "working-space": "NEC 110.26(A)",
  corrosion: "NEC 110.11, 312.2",
  "gland-unsealed": "NEC 110.12(A), 312.5",
};
