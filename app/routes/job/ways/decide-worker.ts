/** Thousands of assessments, off the page's own thread: what looks can turn, and all plans. */
import { expose } from "comlink";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { drawsThatStand, looksFor, turnsAt } from "#core/explore/looks.ts";
import { allPlans } from "#core/explore/plans.ts";
import { fetchCodebook } from "#core/rules/fetch.ts";

type Progress = (share: number) => void;

/** The case that is asked about, taken over once for many questions. */
let asked: { document: CaseDocument; book: PriceBook } | null = null;
function theCase() {
  if (!asked) throw new Error("a case is taken over before it is asked about");
  return asked;
}

const api = {
  async take(document: CaseDocument, book: PriceBook) {
    await fetchCodebook(document.rules);
    asked = { document, book };
  },
  looks: () => looksFor(theCase().document, theCase().book),
  turns: (at: number) => turnsAt(theCase().document, theCase().book, at),
  draws: (from: number, to: number) => drawsThatStand(theCase().document, theCase().book, from, to),
  plans(onProgress: Progress) {
    let told = 0;
    return allPlans(theCase().document, theCase().book, (share) => {
      if (share < told + 0.02 && share < 1) return;
      told = share;
      onProgress(share);
    });
  },
};
export type DecideWorker = typeof api;

expose(api);
