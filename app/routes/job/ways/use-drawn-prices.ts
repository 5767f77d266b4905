/** The range of each way's price, drawn in a worker a moment after the ways have changed. */
import { type Remote, wrap } from "comlink";
import { useEffect, useState } from "react";
import { itemsIn, type PriceBook } from "#core/estimate/book.ts";
import type { DrawnPrice } from "#core/estimate/draws.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { callAfter } from "#ui/live/retry.ts";
import type { PriceWorker } from "./price-worker.ts";

let worker: Remote<PriceWorker> | null = null;
const priceWorker = () => {
  worker ??= wrap<PriceWorker>(new Worker(new URL("./price-worker.ts", import.meta.url), { type: "module" }));
  return worker;
};

const REST_MS = 150;

/** By way; empty until the first draws are there. */
export function useDrawnPrices(
  ways: readonly WayJudgement[],
  book: PriceBook,
  ticked: readonly string[],
): Record<string, DrawnPrice> {
  const [drawn, setDrawn] = useState<Record<string, DrawnPrice>>({});
  useEffect(() => {
    let over = false;
    const grants = itemsIn(book, "grants").reduce((t, i) => (ticked.includes(i.id) ? t + i.typical : t), 0);
    const asked = ways
      .filter((w) => w.verdict !== "ruled-out" && w.unpriced.length === 0 && w.lines.length > 0)
      .map(({ way, lines }) => ({ way, lines: [...lines] }));
    const cancel = callAfter(() => {
      void priceWorker()
        .draw(asked, book, grants)
        .then((found) => {
          if (!over) setDrawn(found);
        });
    }, REST_MS);
    return () => {
      over = true;
      cancel();
    };
  }, [ways, book, ticked]);
  return drawn;
}
