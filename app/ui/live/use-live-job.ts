/** An open job as others change it: their edits, their pictures, and who they are. */

import { useEffect } from "react";
import type { PatchOperation } from "#core/case/document/patch.ts";
import { RULE_SET_IDS } from "#core/case/document/vocabulary.ts";
import { fetchCodebook } from "#core/rules/fetch.ts";
import { ANSWERS, parseAnswer } from "#core/wire.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { keepJobPages } from "#ui/offline/pages.ts";
import { usePhotoStore } from "#ui/photo-store/use-photos.tsx";
import { keepListening } from "./listen.ts";
import { presence, useTellField } from "./presence.ts";

/** Another person has changed the job's rule set: this page loads those rules first. */
const withRules = async (change: PatchOperation | undefined): Promise<void> => {
  const rules = change && change.op !== "remove" ? RULE_SET_IDS.find((id) => id === change.value) : undefined;
  if (rules) await fetchCodebook(rules);
};

/** Takes up what waits in the browser, then follows the job and the people in it until the page is left. */
export function useLiveJob(jobId: string): void {
  const job = useJobStore();
  const photos = usePhotoStore();
  useTellField(jobId);
  useEffect(() => {
    let stop = () => {};
    // One after the other, in the order they came.
    let heard: Promise<void> = Promise.resolve();
    let gone = false;
    // The first page of a browser gets its service worker later; a new version drops the pages of the one before.
    const keepPages = () => void keepJobPages(jobId);
    navigator.serviceWorker?.addEventListener("controllerchange", keepPages);
    void job.resume().then(() => {
      if (gone) return;
      keepPages();
      stop = keepListening(
        () => {
          const { revision, lastEdit } = job.known();
          return `/jobs/${jobId}/events?since=${revision}${lastEdit ? `.${lastEdit}` : ""}`;
        },
        (events) => {
          events.onmessage = ({ data }) => {
            const edits = parseAnswer(ANSWERS.appliedEdits, data);
            if (!edits) return;
            const rules = edits.flatMap((e) => e.patch).find((p) => p.path === "/rules");
            heard = heard.then(() => withRules(rules)).then(() => job.receive(edits));
          };
          events.addEventListener("ahead", ({ data }) => {
            const confirmed = parseAnswer(ANSWERS.confirmedCase, data);
            if (confirmed) job.startFrom(confirmed);
          });
          events.addEventListener("photos", ({ data }) => void photos.follow(Number(data)));
          events.addEventListener("others", ({ data }) =>
            presence.become(parseAnswer(ANSWERS.otherPeople, data) ?? []),
          );
        },
        () => presence.become([]),
      );
    });
    return () => {
      gone = true;
      navigator.serviceWorker?.removeEventListener("controllerchange", keepPages);
      stop();
      presence.become([]);
    };
  }, [job, photos, jobId]);
}
