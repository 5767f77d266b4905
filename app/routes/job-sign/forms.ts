/** The form by which a licensed person signs for a part of the work. */
import { object, string } from "yup";
import { SIGNED_FOR } from "#core/case/document/vocabulary.ts";

export const FORM = object({
  part: string().oneOf(SIGNED_FOR).required(),
  license: string().trim().max(80).default(""),
  /** ISO day of the person. */
  on: string()
    .matches(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
  /** PIN, or code of the second factor. */
  proof: string().max(40).default(""),
});
