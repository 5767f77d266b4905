/** The marks of a picture during drawing: finished marks, the current one, the selection, and undo. */
import { useState } from "react";
import type { MarkKind, MarkPoint, PhotoMark } from "#core/survey/photo-marks.ts";

/** A kind of mark to draw, or `choose` to move what is there. */
export type MarkTool = MarkKind | "choose";

/** A shorter drag, in pixels, is ignored as accidental. */
const SHORTEST_PX = 12;

/**
 * @param distancePx distance of two points of the picture on the screen
 * @param onChange called whenever the finished marks change
 */
export function useMarks(
  first: readonly PhotoMark[],
  distancePx: (a: MarkPoint, b: MarkPoint) => number,
  onChange: (marks: PhotoMark[]) => void,
) {
  const [marks, setMarks] = useState<readonly PhotoMark[]>(first);
  const [history, setHistory] = useState<readonly (readonly PhotoMark[])[]>([]);
  const [tool, setTool] = useState<MarkTool>("choose");
  const [chosen, setChosen] = useState<number | null>(null);
  const [drawing, setDrawing] = useState<PhotoMark | null>(null);

  function keep(next: PhotoMark[]) {
    setHistory((past) => [...past, marks]);
    setMarks(next);
    onChange(next);
  }
  function add(mark: PhotoMark) {
    keep([...marks, mark]);
    setDrawing(null);
    setChosen(marks.length);
    setTool("choose");
  }
  const replace = (index: number, mark: PhotoMark) => keep(marks.map((m, i) => (i === index ? mark : m)));

  return {
    marks,
    tool,
    chosen,
    setChosen,
    chosenMark: chosen === null ? undefined : marks[chosen],
    drawing,
    canUndo: history.length > 0,
    use(next: MarkTool) {
      setTool(next);
      setChosen(null);
      setDrawing(null);
    },
    press(at: MarkPoint) {
      if (tool === "label") add({ kind: "label", points: [at], text: "here" });
      if (tool === "arrow") setDrawing({ kind: "arrow", points: [at, at] });
      if (tool === "dimension") setDrawing({ kind: "dimension", points: [at, at], text: "length?" });
      if (tool === "route")
        setDrawing((route) =>
          route?.kind === "route" ? { ...route, points: [...route.points, at] } : { kind: "route", points: [at] },
        );
    },
    drag(at: MarkPoint) {
      if (drawing?.kind === "arrow" || drawing?.kind === "dimension")
        setDrawing({ ...drawing, points: [drawing.points[0], at] });
    },
    release() {
      if (drawing?.kind !== "arrow" && drawing?.kind !== "dimension") return;
      if (distancePx(...drawing.points) > SHORTEST_PX) add(drawing);
      else setDrawing(null);
    },
    finish() {
      if (drawing) add(drawing);
    },
    movePoint(k: number, at: MarkPoint) {
      const mark = chosen === null ? undefined : marks[chosen];
      if (!mark) return;
      replace(chosen as number, { ...mark, points: mark.points.map((p, i) => (i === k ? at : p)) } as PhotoMark);
    },
    write(text: string) {
      const mark = chosen === null ? undefined : marks[chosen];
      if (mark && "text" in mark && text && text !== mark.text) replace(chosen as number, { ...mark, text });
    },
    takeAway() {
      keep(marks.filter((_, i) => i !== chosen));
      setChosen(null);
    },
    undo() {
      const past = [...(history.at(-1) ?? [])];
      setHistory(history.slice(0, -1));
      setMarks(past);
      setChosen(null);
      onChange(past);
    },
  };
}
export type MarksEditing = ReturnType<typeof useMarks>;
