/** Thousands of assessments, off the page's own thread: what looks can turn, and all plans. */
import { expose } from "comlink";
import type { CaseDocument } from "#core/case/document/types.ts";
import { fetchCodebook } from "#core/codebook/fetch.ts";
import { drawsThatStand, valueOfLooks } from "#core/decide/looks.ts";
import { allPlans } from "#core/decide/plans.ts";
import type { PriceBook } from "#core/estimate/book.ts";

type Progress = (share: number) => void;

const api = {
  async looks(document: CaseDocument, book: PriceBook) {
    await fetchCodebook(document.rules);
    return valueOfLooks(document, book);
  },
  async draws(document: CaseDocument, book: PriceBook, from: number, to: number) {
    await fetchCodebook(document.rules);
    return drawsThatStand(document, book, from, to);
  },
  async plans(document: CaseDocument, book: PriceBook, onProgress: Progress) {
    await fetchCodebook(document.rules);
    let told = 0;
    return allPlans(document, book, (share) => {
      if (share < told + 0.02 && share < 1) return;
      told = share;
      onProgress(share);
    });
  },
};
export type DecideWorker = typeof api;

expose(api);
