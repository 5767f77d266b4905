/** The charger's outline on a picture of its wall, to scale. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { FT_PER_M, lengthM } from "#core/units.ts";
import type { PhotoEntry } from "./photo.ts";
import { measuredOnPhoto } from "./photo-length.ts";
import type { PhotoMark } from "./photo-marks.ts";

/** Size of a charger where nobody has entered one, metres: Heron's own assumption. */
const USUAL_WIDTH_M = 0.3;
/** Height over width of a usual charger: Heron's own assumption. */
const HEIGHT_OF_WIDTH = 1.3;

/** A rectangle in pixels of the picture. */
export interface ChargerOutline {
  x: number;
  y: number;
  width: number;
  height: number;
}

type Picture = Pick<PhotoEntry, "width" | "height"> & { marks: readonly PhotoMark[] };

/**
 * The outline stands at the end of the last route on the picture.
 * @returns null without a route, or without a dimension that gives the scale
 */
export function chargerOutline(
  picture: Picture,
  { rules, place }: Pick<CaseDocument, "rules" | "place">,
): ChargerOutline | null {
  const usualUnit = codebookOf(rules).conventions.buildingLengths === "imperial" ? "ft" : "m";
  const measured = measuredOnPhoto(picture, usualUnit);
  const route = picture.marks.findLast(({ kind }) => kind === "route");
  const end = route?.points.at(-1);
  if (!measured || measured.length.value <= 0 || !end) return null;
  const pixelsPerMetre = measured.pixels / lengthM(measured.length);
  const entered = place?.charger?.width;
  const widthM = entered === undefined ? USUAL_WIDTH_M : place?.unit === "ft" ? entered / FT_PER_M : entered;
  const [width, height] = [widthM * pixelsPerMetre, widthM * HEIGHT_OF_WIDTH * pixelsPerMetre];
  return { x: end[0] * picture.width - width / 2, y: end[1] * picture.height - height / 2, width, height };
}
