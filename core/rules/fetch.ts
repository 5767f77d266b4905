/** Fetches the edition that a job is judged by, where it is not at hand. */
import type { RuleSetId } from "#core/case/document/types.ts";
import { isAtHand, keepAtHand } from "./index.ts";
import type { Codebook } from "./types.ts";

const FETCH: Readonly<Record<RuleSetId, () => Promise<Codebook>>> = {
  "us-nec-2023": async () => (await import("./nec/2023.ts")).nec2023Codebook,
  "us-nec-2020": async () => (await import("./nec/2020.ts")).nec2020Codebook,
  "uk-bs7671-2018-a2": async () => (await import("./bs7671/index.ts")).bs7671Codebook,
};

/** Loads the codebook of a rule set, if it is not loaded yet. */
export async function fetchCodebook(rules: RuleSetId): Promise<void> {
  if (!isAtHand(rules)) keepAtHand(await FETCH[rules]());
}
