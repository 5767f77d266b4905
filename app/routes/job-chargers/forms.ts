/** The forms of a job's charge points. */
import { number, object, string } from "yup";

const id = string()
  .required("Type the id that the charger is set up with")
  .matches(/^[\w.-]{1,48}$/, "Letters, digits, dots, dashes and underlines only, 48 at most");
export const FORMS = {
  register: object({ id }),
  renew: object({ id }),
  remove: object({ id }),
};
export const QUERY = object({ after: number().integer().min(0).default(0) });
