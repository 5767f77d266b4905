/** The form that says which field of a job a person is in. */
import { object, string } from "yup";

/** The field's place in the case; empty where the person is in none. */
export const FORM = object({
  field: string()
    .max(200)
    .matches(/^(\/[\w.-]+)*$/)
    .default(""),
});
