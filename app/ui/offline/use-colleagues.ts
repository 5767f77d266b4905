/** Waiting work of colleagues in the open job, for its page. */
import { useEffect, useState } from "react";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { type ColleagueWaiting, colleaguesWaiting } from "./colleagues.ts";

export function useColleaguesWaiting(): readonly ColleagueWaiting[] {
  const { jobId } = useJobStore();
  const [waiting, setWaiting] = useState<readonly ColleagueWaiting[]>([]);
  useEffect(() => {
    let isOpen = true;
    colleaguesWaiting(jobId).then(
      (found) => isOpen && setWaiting(found),
      () => {
        // A browser that stores nothing has nothing of anybody.
      },
    );
    return () => {
      isOpen = false;
    };
  }, [jobId]);
  return waiting;
}
