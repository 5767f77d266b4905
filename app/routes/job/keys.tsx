/** Keys of a job: one to each step, undo, redo, find, and the list of them. */
import { Modal } from "antd";
import { useEffect, useState } from "react";
import type { StepId } from "../../../core/missing.ts";
import { STEPS } from "../../ui/frame/steps.ts";

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
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z") {
        event.preventDefault();
        return event.shiftKey ? redo() : undo();
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const to = STEPS.find((s) => s.key === event.key);
      if (to) return step(to.id);
      if (event.key === "?") return setShown(true);
      if (event.key === "/") {
        event.preventDefault();
        find();
      }
    };
    const open = () => setShown(true);
    window.addEventListener("keydown", press);
    window.addEventListener(OPEN, open);
    return () => {
      window.removeEventListener("keydown", press);
      window.removeEventListener(OPEN, open);
    };
  });
  return (
    <Modal open={shown} onCancel={() => setShown(false)} footer={null} title="Keys" width={360}>
      <dl style={{ display: "grid", gridTemplateColumns: "8rem 1fr", gap: "0.35rem 0.75rem", margin: 0 }}>
        {KEYS.map(([keys, what]) => [
          <dt key={`${keys}-key`} className="figure">
            {keys}
          </dt>,
          <dd key={`${keys}-what`} style={{ margin: 0 }}>
            {what}
          </dd>,
        ])}
      </dl>
    </Modal>
  );
}
