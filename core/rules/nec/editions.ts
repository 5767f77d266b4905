/** The editions of the NEC; a new one is an entry here, with its figures and sections, and its id in the vocabulary. */
import { necCodebook } from "./index.ts";

/** NEC 2023: a charger is counted at 7200 VA or its nameplate, whichever is larger (220.57). */
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

/** NEC 2020: a charger is counted at its nameplate; no minimum is named. */
const nec2020Codebook = necCodebook({
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

export const necEditions = [nec2023Codebook, nec2020Codebook] as const;
