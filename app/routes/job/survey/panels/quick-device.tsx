/** Quick entry of a device: what was understood is shown before Enter. */
import { Button, Input, type InputRef } from "antd";
import { type Ref, useId, useState } from "react";
import type { Circuit } from "#core/case/document/types.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { parseDevice } from "#core/panel/quick-device.ts";
import styles from "./panels.module.css";
import type { Said } from "./use-arrange.ts";

interface Props {
  input: Ref<InputRef>;
  codebook: Codebook;
  /** The space where it will go; null where none was picked. */
  at: number | null;
  said: Said | null;
  onSaid(said: Said | null): void;
  /** @returns whether it was added */
  onAdd(device: Omit<Circuit, "id">): boolean;
}

export function QuickDevice({ input, codebook, at, said, onSaid, onAdd }: Props) {
  const id = useId();
  const [text, setText] = useState("");
  const read = text.trim() === "" ? null : parseDevice(text, codebook.board);
  const label = `Add a device${at === null ? "" : ` at ${codebook.words.space} ${at}`}`;
  function enter() {
    if (!read) return;
    if ("problem" in read) return onSaid({ text: read.problem, refused: true });
    if (onAdd(read.device)) setText("");
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
        suffix={
          <Button size="small" type="text" onClick={enter} disabled={!read} aria-label="Add it">
            Enter
          </Button>
        }
      />
      <p
        id={`${id}-said`}
        role={said?.refused ? "alert" : "status"}
        className={said?.refused ? styles.refused : "quiet"}
      >
        {said?.text ?? (read && !("problem" in read) ? read.understood : "Rating and name, then Enter")}
      </p>
    </div>
  );
}
