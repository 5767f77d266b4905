/** The editions of BS 7671; a new one is an entry here, with its sections, and its id in the vocabulary. */
import { bs7671Codebook } from "./index.ts";

/** BS 7671:2018 + A2:2022. Devices for current in both directions come from the next amendment and are good practice. */
export const bs7671A2Codebook = bs7671Codebook({
  id: "uk-bs7671-2018-a2",
  name: "BS 7671:2018 + A2:2022",
  sections: { bothWays: "BS 7671 530.3.201 (A3:2024)" },
});

/** BS 7671:2018 + A3:2024, which adds 530.3.201 on devices for current in one direction or both. */
const bs7671A3Codebook = bs7671Codebook({
  id: "uk-bs7671-2018-a3",
  name: "BS 7671:2018 + A3:2024",
  sections: { bothWays: "BS 7671 530.3.201" },
});

export const bs7671Editions = [bs7671A2Codebook, bs7671A3Codebook] as const;
