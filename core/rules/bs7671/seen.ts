/** Sections of BS 7671 for the faults that are seen on site. */
import type { SeenCode } from "../findings/seen.ts";

export const ukSeenRules: Readonly<Record<SeenCode, string>> = {
  "heat-marks": "BS 7671 134.1.1, 526.1",
  "do-not-disturb": "BS 7671 132.16",
  "bonding-absent": "BS 7671 411.3.1.2, 544.1",
  "doubled-lug": "BS 7671 526.2",
  "working-space": "BS 7671 132.12, 513.1",
  corrosion: "BS 7671 512.2, 522.3",
  "gland-unsealed": "BS 7671 416.2, 421.1.201",
};
