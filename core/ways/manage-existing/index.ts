/** A charger that stays on its circuit: held back by its own setting where that is enough, otherwise by clamps. */

import { wayReason } from "#core/case/document/reasons.ts";
import { showA } from "#core/units.ts";
import { clampsWork } from "../clamps-work.ts";
import { noChargerThere, onItsCircuit } from "../staying-charger.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";

/** Reasons of a visit in which a charger that stays may have to be held back. */
const ASKS: readonly string[] = ["trips", "hold-back"];

/** Why the charger that is there cannot be judged. */
const refusal = ({ staying }: JudgingContext): RefusedProposal => ({
  refused: [
    staying
      ? wayReason("not-confirmed", "The circuit that feeds the charger has not been recorded", "Site survey")
      : noChargerThere(),
  ],
});

/** The charger at the largest setting that the home and its circuit carry, without anything bought. */
function bySetting(context: JudgingContext): Proposal | null {
  const own = onItsCircuit(context, context.document);
  return (
    own && {
      ...own,
      mostA: context.charger.maxA,
      leastA: context.codebook.charging.minimumA,
      drawsByItselfA: context.wanted.chargeA,
      takesWork: false,
      solves: [],
      cautions: context.home.method.measures
        ? ["The measured maximum may contain this charger's own current: use hours in which it did not charge."]
        : [],
      work: () => [],
    }
  );
}

/** The same held back by clamps. */
const byClamps = (context: JudgingContext, bare: Proposal): Proposal => ({
  ...bare,
  chargerPlacement: { ...bare.chargerPlacement, managed: true },
  leastA: context.codebook.charging.leastOfferA,
  takesWork: true,
  work: ({ guards }) => [clampsWork(context, guards, context.document, null)],
});

export const manageExisting = {
  id: "manage-existing",
  switchesOff: "panel",
  joins: ({ enquiry }) => ASKS.includes(enquiry?.reason ?? ""),
  leastWork: true,
  holdsBack: true,
  words: {
    "en-US": {
      name: "Existing charger, held back",
      means: "The charger that is there stays; a setting or clamps hold it back",
    },
    "en-GB": {
      name: "Existing charger, held back",
      means: "The charger that is there stays; a setting or clamps hold it back",
    },
  },
  leaves: () => "The circuit stays as it is; a second car shares what is left.",
  headline: ({ chargeA, limitA }) =>
    `the charger that is there, ${limitA === undefined ? `at ${showA(chargeA)}` : `held below ${showA(limitA)}`},`,
  propose(context) {
    const bare = bySetting(context);
    if (!bare) return [refusal(context)];
    const { charger, codebook } = context;
    const { rule } = codebook.managed;
    const clamped = charger.managed
      ? byClamps(context, bare)
      : { refused: [wayReason("not-managed", "The charger that is there cannot be managed by clamps", rule)] };
    return [bare, clamped];
  },
} as const satisfies Way;
