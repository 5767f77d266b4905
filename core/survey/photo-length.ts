/** How long a route is that was drawn on a photo, by a distance that was measured on the same photo. */
import type { Length } from "#core/case/document/types.ts";
import { LENGTH_UNITS, parseQuantity } from "#core/quantity/parse.ts";
import type { PhotoEntry } from "./photo.ts";
import type { MarkPoint } from "./photo-marks.ts";

/**
 * The routes of a photo together, taken as lying in one plane with the measured distance.
 * @param usual unit of a distance that was written without one
 * @returns null where no route is drawn, or no distance that can be read
 */
export function lengthOnPhoto(
  { marks, width, height }: Pick<PhotoEntry, "marks" | "width" | "height">,
  usual: Length["unit"],
): Length | null {
  const px = (points: readonly MarkPoint[]) =>
    points.reduce((total, [x, y], i) => {
      const [fromX, fromY] = points[i - 1] ?? [x, y];
      return total + Math.hypot((x - fromX) * width, (y - fromY) * height);
    }, 0);
  const routePx = marks.filter((m) => m.kind === "route").reduce((t, m) => t + px(m.points), 0);
  if (routePx === 0) return null;
  for (const mark of marks) {
    if (mark.kind !== "dimension") continue;
    const read = parseQuantity(mark.text, LENGTH_UNITS, usual);
    const measuredPx = px(mark.points);
    if ("problem" in read || measuredPx === 0) continue;
    const value = Math.round(((routePx * read.value) / measuredPx) * 10) / 10;
    return { value, unit: read.unit as Length["unit"] };
  }
  return null;
}
