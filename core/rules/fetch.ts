/** Fetches the rule book that a job is judged by, where it is not at hand; a new book is a folder and one line here. */
import type { RuleSetId } from "#core/case/document/types.ts";
import { BOOK_OF_RULES } from "#core/case/document/vocabulary.ts";
import { isAtHand, keepAtHand } from "./index.ts";
import type { Codebook } from "./types.ts";

const FETCH: Readonly<Record<(typeof BOOK_OF_RULES)[RuleSetId], () => Promise<readonly Codebook[]>>> = {
  nec: async () => (await import("./nec/editions.ts")).necEditions,
  bs7671: async () => (await import("./bs7671/editions.ts")).bs7671Editions,
};

/** Loads the book of a rule set with all its editions, if it is not loaded yet. */
export async function fetchCodebook(rules: RuleSetId): Promise<void> {
  if (!isAtHand(rules)) for (const codebook of await FETCH[BOOK_OF_RULES[rules]]()) keepAtHand(codebook);
}
