/** Finds in place: anything of the open job, and other jobs, by a few letters. */
import { AutoComplete, Input, type RefSelectProps } from "antd";
import { useRef } from "react";
import { FOUND_KINDS, type FoundKind, type SearchPlace, type SearchResult } from "#core/find/find.ts";
import { Dialog } from "#ui/dialog/dialog.tsx";
import styles from "./find.module.css";
import { useFound } from "./use-found.ts";

const KINDS: Record<FoundKind, string> = {
  step: "Steps",
  load: "Loads",
  device: "Devices",
  link: "Supply path",
  field: "Fields",
  paper: "Papers",
  action: "Actions",
  job: "Other jobs",
};

/** Found things under the name of their kind, as the list wants them. */
const grouped = (all: readonly SearchResult[]) =>
  FOUND_KINDS.map((kind) => ({
    label: KINDS[kind],
    options: all
      .filter((f) => f.kind === kind)
      .map((f) => ({
        value: f.id,
        label: (
          <span className={styles.found}>
            <span>{f.label}</span>
            <span className={/\d/.test(f.detail) ? "quiet figure" : "quiet"}>{f.detail}</span>
          </span>
        ),
      })),
  })).filter((group) => group.options.length > 0);

interface Props {
  /** The search text; it includes keys pressed before the field had the focus. */
  text: string;
  onText(text: string): void;
  onGo(to: SearchPlace): void;
  onClose(): void;
}

export default function FindDialog({ text, onText, onGo, onClose }: Props) {
  const field = useRef<RefSelectProps>(null);
  const found = useFound(text);
  return (
    <Dialog
      title="Find in this job, or another job"
      closable={false}
      onCancel={onClose}
      className={styles.dialog}
      afterOpenChange={(open) => open && field.current?.focus()}
      focusable={{ focusTriggerAfterClose: false }}
    >
      <AutoComplete
        className={styles.field}
        ref={field}
        defaultActiveFirstOption
        open={text.trim() !== ""}
        value={text}
        options={grouped(found)}
        listHeight={420}
        notFoundContent="Nothing starts with these letters"
        onChange={(typed: string) => !found.some((f) => f.id === typed) && onText(typed)}
        onSelect={(id: string) => {
          const chosen = found.find((f) => f.id === id);
          onClose();
          if (chosen) onGo(chosen.to);
        }}
        onKeyDown={(event) => event.key === "Escape" && onClose()}
      >
        <Input
          aria-label="Find"
          placeholder="range, feeder, cheap rate, worksheet, another address"
          autoComplete="off"
        />
      </AutoComplete>
    </Dialog>
  );
}
