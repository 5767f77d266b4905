/** The effect of each look, and the share of draws with today's recommendation, computed in two threads. */
import { type RefObject, useEffect, useState } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { DRAW_COUNT, type ValueOfLooks, valueOfLooks } from "#core/explore/looks.ts";
import { useJobAtRest } from "#ui/job-store/use-job.tsx";
import { newDecideWorker } from "./new-decide-worker.ts";
import { useComesIntoView } from "./use-comes-into-view.ts";

export interface FoundLooks extends ValueOfLooks {
  /** Share of the draws with today's recommendation; null until all are drawn. */
  stands: number | null;
}

/** Draws that a thread takes at a time: a case that is changed meanwhile waits no longer than that. */
const AT_A_TIME = 100;

type Threads = readonly ReturnType<typeof newDecideWorker>[];
type Thread = Threads[number]["ask"];

/** Work that is cut in pieces, each taken by the thread that is free next. */
async function share(threads: Threads, pieces: number, wanted: () => boolean, take: (t: Thread, n: number) => unknown) {
  let next = 0;
  const work = async ({ ask: thread }: Threads[number]) => {
    while (wanted() && next < pieces) await take(thread, next++);
  };
  await Promise.all(threads.map(work));
  return wanted();
}

/**
 * @param onFound receives the looks as soon as they are known, and again with the draws
 * @returns a function that cancels
 */
function ask(
  threads: Threads,
  document: CaseDocument,
  book: PriceBook,
  onFound: (looks: FoundLooks) => void,
): () => void {
  let stopped = false;
  const wanted = () => !stopped;
  const all = async () => {
    const start = performance.now();
    await Promise.all(threads.map(({ ask: thread }) => thread.take(document, book)));
    const open = (await threads[0]?.ask.looks()) ?? [];
    const turns: string[][] = [];
    const looked = await share(threads, open.length, wanted, async (thread, n) => {
      turns[n] = await thread.turns(n);
    });
    if (!looked) return;
    const looks = valueOfLooks(open.map((look, n) => ({ ...look, turns: turns[n] ?? [] })));
    onFound({ ...looks, stands: null });
    performance.measure("heron-looks", { start });
    let stood = 0;
    const drawn = await share(threads, DRAW_COUNT / AT_A_TIME, wanted, async (thread, n) => {
      stood += await thread.draws(n * AT_A_TIME, (n + 1) * AT_A_TIME);
    });
    if (!drawn) return;
    onFound({ ...looks, stands: stood / DRAW_COUNT });
    performance.measure("heron-draws", { start });
  };
  void all();
  return () => {
    stopped = true;
  };
}

/**
 * The looks of the job's case; those of the case before it until they are known. They take seconds of two processors,
 * so they are computed only once their place on the page comes into view.
 */
export function useLooks(place: RefObject<HTMLElement | null>): FoundLooks | null {
  const { document, prices } = useJobAtRest();
  const [threads, setThreads] = useState<Threads>([]);
  const [found, setFound] = useState<FoundLooks | null>(null);
  const isInView = useComesIntoView(place);
  useEffect(() => {
    if (!isInView) return;
    const started = [newDecideWorker(), newDecideWorker()];
    setThreads(started);
    return () => {
      for (const { end } of started) end();
    };
  }, [isInView]);
  useEffect(() => {
    if (threads.length > 0) return ask(threads, document, prices.book, setFound);
  }, [threads, document, prices]);
  return found;
}
