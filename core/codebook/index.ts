/** The editions that ship; a new one is a folder and one line here. */
import type { RuleSetId } from "#core/case/document/types.ts";
import { bs7671 } from "./bs7671-2018-a2/index.ts";
import { nec2020 } from "./nec-2020/index.ts";
import { nec2023 } from "./nec-2023/index.ts";
import type { Codebook } from "./types.ts";

export const CODEBOOKS: readonly Codebook[] = [nec2023, nec2020, bs7671];

/** The codebook of a rule set; the id has been checked at the edge. */
export function codebookOf(rules: RuleSetId): Codebook {
  const found = CODEBOOKS.find((c) => c.id === rules);
  if (!found) throw new Error(`no codebook for ${rules}`);
  return found;
}
