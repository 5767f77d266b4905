/** NEC 2023: a charger is counted at 7200 VA or its nameplate, whichever is larger (220.57). */
import { necCodebook } from "./index.ts";

export const nec2023Codebook = necCodebook({
  id: "us-nec-2023",
  name: "NEC 2023",
  leastChargerVA: 7200,
  sections: {
    edition: "2023",
    lighting: "NEC 220.41",
    lightingTiers: "NEC Table 220.45",
    evLoad: "NEC 220.57",
    management: "NEC 220.70, 750.30, 625.42",
    bus: { far: "NEC 705.12(B)(2)", near: "NEC 705.12(B)(1)", sum: "NEC 705.12(B)(3)" },
  },
});
