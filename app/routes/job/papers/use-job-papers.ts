/** What the papers of the open job lack, and their issued versions; asked again after every saved change. */
import { useCallback, useEffect, useState } from "react";
import type { IssueAnswer, JobPapers } from "#core/firm/issued-paper.ts";
import { ANSWERS } from "#core/wire.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor, fetchAnswer, postForm, UNREACHABLE } from "#ui/live/connection.ts";

const PATIENCE_MS = 30_000;

/** The server's answer, or why there is none, as a sentence. */
export type Issued = IssueAnswer | { kind: "refused"; problem: string };

export function useJobPapers() {
  const store = useJobStore();
  const isSaved = useJobPart(({ saving }) => saving === "saved");
  const document = useJobPart((job) => job.document);
  const [papers, setPapers] = useState<JobPapers | null>(null);
  const address = `/jobs/${store.jobId}/issued`;

  const load = useCallback(async () => {
    const answer = await askFor(ANSWERS.jobPapers, address, PATIENCE_MS);
    if (answer) setPapers(answer);
  }, [address]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: each saved change of the case asks again
  useEffect(() => {
    if (isSaved) void load();
  }, [isSaved, document, load]);

  return {
    papers,
    isSaved,

    /** Issues the next version of a paper. @param reason why it is issued although something is missing */
    async issue(paper: string, reason: string): Promise<Issued> {
      const { revision } = store.known();
      const fields = { what: "issue", id: crypto.randomUUID(), paper, reason, revision: String(revision) };
      const answer = await postForm(ANSWERS.issue, address, fields, PATIENCE_MS);
      if (answer.kind === "problem") return { kind: "refused", problem: answer.problem };
      if (answer.kind === "issued") await load();
      return answer;
    },

    /** Withdraws an issued version. @returns the problem as a sentence, or null */
    async withdraw(id: string, why: string): Promise<string | null> {
      const init = { method: "POST", body: new URLSearchParams({ what: "withdraw", id, why }) };
      const response = await fetchAnswer(address, init, PATIENCE_MS);
      if (response?.ok) await load();
      return response?.ok ? null : UNREACHABLE;
    },
  };
}
export type JobPapersState = ReturnType<typeof useJobPapers>;
