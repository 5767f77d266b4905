/** The editions that ship; a new one is a folder, one line here and one in `fetch.ts`. */
import { bs7671Codebook } from "./bs7671/index.ts";
import { keepAtHand } from "./index.ts";
import { nec2020Codebook } from "./nec/2020.ts";
import { nec2023Codebook } from "./nec/2023.ts";
import type { Codebook } from "./types.ts";

export const CODEBOOKS: readonly Codebook[] = [nec2023Codebook, nec2020Codebook, bs7671Codebook];
for (const codebook of CODEBOOKS) keepAtHand(codebook);
