/** Work on one panel of the open job: done at once, or why not, in words beside the panel. */
import { useCallback, useState } from "react";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { type ArrangedPanel, arrangedPatch } from "#core/panel/arrange.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";

/** The result of the last action. */
export interface ArrangeNotice {
  text: string;
  refused: boolean;
}
/** Does a piece of work on the panel as it is now; `done` says it was done. @returns whether it was */
export type Arrange = (
  work: (panel: Panel, document: CaseDocument) => ArrangedPanel,
  done?: string,
  /** Further changes of the case in the same edit. */
  also?: Patch,
) => boolean;

export function useArrange(panelId: string) {
  const store = useJobStore();
  const [said, setSaid] = useState<ArrangeNotice | null>(null);
  const arrange: Arrange = useCallback(
    (work, done = "", also = []) => {
      const { document: now } = store.getState();
      const current = now.panels.find((p) => p.id === panelId);
      if (!current) return false;
      const arranged = work(current, now);
      if ("problem" in arranged) {
        setSaid({ text: arranged.problem, refused: true });
        return false;
      }
      const isMade = store.edit([...also, ...arrangedPatch(now, panelId, arranged.circuits)]);
      setSaid(isMade && done ? { text: done, refused: false } : null);
      return isMade;
    },
    [store, panelId],
  );
  return { arrange, said, setSaid };
}
