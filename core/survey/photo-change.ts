/** A change of a picture as it comes from outside: caption, item, what it shows, marks drawn on it. */
import { boolean, mixed, object, string } from "yup";
import { LONGEST_LINE } from "#core/limits.ts";
import { parseJson } from "#core/parse-json.ts";
import { EVIDENCE_IDS } from "./evidence.ts";
import type { PhotoChange } from "./photo.ts";
import { readMarks } from "./photo-marks.ts";
import { LONGEST_THING, THING_PATTERN, type ThingId } from "./things.ts";

const changeSchema = object({
  toConfirm: boolean().strict(),
  caption: string().max(LONGEST_LINE),
  item: string().oneOf(EVIDENCE_IDS),
  about: string<ThingId>().matches(THING_PATTERN).max(LONGEST_THING).nullable(),
  /** Checked by `readMarks`. */
  marks: mixed<NonNullable<unknown>>(),
});

/** @throws SyntaxError or ValidationError where the text is no change of a picture */
export function readPhotoChange(text: string): PhotoChange {
  const { marks: given, ...rest } = parseJson(text, changeSchema);
  if (given === undefined) return rest as PhotoChange;
  const marks = readMarks(given);
  if ("problem" in marks) throw new SyntaxError(marks.problem);
  return { ...rest, marks } as PhotoChange;
}
