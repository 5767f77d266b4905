/** The form that signs out. */
import { object, string } from "yup";

export const FORM = object({ where: string() });
