/** Plain messages at the top of the sheet: a conflict that a person settles, an edit that was refused. */
import { Button } from "antd";
import type { Patch } from "#core/case/document/patch.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./notices.module.css";

/** What a patch changes, in words: `va of load 3: 5000`. */
function inWords(patch: Patch): string {
  return patch
    .map((o) => {
      const keys = o.path.split("/").slice(1);
      const place = keys.map((k) => (/^\d+$/.test(k) ? `${Number(k) + 1}` : k)).join(" ");
      return o.op === "remove"
        ? `${place} taken away`
        : `${place} ${typeof o.value === "object" ? "changed" : `= ${o.value}`}`;
    })
    .join(", ");
}

export function ConflictNotice() {
  const conflict = useJobPart((job) => job.conflict);
  const store = useJobStore();
  if (!conflict) return null;
  const who = [...new Set(conflict.theirs.map((edit) => edit.by))].join(" and ");
  return (
    <div className={styles.notice} role="alert">
      <p>
        <strong>{who} changed the same thing while you did.</strong>
      </p>
      <p>
        {who}: {conflict.theirs.map((edit) => inWords(edit.patch)).join(", ")}. You:{" "}
        {conflict.mine.map(({ patch }) => inWords(patch)).join(", ")}.
      </p>
      <p>
        <Button onClick={() => store.settle("theirs")}>Keep theirs</Button>{" "}
        <Button type="primary" onClick={() => store.settle("mine")}>
          Use mine
        </Button>
      </p>
    </div>
  );
}

export function RefusalNotice() {
  const refused = useJobPart((job) => job.refused);
  const store = useJobStore();
  if (!refused) return null;
  return (
    <div className={styles.notice} role="alert">
      <p>
        <strong>The last change was not taken, and has been put back:</strong>
      </p>
      {refused.map((problem) => (
        <p key={problem.path + problem.message}>
          {problem.path} {problem.message}
        </p>
      ))}
      <p>
        <Button onClick={() => store.dismissRefusal()}>Understood</Button>
      </p>
    </div>
  );
}
