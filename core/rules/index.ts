/**
 * The editions at hand. The server, the command line and tests have all of them (`editions.ts`); a page fetches the book
 * of its job (`fetch.ts`), so that no job carries the rules of another country.
 */
import type { RuleSetId } from "#core/case/document/types.ts";
import type { Codebook } from "./types.ts";

const atHand = new Map<RuleSetId, Codebook>();

/** Registers a loaded codebook. */
export function keepAtHand(codebook: Codebook): void {
  atHand.set(codebook.id, codebook);
}

/** Whether the codebook of a rule set is loaded. */
export const isAtHand = (rules: RuleSetId): boolean => atHand.has(rules);

/** The codebook of a rule set; the id has been checked at the edge. */
export function codebookOf(rules: RuleSetId): Codebook {
  const found = atHand.get(rules);
  if (!found) throw new Error(`no codebook for ${rules}`);
  return found;
}
