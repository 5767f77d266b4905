/** The form that sets a password by a link. */
import { object, string } from "yup";

export const FORM = object({ password: string().default("").max(500, "Take at most 200 characters.") });
