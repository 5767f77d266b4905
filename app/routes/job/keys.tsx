/** Keys of a job: one to each step, undo, redo, find, and the list of them. */
import { Button } from "antd";
import { useEffect, useRef } from "react";
import type { StepId } from "#core/missing.ts";
import { STEPS } from "#ui/frame/steps.ts";
import styles from "./keys.module.css";

const KEYS: readonly [keys: string, what: string][] = [
  ...STEPS.map((s): [string, string] => [s.key, `Go to ${s.name}`]),
  ["/", "Find a job"],
  ["a", "Add a load (on Demand)"],
  ["Ctrl Z", "Undo"],
  ["Ctrl Shift Z", "Redo"],
  ["Esc", "Close the why sheet"],
  ["?", "This list"],
];

const OPEN = "heron-open-keys";
export const openKeys = () => window.dispatchEvent(new Event(OPEN));

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

interface Actions {
  step(id: StepId): void;
  find(): void;
  undo(): void;
  redo(): void;
}

/** Listens for the keys of a job; returns the list of keys to draw. */
export function useJobKeys({ step, find, undo, redo }: Actions) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z") {
        event.preventDefault();
        return event.shiftKey ? redo() : undo();
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const to = STEPS.find((s) => s.key === event.key);
      if (to) return step(to.id);
      if (event.key === "?") return dialog.current?.showModal();
      if (event.key === "/") {
        event.preventDefault();
        find();
      }
    };
    const open = () => dialog.current?.showModal();
    window.addEventListener("keydown", press);
    window.addEventListener(OPEN, open);
    return () => {
      window.removeEventListener("keydown", press);
      window.removeEventListener(OPEN, open);
    };
  });
  return (
    <dialog ref={dialog} className={styles.keys} aria-label="Keys">
      <h2>Keys</h2>
      <dl>
        {KEYS.map(([keys, what]) => (
          <div key={keys}>
            <dt className="figure">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <Button onClick={() => dialog.current?.close()}>Close</Button>
    </dialog>
  );
}
