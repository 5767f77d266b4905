/** A new, empty case for a rule set: what is surely there in any home of that kind, nothing guessed. */

import type { CaseDocument, RuleSetId } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";

/** The case of a new job: the rule set's usual supply, panel and loads, with no values read yet. */
export function newCase(rules: RuleSetId, address: string, customer = ""): CaseDocument {
  const codebook = codebookOf(rules);
  return {
    format: "heron-case",
    version: 1,
    title: address,
    rules,
    enquiry: { address, ...(customer && { customer }) },
    dwelling: { kind: "one-family", existing: true, floorArea: null },
    supply: { system: codebook.systems[0] as CaseDocument["supply"]["system"], ratingA: null },
    panels: [{ id: "main", name: codebook.words.mainPanel, fedFrom: "supply", circuits: [] }],
    loads: codebook.startLoads.map((load) => ({ ...load })),
    measured: null,
    charger: { maxA: codebook.charging.usualMaxA, connection: "hard-wired", managed: true, panel: "main" },
    outlets: [],
    need: {},
  };
}
