/** The bands along the walls of a plan, worked out by a thread of its own once nothing is moved any more. */
import { type Remote, wrap } from "comlink";
import { useEffect, useState } from "react";
import { parkedCars, plotOf } from "#core/place/plot.ts";
import { useJobAtRest } from "#ui/job-store/use-job.tsx";
import type { BandsOfWall, PlaceWorker } from "./place-worker.ts";

/** Null until they are known; those of the plan before it while a new one is worked out. */
export function useBands(): BandsOfWall | null {
  const { document } = useJobAtRest();
  const { place, need } = document;
  const [ask, setAsk] = useState<Remote<PlaceWorker> | null>(null);
  const [bands, setBands] = useState<BandsOfWall | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("./place-worker.ts", import.meta.url), { type: "module" });
    const wrapped = wrap<PlaceWorker>(worker);
    setAsk(() => wrapped);
    return () => worker.terminate();
  }, []);
  useEffect(() => {
    if (!ask || !place) return;
    let wanted = true;
    const start = performance.now();
    void ask.bands(plotOf(place), parkedCars({ need })).then((found) => {
      if (!wanted) return;
      performance.measure("heron-bands", { start });
      setBands(found);
    });
    return () => {
      wanted = false;
    };
  }, [ask, place, need]);
  return bands;
}
