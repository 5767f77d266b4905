/**
 * Dialogs of a job that open by a key, and the keys of a job. The content of a dialog is loaded when it first opens.
 */
import { type ReactNode, Suspense, useState } from "react";
import { useNavigate } from "react-router";
import { STEPS } from "#core/case/fields/steps.ts";
import type { SearchPlace } from "#core/find/find.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { goToNextSection } from "#ui/frame/sections.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { useKeys } from "#ui/keys/use-keys.ts";
import { useOtherTheme } from "#ui/theme/theme-switch.tsx";
import { focusFound } from "./find/focus-found.ts";
import type { ActionId } from "./find/use-found.ts";

const Find = lazyPart(() => import("./find/find.tsx"));
const Keys = lazyPart(() => import("./keys.tsx"));

export interface JobDialogs {
  openFind(): void;
  openKeys(): void;
  /** The open dialog, to be drawn. */
  drawn: ReactNode;
}

export function useJobDialogs(): JobDialogs {
  const [open, setOpen] = useState<"find" | "keys" | null>(null);
  const [sought, setSought] = useState("");
  const close = () => setOpen(null);
  const openFind = () => {
    setSought("");
    setOpen("find");
  };
  const store = useJobStore();
  const navigate = useNavigate();
  const otherTheme = useOtherTheme();
  const act: Record<ActionId, () => void> = {
    undo: () => store.undo(),
    redo: () => store.redo(),
    theme: otherTheme,
    keys: () => setOpen("keys"),
    "new-job": () => void navigate("/jobs/new"),
    jobs: () => void navigate("/"),
  };
  function go(to: SearchPlace) {
    if ("action" in to) return act[to.action as ActionId]();
    if ("job" in to) return void navigate(`/jobs/${to.job}/survey`);
    if ("paper" in to) return void window.open(`/jobs/${store.jobId}/papers/${to.paper}.pdf`, "_blank");
    void navigate(`/jobs/${store.jobId}/${to.step}`, { preventScrollReset: true });
    focusFound(to);
  }
  useKeys((event) => {
    if (event.ctrlKey || event.metaKey) {
      if (event.key.toLowerCase() !== "z") return false;
      if (event.shiftKey) store.redo();
      else store.undo();
      return true;
    }
    if (open === "find" && event.key.length === 1) {
      // Typed before the field of the dialog is there.
      setSought((typed) => typed + event.key);
      return true;
    }
    if (open) return false;
    const step = STEPS[Number(event.key) - 1];
    if (step) void navigate(`/jobs/${store.jobId}/${step.id}`);
    else if (event.key === "[" || event.key === "]") goToNextSection(event.key === "]" ? 1 : -1);
    else if (event.key === "?") setOpen("keys");
    else if (event.key === "/") openFind();
    else return false;
    return true;
  });
  return {
    openFind,
    openKeys: () => setOpen("keys"),
    drawn: open && (
      <Suspense>
        {open === "find" ? (
          <Find text={sought} onText={setSought} onGo={go} onClose={close} />
        ) : (
          <Keys onClose={close} />
        )}
      </Suspense>
    ),
  };
}
