/** The forms of the mail of a job. */
import { object, string } from "yup";
import { LONGEST_LINE } from "#core/limits.ts";

const id = string()
  .matches(/^[\w-]{8,64}$/)
  .required();
export const FORMS = {
  send: object({
    id,
    /** An issued version. */
    issued: id,
    name: string().trim().max(LONGEST_LINE).default(""),
    email: string().trim().required("Type the e-mail").email("That is not an e-mail address").max(254),
  }),
  again: object({ id }),
  returned: object({ id }),
  remove: object({ id }),
};
