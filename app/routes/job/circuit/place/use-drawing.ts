/** Drawing on the plan corner by corner: a segment of the run, or walls; and its transfer into the case. */
import { useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import type { Place } from "#core/case/document/types.ts";
import { freeName, lengthOf, USUAL_THICKNESS_M, wallAlong } from "#core/place/draw.ts";
import type { Point } from "#core/place/geometry.ts";
import { assumedKey, markAssumed } from "#core/survey/assumed.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { lengthInPlan, unitOf } from "./plan-unit.ts";

type Wall = "wall" | "fence";

interface Options {
  place: Place;
  /** The part of the run that is drawn; null while none is. */
  part: number | null;
  inPlan(point: Point): number[];
  /** Sets a value of the case where no law is against it. */
  onSet(pointer: string, value: unknown): void;
  onDrawn(): void;
}

export function useDrawing({ place, part, inPlan, onSet, onDrawn }: Options) {
  const store = useJobStore();
  const [wall, setWall] = useState<Wall | null>(null);
  /** As it goes on after "Drawing"; null while nothing is drawn. */
  const what = part !== null ? `part ${part + 1} of the run` : wall ? `a ${wall}` : null;
  const [drawn, setDrawn] = useState<{ what: string | null; line: readonly Point[] }>({ what, line: [] });
  // Points of another object are discarded.
  const line = drawn.what === what ? drawn.line : [];
  const setLine = (points: readonly Point[]) => setDrawn({ what, line: points });
  const leave = () => {
    setLine([]);
    setWall(null);
    onDrawn();
  };
  const layRun = (index: number) => {
    const { document } = store.getState();
    const segment = document.run?.segments?.[index];
    const length = { value: lengthInPlan(lengthOf(line), unitOf(place)), unit: place.unit };
    if (segment && length.value > 0)
      store.edit([
        ...setValue(document, `/run/segments/${index}`, { ...segment, length, points: line.map(inPlan) }),
        ...markAssumed(document, [assumedKey.partLength(index)], false),
      ]);
  };
  const build = (kind: Wall) => {
    const taken = (place.solids ?? []).map((s) => s.id);
    const walls = line.slice(1).flatMap((to, i) => {
      const polygon = wallAlong(line[i] as Point, to, USUAL_THICKNESS_M[kind] ?? 0);
      if (!polygon) return [];
      const id = freeName(kind, taken);
      taken.push(id);
      return [{ id, kind, points: polygon.map(inPlan) }];
    });
    onSet("/place/solids", [...(place.solids ?? []), ...walls]);
  };
  return {
    what,
    line,
    setLine,
    beginWall: setWall,
    finish() {
      if (part !== null) layRun(part);
      else if (wall) build(wall);
      leave();
    },
    leave,
  };
}
