/** The editions of BS 7671. */
import { bs7671Codebook } from "./index.ts";

export const bs7671Editions = [bs7671Codebook] as const;
