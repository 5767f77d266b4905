/** Every edition that ships, for the server, the command line and tests; a new book is one line here. */
import { bs7671Editions } from "./bs7671/editions.ts";
import { keepAtHand } from "./index.ts";
import { necEditions } from "./nec/editions.ts";
import type { Codebook } from "./types.ts";

export const CODEBOOKS: readonly Codebook[] = [...necEditions, ...bs7671Editions];
for (const codebook of CODEBOOKS) keepAtHand(codebook);
