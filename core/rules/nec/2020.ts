/** NEC 2020: a charger is counted at its nameplate; no minimum is named. */
import { necCodebook } from "./index.ts";

export const nec2020Codebook = necCodebook({
  id: "us-nec-2020",
  name: "NEC 2020",
  leastChargerVA: 0,
  sections: {
    edition: "2020",
    lighting: "NEC 220.14(J)",
    lightingTiers: "NEC Table 220.42",
    evLoad: "NEC 220.14(A), 625.42",
    management: "NEC 625.42, 750.30",
    bus: { far: "NEC 705.12(B)(3)(2)", near: "NEC 705.12(B)(3)(1)", sum: "NEC 705.12(B)(3)(3)" },
  },
});
