/** Search results for the typed letters: this job's at once, other jobs' from the server. */

import { useEffect, useMemo, useState } from "react";
import { STEPS } from "#core/case/fields/steps.ts";
import { matchingEntries, type SearchResult, searchEntries } from "#core/find/find.ts";
import { papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ANSWERS } from "#core/wire.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor } from "#ui/live/connection.ts";

const ASK_AFTER_MS = 150;
const PATIENCE_MS = 4000;

/** Actions that are available anywhere in a job. */
export const FOUND_ACTIONS = {
  undo: "Undo",
  redo: "Redo",
  theme: "Switch between light and dark screen",
  keys: "List of keys",
  "new-job": "New job",
  jobs: "All jobs",
} as const;
export type ActionId = keyof typeof FOUND_ACTIONS;

export function useFound(text: string): SearchResult[] {
  const { jobId } = useJobStore();
  const { document, assessment } = useJob();
  const inJob = useMemo(() => {
    const codebook = codebookOf(document.rules);
    return [
      ...STEPS.map(
        ({ id, name }, i): SearchResult => ({
          id: `step:${id}`,
          kind: "step",
          label: name,
          detail: `key ${i + 1}`,
          to: { step: id },
        }),
      ),
      ...searchEntries(document, assessment),
      ...papersOf(document, codebook).map(
        ({ id, name }): SearchResult => ({
          id: `paper:${id}`,
          kind: "paper",
          label: name(codebook.words),
          detail: "PDF",
          to: { paper: id },
        }),
      ),
      ...Object.entries(FOUND_ACTIONS).map(
        ([id, label]): SearchResult => ({ id: `action:${id}`, kind: "action", label, detail: "", to: { action: id } }),
      ),
    ];
  }, [document, assessment]);
  const others = useOtherJobs(text, jobId);
  return [...matchingEntries(inJob, text), ...others];
}

/** Other jobs of the firm; none while there is no line. */
function useOtherJobs(text: string, jobId: string): SearchResult[] {
  const [found, setFound] = useState<SearchResult[]>([]);
  useEffect(() => {
    setFound([]);
    if (text.trim() === "") return;
    let stale = false;
    const timer = setTimeout(async () => {
      const jobs = (await askFor(ANSWERS.jobs, `/jobs/find?${new URLSearchParams({ text })}`, PATIENCE_MS)) ?? [];
      if (!stale) setFound(jobs.filter((job) => job.id !== `job:${jobId}`));
    }, ASK_AFTER_MS);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [text, jobId]);
  return found;
}
