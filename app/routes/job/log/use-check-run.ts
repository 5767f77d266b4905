/** The checks of the open job while they are made: asked for twice a second while they run. */
import { useCallback, useRef, useState } from "react";
import type { JobCommissioning, RunPoint } from "#core/install/checks/live-run.ts";
import { ANSWERS } from "#core/wire.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor, postForm } from "#ui/live/connection.ts";
import { usePolling } from "./use-polling.ts";

const ASK_EVERY_MS = 500;
/** Without a run, as another person may begin one. */
const ASK_IDLE_MS = 10_000;
const PATIENCE_MS = 20_000;

type Known = JobCommissioning & { points: readonly RunPoint[] };
const NOTHING: Known = { clamps: [], splitters: [], run: null, recorded: [], points: [] };

/** @param isJoined the job has a charger; otherwise nothing is asked for by itself */
export function useCheckRun(isJoined: boolean) {
  const { jobId } = useJobStore();
  const [known, setKnown] = useState<Known>(NOTHING);
  const have = useRef<{ run: number; points: readonly RunPoint[] }>({ run: 0, points: [] });

  /** @returns when to ask again, ms; null where the job has no charger and nothing runs */
  const load = useCallback(async (): Promise<number | null> => {
    const { run: seq, points } = have.current;
    const address = `/jobs/${jobId}/commissioning?run=${seq}&after=${points.length}`;
    const answer = await askFor(ANSWERS.commissioning, address, PATIENCE_MS);
    const idleMs = isJoined ? ASK_IDLE_MS : null;
    if (!answer) return idleMs;
    const { run } = answer;
    if (run) have.current = { run: run.seq, points: run.seq === seq ? [...points, ...run.points] : run.points };
    setKnown({ ...answer, points: run ? have.current.points : [] });
    return run?.isRunning ? ASK_EVERY_MS : idleMs;
  }, [jobId, isJoined]);

  const wake = usePolling(load);

  /** @returns the problem as a sentence, or null */
  const ask = async (fields: Record<string, string>): Promise<string | null> => {
    const answer = await postForm(ANSWERS.done, `/jobs/${jobId}/commissioning`, fields, PATIENCE_MS, () => false);
    void wake();
    return answer.kind === "problem" ? answer.problem : null;
  };
  return { ...known, ask };
}
export type CheckRun = ReturnType<typeof useCheckRun>;
