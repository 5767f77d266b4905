/** Text that is typed into a field, and the value in the case that it means. */
import { useEffect, useRef, useState } from "react";
import { valueAt } from "#core/case/document/set-value.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { isInConflict } from "./field-conflict.tsx";

interface TextSync<T> {
  pointer: string;
  /** Its key in the sources; typing over a value that was only assumed takes that mark away. */
  source?: string | undefined;
  show(value: T | undefined): string;
  /** The value that the text means, or what was not understood. */
  read(text: string): { value: T | null | undefined } | { problem: string };
}

/**
 * Synchronizes the text of a field with its value in the case. Text that parses edits the case; other text remains in
 * the field with its problem. A remote change replaces the text only after the person leaves the field; until then it is
 * shown as a hint. While a conflict about this field is open, typed text is held back until the conflict is settled.
 */
export function useCaseText<T>({ pointer, source, show, read }: TextSync<T>) {
  const store = useJobStore();
  const held = useJobPart((state) => valueAt(state.document, pointer)) as T | undefined;
  const inConflict = useJobPart((state) => isInConflict(state, pointer));
  const shown = show(held);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  /** The remote value that differs from the typed text; null without one. */
  const [changed, setChanged] = useState<string | null>(null);
  const typing = useRef(false);
  /** The formatted value of the last local edit; any other value in the case is a remote change. */
  const own = useRef(shown);
  /** Text that was typed while a conflict was open. */
  const waiting = useRef<string | null>(null);
  /** Whether typing began over a value: a guess typed into an empty field stays marked as one. */
  const replaces = useRef(false);

  function change(typed: string) {
    if (!typing.current) replaces.current = shown !== "";
    typing.current = true;
    setText(typed);
    setChanged(null);
    if (inConflict) {
      waiting.current = typed;
      return;
    }
    const understood = read(typed);
    if ("problem" in understood) return setProblem(understood.problem);
    const { value } = understood;
    own.current = show((value ?? undefined) as T | undefined);
    setProblem(store.trySet(pointer, value, pointer, replaces.current ? source : undefined));
  }

  useEffect(() => {
    if (typing.current) return setChanged(shown === own.current ? null : shown);
    setText(shown);
    setProblem(null);
  }, [shown]);

  const settled = useRef(change);
  settled.current = (typed) => (shown === own.current ? change(typed) : setText(shown));
  useEffect(() => {
    const typed = waiting.current;
    if (inConflict || typed === null) return;
    waiting.current = null;
    settled.current(typed);
  }, [inConflict]);

  return {
    text,
    problem,
    hint:
      changed === null || inConflict
        ? undefined
        : `Changed to ${changed || "empty"} by somebody else: leave the field to take it, or type on`,
    change,
    leave(event: { target: unknown }) {
      // Another window or app came to the front; the person is still in this field.
      if (document.activeElement === event.target) return;
      typing.current = false;
      setChanged(null);
      if (!problem) setText(show(valueAt(store.getState().document, pointer) as T | undefined));
    },
  };
}
