/** Links of the open job for people outside the firm, and its mail; asked again after every change, and now and then. */
import { useCallback, useEffect, useState } from "react";
import type { CustomerLink } from "#core/firm/customer-link.ts";
import { ANSWERS, type JobPost, type MadeLink } from "#core/wire.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor, postForm } from "#ui/live/connection.ts";

const PATIENCE_MS = 15_000;
/** What customers do and how mail goes is news within this time. */
const ASK_EVERY_MS = 8000;

export function useOutside() {
  const { jobId } = useJobStore();
  const [links, setLinks] = useState<readonly CustomerLink[]>([]);
  const [post, setPost] = useState<JobPost>({ isSetUp: false, mails: [] });

  const load = useCallback(async () => {
    const [nextLinks, nextPost] = await Promise.all([
      askFor(ANSWERS.links, `/jobs/${jobId}/links`, PATIENCE_MS),
      askFor(ANSWERS.post, `/jobs/${jobId}/post`, PATIENCE_MS),
    ]);
    if (nextLinks) setLinks(nextLinks);
    if (nextPost) setPost(nextPost);
  }, [jobId]);

  useEffect(() => {
    void load();
    const timer = setInterval(() => document.visibilityState === "visible" && void load(), ASK_EVERY_MS);
    return () => clearInterval(timer);
  }, [load]);

  const ask = async (at: "links" | "post", fields: Record<string, string>): Promise<MadeLink> => {
    const answer: MadeLink = await postForm(ANSWERS.link, `/jobs/${jobId}/${at}`, fields, PATIENCE_MS);
    if (answer.kind !== "problem") await load();
    return answer;
  };

  return { links, post, ask };
}
export type Outside = ReturnType<typeof useOutside>;
