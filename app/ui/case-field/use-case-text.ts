/** Text that is typed into a field, and the value in the case that it means. */
import { useEffect, useRef, useState } from "react";
import { valueAt } from "#core/case/document/set-value.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";

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
 * field when it is not; a change from elsewhere shows in the field unless one is typing there.
 */
export function useCaseText<T>({ pointer, source, show, read }: TextSync<T>) {
  const store = useJobStore();
  const held = useJobPart((state) => valueAt(state.document, pointer)) as T | undefined;
  const shown = show(held);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const typing = useRef(false);
  /** How the case shows what was typed here last; anything else in the case came from elsewhere. */
  const own = useRef(shown);
  const stuck = useRef(false);
  /** Whether typing began over a value: a guess typed into an empty field stays marked as one. */
  const replaces = useRef(false);
  stuck.current = problem !== null;
  useEffect(() => {
    if (typing.current && (shown === own.current || stuck.current)) return;
    setText(shown);
    setProblem(null);
  }, [shown]);

  return {
    text,
    problem,
    change(typed: string) {
      if (!typing.current) replaces.current = shown !== "";
      typing.current = true;
      setText(typed);
      const understood = read(typed);
      if ("problem" in understood) return setProblem(understood.problem);
      const { value } = understood;
      own.current = show((value ?? undefined) as T | undefined);
      setProblem(store.trySet(pointer, value, pointer, replaces.current ? source : undefined));
    },
    leave() {
      typing.current = false;
      if (!problem) setText(show(valueAt(store.getState().document, pointer) as T | undefined));
    },
  };
}
