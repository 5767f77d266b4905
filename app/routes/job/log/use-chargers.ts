/** Polls the charge points of the open job, where it has any, while the page is visible. */
import { useCallback, useRef, useState } from "react";
import type { LivePoint } from "#core/energy/metered/live.ts";
import { ANSWERS, type ChargerAnswer, type JobCharger } from "#core/wire.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor, postForm } from "#ui/live/connection.ts";
import { usePolling } from "./use-polling.ts";

const ASK_EVERY_MS = 1000;
/** Without a charge point that is connected. */
const ASK_IDLE_MS = 6000;
const PATIENCE_MS = 20_000;
/** Ten minutes of ten values a second. */
const MOST_POINTS = 6000;

export interface Chargers {
  address: string;
  chargers: readonly JobCharger[];
  /** Values since the page was opened, by the id of the charge point. */
  points: ReadonlyMap<string, readonly LivePoint[]>;
}

export function useChargers() {
  const { jobId } = useJobStore();
  const [known, setKnown] = useState<Chargers>({ address: "", chargers: [], points: new Map() });
  const after = useRef(0);

  /** @returns when to ask again, ms; null where the job has no charge point */
  const load = useCallback(async (): Promise<number | null> => {
    const answer = await askFor(ANSWERS.chargers, `/jobs/${jobId}/chargers?after=${after.current}`, PATIENCE_MS);
    if (!answer) return ASK_IDLE_MS;
    for (const { live } of answer.chargers)
      for (const { seq } of live?.points ?? []) after.current = Math.max(after.current, seq);
    setKnown((before) => ({
      ...answer,
      points: new Map(
        answer.chargers.map(({ id, live }) => [
          id,
          [...(before.points.get(id) ?? []), ...(live?.points ?? [])].slice(-MOST_POINTS),
        ]),
      ),
    }));
    if (answer.chargers.length === 0) return null;
    return answer.chargers.some(({ live }) => live !== null) ? ASK_EVERY_MS : ASK_IDLE_MS;
  }, [jobId]);

  const wake = usePolling(load);

  const ask = async (fields: Record<string, string>): Promise<ChargerAnswer> => {
    const answer = await postForm(ANSWERS.charger, `/jobs/${jobId}/chargers`, fields, PATIENCE_MS, () => false);
    if (answer.kind !== "problem") await wake();
    return answer;
  };

  return { ...known, ask };
}
