/** Quick entry of loads, with a pick list of usual ones for thumbs. */
import { Button, Input, type InputRef } from "antd";
import { useId, useRef } from "react";
import { codebookOf } from "#core/rules/index.ts";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { pastedLines } from "#ui/keys/pasted-lines.ts";
import { useKeys } from "#ui/keys/use-keys.ts";
import styles from "./demand.module.css";
import { useQuickEntry } from "./use-quick-entry.ts";
import { UsualLoads } from "./usual-loads.tsx";

export function QuickEntry() {
  const id = useId();
  const codebook = codebookOf(useJobPart((job) => job.document.rules));
  const volts = useJobPart((job) => job.assessment.supply.volts);
  const input = useRef<InputRef>(null);
  const entry = useQuickEntry(codebook, volts);
  const wrong = entry.refused !== null;

  useKeys((event) => {
    if (event.key !== "a" || event.ctrlKey || event.metaKey) return false;
    input.current?.focus();
    return true;
  });

  return (
    <div className={styles.entry}>
      <label htmlFor={id}>Add a load</label>
      <div className={styles.entryLine}>
        <Input
          id={id}
          ref={input}
          aria-describedby={`${id}-said`}
          aria-invalid={wrong || undefined}
          autoComplete="off"
          enterKeyHint="done"
          placeholder={codebook.survey.loadExamples}
          value={entry.text}
          status={wrong ? "error" : ""}
          onChange={(e) => entry.type(e.target.value)}
          onPressEnter={entry.enter}
          onPaste={(e) => {
            const rows = pastedLines(e);
            if (rows) entry.pasteRows(rows);
          }}
        />
        <Button type="primary" onClick={entry.enter} disabled={entry.text.trim() === ""}>
          Add
        </Button>
      </div>
      <p id={`${id}-said`} className={wrong ? styles.refused : styles.understood} role={wrong ? "alert" : "status"}>
        {entry.said}
      </p>
      <UsualLoads codebook={codebook} volts={volts} onAdd={entry.add} />
    </div>
  );
}
