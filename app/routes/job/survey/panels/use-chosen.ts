/** Which devices of a panel are chosen, and the space where a new one would go. */
import { useCallback, useRef, useState } from "react";

const NOTHING: ReadonlySet<string> = new Set();

export function useChosen() {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(NOTHING);
  /** On a phone there is no Shift: while this is on, a tap adds to what is chosen. */
  const [several, setSeveral] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const severalNow = useRef(several);
  severalNow.current = several && chosen.size > 0;
  return {
    chosen,
    /** The first space of a device that is to be added; null where none was picked. */
    at,
    choose: useCallback((id: string, more: boolean) => {
      setAt(null);
      setChosen((before) => {
        if (!more && !severalNow.current) return before.has(id) && before.size === 1 ? NOTHING : new Set([id]);
        const next = new Set(before);
        if (!next.delete(id)) next.add(id);
        return next;
      });
    }, []),
    pickSpace: useCallback((position: number) => {
      setChosen(NOTHING);
      setAt((before) => (before === position ? null : position));
    }, []),
    leaveSpace: () => setAt(null),
    chooseMore: () => setSeveral(true),
    chooseNone: useCallback(() => {
      setChosen(NOTHING);
      setSeveral(false);
    }, []),
  };
}
