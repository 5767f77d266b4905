/** The form that changes the theme. */
import { object, string } from "yup";

export const FORM = object({
  theme: string()
    .oneOf(["light", "cupboard"] as const)
    .required(),
});
