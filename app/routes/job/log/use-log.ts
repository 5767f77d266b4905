/** Writes entries of the log, with who and when. */
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { useVisitor } from "../use-visitor.ts";

export function useLog() {
  const store = useJobStore();
  const { name, today } = useVisitor();
  return {
    /** Name of the person who writes. */
    by: name,
    today,
    /** The moment, as the log stores it. */
    now: () => new Date().toISOString(),
    /** Edits the case as it is now. @param patch made from the present case */
    write: (patch: (document: CaseDocument) => Patch) => store.edit(patch(store.getState().document)),
  };
}
