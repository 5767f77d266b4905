/**
 * A replay of all ways in two workers, with progress and cancelling, and one long-lived worker for details of nights.
 */
import { proxy } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import type { ReplayOptions } from "#core/energy/replay/options.ts";
import { addTo, resultOf, type WayReplay, type WaySum } from "#core/energy/replay/results.ts";
import type { WayToReplay } from "#core/energy/replay/way-to-replay.ts";
import { waysToReplay } from "#core/explore/ways-to-replay.ts";
import { codebookOf } from "#core/rules/index.ts";
import { valuesOf } from "#ui/interval-data/store.ts";
import { newReplayWorker } from "#ui/replay/new-replay-worker.ts";

const BROKE_OFF = "The replay did not start or broke off: with a line, load this page again and replay it once more";
/** Workers that run at once, the page's own thread not counted. */
const WORKERS = 2;

export interface ReplayRun {
  /** The case as it was replayed. */
  of: CaseDocument;
  data: KeptAbout | null;
  options: ReplayOptions;
  ways: { way: WayToReplay; result: WayReplay }[];
  notes: string[];
  leftOut: number;
}

type Running = { state: "at-rest"; problem?: string } | { state: "running"; share: number };

const split = (from: number, to: number, parts: number): [number, number][] =>
  Array.from({ length: parts }, (_, i): [number, number] => [
    from + Math.floor(((to - from) * i) / parts),
    from + Math.floor(((to - from) * (i + 1)) / parts),
  ]).filter(([a, b]) => b > a);

export function useReplay(jobId: string) {
  const [running, setRunning] = useState<Running>({ state: "at-rest" });
  const [replay, setReplay] = useState<ReplayRun | null>(null);
  const workers = useRef<ReturnType<typeof newReplayWorker>[]>([]);
  const end = useCallback(() => {
    for (const w of workers.current) w.end();
    workers.current = [];
  }, []);
  useEffect(() => end, [end]);

  const run = async ({ document, prices }: AssessedCase, data: KeptAbout | null, options: ReplayOptions) => {
    end();
    setRunning({ state: "running", share: 0 });
    const ways = waysToReplay(document, prices.book);
    const values = data && (await valuesOf(jobId, data));
    if (data && !values) {
      setRunning({ state: "at-rest", problem: `${data.name} is on the server, and there is no connection` });
      return;
    }
    if (ways.length === 0) {
      setRunning({ state: "at-rest", problem: "No way can be taken as things stand: there is nothing to replay" });
      return;
    }
    // Years of made-up days are split, ways over one measurement.
    const years = data ? 1 : options.years;
    const parts: { ways: WayToReplay[]; from: number; to: number }[] =
      years >= WORKERS
        ? split(0, years, WORKERS).map(([from, to]) => ({ ways, from, to }))
        : split(0, ways.length, WORKERS).map(([a, b]) => ({ ways: ways.slice(a, b), from: 0, to: 1 }));
    const shares = parts.map(() => 0);
    let shown = 0;
    const sums = new Map<string, WaySum>();
    const started = parts.map(() => newReplayWorker());
    workers.current = started;
    const cancelled = () => workers.current !== started;
    const ran = await Promise.all(
      parts.map(async (part, i) => {
        const { ask, failed } = started[i] as (typeof started)[number];
        await Promise.race([ask.take(document, data && values ? { about: data, values } : null), failed]);
        const onProgress = proxy((share: number) => {
          shares[i] = share;
          const all = shares.reduce((t, s) => t + s, 0) / shares.length;
          if (cancelled() || (all < shown + 0.01 && all < 1)) return;
          shown = all;
          setRunning({ state: "running", share: all });
        });
        return Promise.race([ask.years(part.ways, options, part.from, part.to, onProgress), failed]);
      }),
    );
    if (cancelled()) return;
    for (const part of ran) for (const sum of part) sums.set(sum.way, addTo(sums.get(sum.way), sum));
    const { notes, leftOut } = await (started[0] as (typeof started)[number]).ask.about(options);
    const codebook = codebookOf(document.rules);
    const results = ways.map((way) => ({ way, result: resultOf(sums.get(way.way) as WaySum, way, codebook) }));
    setReplay({
      of: document,
      data,
      options,
      ways: results,
      notes,
      leftOut: leftOut * years,
    });
    end();
    setRunning({ state: "at-rest" });
  };

  return {
    running,
    replay,
    run: (job: AssessedCase, data: KeptAbout | null, options: ReplayOptions) =>
      void run(job, data, options).catch((error) => {
        console.warn("replay:", error);
        end();
        setRunning({ state: "at-rest", problem: BROKE_OFF });
      }),
    cancel() {
      end();
      setRunning({ state: "at-rest" });
    },
  };
}
