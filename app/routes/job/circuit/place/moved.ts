/** The selected object of a plan, and the plan after moving it. */
import { nearestOnWall } from "#core/place/band.ts";
import type { Point } from "#core/place/geometry.ts";
import type { Plot } from "#core/place/plot.ts";

export type ChosenThing = { kind: "solid" | "parking"; index: number } | { kind: "charger" };

/** The plot with one thing moved; a charger stays on the nearest wall. */
export function movedThing(plot: Plot, what: ChosenThing, [dx, dy]: Point): Plot {
  const shift = ([x, y]: Point): Point => [x + dx, y + dy];
  if (what.kind === "charger") {
    if (!plot.charger) return plot;
    const to = shift(plot.charger.at);
    return { ...plot, charger: { ...plot.charger, at: nearestOnWall(plot, to, plot.charger.widthM)?.at ?? to } };
  }
  if (what.kind === "parking")
    return { ...plot, parking: plot.parking.map((p, i) => (i === what.index ? { ...p, at: shift(p.at) } : p)) };
  return {
    ...plot,
    solids: plot.solids.map((s, i) => (i === what.index ? { ...s, polygon: s.polygon.map(shift) } : s)),
  };
}
