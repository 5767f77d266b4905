/** Notes of a visit: several things typed, pasted or dictated at once, each line shown as it is understood. */
import { Button, Input } from "antd";
import { useDeferredValue, useEffect, useId, useMemo, useState } from "react";
import { codebookOf } from "#core/rules/index.ts";
import { type NoteLine, readNotes } from "#core/survey/notes/read-notes.ts";
import { Fold } from "#ui/frame/fold.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { useVisitor } from "../use-visitor.ts";
import styles from "./notes.module.css";

const isUnderstood = (line: NoteLine) => "understood" in line;

export function NotesSection() {
  const { document } = useJob();
  const store = useJobStore();
  const id = useId();
  const visit = useVisitor();
  // A window that several people use keeps the notes of each apart.
  const [text, setText] = useKeptText(`heron-notes-${visit.personId}-${store.jobId}`);
  const [said, setSaid] = useState("");
  const typed = useDeferredValue(text);
  // The preview is read again on entering, as the case may have changed meanwhile.
  const lines = useMemo(() => readNotes(typed, document, freshId).lines, [typed, document]);
  const { survey } = codebookOf(document.rules);
  const count = lines.filter(isUnderstood).length;
  const [isNew] = useState(() => document.supply.ratingA === null && !document.panels.some((p) => p.circuits?.length));
  const [isOpen, setIsOpen] = useState(isNew);
  useEffect(() => {
    if (text !== "") setIsOpen(true);
  }, [text]);

  function enter() {
    const { lines: read, patch } = readNotes(text, store.getState().document, freshId);
    const entered = read.filter(isUnderstood).length;
    if (entered === 0 || !store.edit(patch)) return;
    const left = read.filter((line) => !isUnderstood(line));
    setText(left.map(({ line }) => line).join("\n"));
    setSaid(
      `${counted(entered)} entered${left.length > 0 ? `, ${left.length} left to correct` : ""}. Undo takes all of it back.`,
    );
  }

  return (
    <Fold
      title={<h2>{isNew ? "Start here: your notes" : "Enter several things at once"}</h2>}
      isOpen={isOpen}
      onToggle={setIsOpen}
      className={styles.notes}
    >
      <label htmlFor={id}>Type, paste or dictate what you see, one thing per line</label>
      <Input.TextArea
        id={id}
        aria-describedby={`${id}-said`}
        autoSize={{ minRows: 4, maxRows: 18 }}
        autoComplete="off"
        placeholder={survey.noteExamples.join("\n")}
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setSaid("");
        }}
      />
      <p className={styles.enter}>
        <Button type="primary" disabled={count === 0} onClick={enter}>
          {count === 0 ? "Enter them" : `Enter ${counted(count)}`}
        </Button>
        <span role="status">{said}</span>
      </p>
      <ul id={`${id}-said`} className={styles.lines} aria-label="What is understood">
        {lines.map((line, i) => (
          // Two lines may be the same.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <li key={i} data-understood={isUnderstood(line)}>
            {"understood" in line ? (
              line.understood
            ) : (
              <>
                <b>{line.line}</b>: {line.problem}
              </>
            )}
          </li>
        ))}
      </ul>
    </Fold>
  );
}

const counted = (count: number) => (count === 1 ? "1 line" : `${count} lines`);

/** Text that a reload of this window does not lose. */
function useKeptText(key: string) {
  const [text, setText] = useState("");
  useEffect(() => {
    setText(sessionStorage.getItem(key) ?? "");
  }, [key]);
  return [
    text,
    (next: string) => {
      setText(next);
      if (next) sessionStorage.setItem(key, next);
      else sessionStorage.removeItem(key);
    },
  ] as const;
}
