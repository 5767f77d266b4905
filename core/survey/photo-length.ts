/** How long a route is that was drawn on a photo, by a distance that was measured on the same photo. */
import type { Length } from "#core/case/document/types.ts";
import { LENGTH_UNITS, parseQuantity } from "#core/quantity/parse.ts";
import type { PhotoEntry } from "./photo.ts";
import type { MarkPoint, PhotoMark } from "./photo-marks.ts";

type Measured = Pick<PhotoEntry, "width" | "height"> & { marks: readonly PhotoMark[] };

/** Length of a line on a photo, pixels. */
const pixelsOf = ({ width, height }: Measured, points: readonly MarkPoint[]): number =>
  points.reduce((total, [x, y], i) => {
    const [fromX, fromY] = points[i - 1] ?? [x, y];
    return total + Math.hypot((x - fromX) * width, (y - fromY) * height);
  }, 0);

/**
 * The first distance on a photo that can be read, with its length in pixels.
 * @param usual unit of a distance that was written without one
 */
export function measuredOnPhoto(photo: Measured, usual: Length["unit"]): { pixels: number; length: Length } | null {
  for (const mark of photo.marks) {
    if (mark.kind !== "dimension") continue;
    const read = parseQuantity(mark.text, LENGTH_UNITS, usual);
    const pixels = pixelsOf(photo, mark.points);
    if ("problem" in read || pixels === 0) continue;
    return { pixels, length: { value: read.value, unit: read.unit as Length["unit"] } };
  }
  return null;
}

/**
 * The routes of a photo together, taken as lying in one plane with the measured distance.
 * @param usual unit of a distance that was written without one
 * @returns null where no route is drawn, or no distance that can be read
 */
export function lengthOnPhoto(photo: Measured, usual: Length["unit"]): Length | null {
  const routePx = photo.marks.filter((m) => m.kind === "route").reduce((t, m) => t + pixelsOf(photo, m.points), 0);
  const measured = measuredOnPhoto(photo, usual);
  if (routePx === 0 || !measured) return null;
  const { pixels, length } = measured;
  return { value: Math.round(((routePx * length.value) / pixels) * 10) / 10, unit: length.unit };
}
