/** The editions that ship; a new one is a folder, one line here and one in `fetch.ts`. */
import { bs7671 } from "./bs7671-2018-a2/index.ts";
import { keepAtHand } from "./index.ts";
import { nec2020 } from "./nec-2020/index.ts";
import { nec2023 } from "./nec-2023/index.ts";
import type { Codebook } from "./types.ts";

export const CODEBOOKS: readonly Codebook[] = [nec2023, nec2020, bs7671];
for (const codebook of CODEBOOKS) keepAtHand(codebook);
