/** What is made good after the run is laid: in the price where the firm does it, named where the customer does. */
import { MAKING_GOOD, type MadeGood, type Run } from "#core/case/document/types.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import { listed } from "#core/words.ts";

const WORDS: Readonly<Record<MadeGood, string>> = {
  plaster: "plaster",
  paint: "paint",
  floor: "floorboards or panels",
  carpet: "carpets",
  furniture: "furniture",
  paving: "lawn or paving",
};

/** What the firm makes good and what the customer does, in the order of the work. */
function madeGoodBy({ makingGood = {} }: Pick<Run, "makingGood">): { firm: MadeGood[]; customer: MadeGood[] } {
  const by = (who: "firm" | "customer") => MAKING_GOOD.filter((what) => makingGood[what] === who);
  return { firm: by("firm"), customer: by("customer") };
}

/** The work of making good; none where the firm does nothing. */
export function makingGoodWork(run: Run | null): WorkItem[] {
  const { firm } = madeGoodBy(run ?? {});
  if (firm.length === 0) return [];
  return [
    {
      id: "make-good",
      text: `Make good afterwards: ${listed(firm.map((what) => WORDS[what]))}`,
      requires: requirements(Object.fromEntries(firm.map((what) => [`labour:make-good:${what}`, 1]))),
      link: "charger",
    },
  ];
}

/** What is left to the customer, as a sentence of the offer; none where nothing is. */
export function leftToCustomer(run: Run | null): string[] {
  const { customer } = madeGoodBy(run ?? {});
  if (customer.length === 0) return [];
  return [`Not in the price, done by the customer: ${listed(customer.map((what) => WORDS[what]))}.`];
}
