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
 * Keeps what is typed and what the case holds together: typing edits the case when it is understood, and stays in the
 * field when it is not. A change from elsewhere shows in the field once nobody types in it; until then it stands under
 * the field. While a conflict about this field is open, typing waits for it to be settled.
 */
export function useCaseText<T>({ pointer, source, show, read }: TextSync<T>) {
  const store = useJobStore();
  const held = useJobPart((state) => valueAt(state.document, pointer)) as T | undefined;
  const inConflict = useJobPart((state) => isInConflict(state, pointer));
  const shown = show(held);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  /** The case's value, where somebody else has changed it under what is typed here. */
  const [changed, setChanged] = useState<string | null>(null);
  const typing = useRef(false);
  /** How the case shows what was typed here last; anything else in the case came from elsewhere. */
  const own = useRef(shown);
  /** What was typed while a conflict was open. */
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
