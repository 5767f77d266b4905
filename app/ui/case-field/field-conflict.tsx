/** A conflict at the field that two people changed: what each of them entered, and which shall stay. */
import { Button } from "antd";
import { type ReactNode, useEffect, useSyncExternalStore } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import { changesInWords } from "#core/changes/changes.ts";
import type { EditConflict, JobState } from "#ui/job-store/job-store.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { ObservableStore } from "#ui/live/observable-store.ts";
import styles from "./case-field.module.css";

/** Whether the open conflict is about the field at a place in the case. */
export const isInConflict = ({ conflict }: JobState, pointer: string): boolean =>
  conflict?.mine.some(({ patch }) => patch.some(({ path }) => path === pointer || path.startsWith(`${pointer}/`))) ??
  false;

/** The people of a conflict, and what each side changed: "Mara: rating 60 A. You: rating 80 A." */
export function conflictInWords(
  { theirs, mine }: EditConflict,
  document: CaseDocument,
): { who: string; changes: string } {
  const who = [...new Set(theirs.map((edit) => edit.by))].join(" and ");
  const ofThem = theirs.flatMap((edit) => changesInWords(document, edit.patch)).join("; ");
  const own = mine.flatMap(({ patch, madeOn }) => changesInWords(madeOn, patch)).join("; ");
  return { who, changes: `${who}: ${ofThem}. You: ${own}.` };
}

/** How many fields show the open conflict. */
class FieldsShown extends ObservableStore<number> {
  protected state = 0;
  add(count: number) {
    this.becomes(this.state + count);
  }
}
const fieldsShown = new FieldsShown();

/** Whether a field of the page shows the open conflict, so that the notice above the sheet need not. */
export const useIsConflictAtField = (): boolean =>
  useSyncExternalStore(
    fieldsShown.subscribe,
    () => fieldsShown.getState() > 0,
    () => false,
  );

/** @returns the conflict notice for the field at a pointer; null without a conflict */
export function useConflictNotice(pointer: string | undefined): ReactNode {
  const isHere = useJobPart((job) => pointer !== undefined && isInConflict(job, pointer));
  return isHere ? <FieldConflict /> : null;
}

function FieldConflict() {
  const conflict = useJobPart((job) => job.conflict);
  const document = useJobPart((job) => job.document);
  const store = useJobStore();
  useEffect(() => {
    fieldsShown.add(1);
    return () => fieldsShown.add(-1);
  }, []);
  if (!conflict) return null;
  const { who, changes } = conflictInWords(conflict, document);
  return (
    <div className={styles.conflict} role="alert">
      <p>
        {who} changed the same thing while you did. {changes}
      </p>
      <Button onClick={() => store.settle("theirs")}>Keep theirs</Button>{" "}
      <Button type="primary" onClick={() => store.settle("mine")}>
        Use mine
      </Button>
    </div>
  );
}
