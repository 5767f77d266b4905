/** The form that takes a correction over into the price book. */
import { number, object } from "yup";

export const FORM = object({
  /** The version that the page showed. */
  version: number().integer().min(0).required(),
});
