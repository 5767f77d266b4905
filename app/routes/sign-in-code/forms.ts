/** The form that asks for the code of the second factor. */
import { object, string } from "yup";

export const FORM = object({ code: string().trim().required("Type the code").max(40, "That is not a code") });
