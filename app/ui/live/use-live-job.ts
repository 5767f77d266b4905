/** An open job as others change it: their edits, their pictures, and who they are. */
import { useEffect, useState } from "react";
import type { AppliedEdit } from "#core/case/document/edit.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { keepPage } from "#ui/offline/pages.ts";
import { usePhotoStore } from "#ui/photo-store/use-photos.tsx";

/**
 * Takes up what waits in the browser, then follows the job until the page is left.
 * @returns names of the other people who have the job open
 */
export function useLiveJob(jobId: string): readonly string[] {
  const job = useJobStore();
  const photos = usePhotoStore();
  const [others, setOthers] = useState<readonly string[]>([]);
  useEffect(() => {
    let events: EventSource | null = null;
    let gone = false;
    void job.resume().then(() => {
      if (gone) return;
      void keepPage(`/jobs/${jobId}/survey`);
      events = new EventSource(`/jobs/${jobId}/events?since=${job.getRevision()}`);
      events.onmessage = ({ data }) => job.receive(JSON.parse(data) as AppliedEdit[]);
      events.addEventListener("photos", ({ data }) => void photos.follow(Number(data)));
      events.addEventListener("others", ({ data }) => setOthers(JSON.parse(data) as string[]));
      events.onerror = () => setOthers([]);
    });
    return () => {
      gone = true;
      events?.close();
    };
  }, [job, photos, jobId]);
  return others;
}
