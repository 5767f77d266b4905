/** Quick entry of a circuit, with its load or without: what was understood is shown before Enter. */
import { Button, Input, type InputRef } from "antd";
import { type Ref, useId, useState } from "react";
import { type EnteredCircuit, parseCircuit } from "#core/panel/quick-circuit.ts";
import type { Codebook } from "#core/rules/types.ts";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { pastedLines } from "#ui/keys/pasted-lines.ts";
import styles from "./panels.module.css";
import type { ArrangeNotice } from "./use-arrange.ts";

interface Props {
  input: Ref<InputRef>;
  codebook: Codebook;
  /** The space where it will go; null where none was picked. */
  at: number | null;
  said: ArrangeNotice | null;
  onSaid(said: ArrangeNotice | null): void;
  /** @returns whether it was added */
  onAdd(entered: EnteredCircuit, at: number | null): boolean;
}

export function QuickDevice({ input, codebook, at, said, onSaid, onAdd }: Props) {
  const id = useId();
  const [text, setText] = useState("");
  const volts = useJobPart((job) => job.assessment.supply.volts);
  const read = text.trim() === "" ? null : parseCircuit(text, codebook, volts);
  const label = `Add a device${at === null ? "" : ` at ${codebook.words.space} ${at}`}`;
  function enter() {
    if (!read) return;
    if ("problem" in read) return onSaid({ text: read.problem, refused: true });
    if (onAdd(read, at)) setText("");
  }
  /** Adds each line that is understood; the others stay in words. */
  function enterLines(lines: readonly string[]) {
    const refused = lines.flatMap((line, i) => {
      const one = parseCircuit(line, codebook, volts);
      if ("problem" in one) return [`${line.trim()}: ${one.problem}`];
      return onAdd(one, i === 0 ? at : null) ? [] : [`${line.trim()}: there is no free place for it`];
    });
    const count = lines.length - refused.length;
    const added = `${count} of ${lines.length} lines added`;
    onSaid({ text: [added, ...refused].join(". "), refused: refused.length > 0 });
  }
  return (
    <div className={styles.quick}>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        ref={input}
        aria-describedby={`${id}-said`}
        aria-invalid={said?.refused}
        autoComplete="off"
        enterKeyHint="done"
        placeholder={codebook.board.examples.several}
        value={text}
        status={said?.refused ? "error" : ""}
        onChange={(e) => {
          setText(e.target.value);
          onSaid(null);
        }}
        onPressEnter={enter}
        onPaste={(event) => {
          const lines = pastedLines(event);
          if (lines) enterLines(lines);
        }}
        suffix={
          <Button size="small" type="text" onClick={enter} disabled={!read} aria-label="Add it">
            Enter
          </Button>
        }
      />
      <p id={`${id}-said`} role={said?.refused ? "alert" : "status"} className={said?.refused ? "stops" : "quiet"}>
        {said?.text ??
          (read && !("problem" in read)
            ? read.understood
            : "Rating and name, with the kW where you know it; then Enter")}
      </p>
    </div>
  );
}
