/** The forms of the links of a job for people outside the firm. */
import { object, string } from "yup";
import { LINK_KINDS } from "#core/firm/customer-link.ts";
import { LONGEST_LINE, LONGEST_QUESTION } from "#core/limits.ts";

const id = string()
  .matches(/^[\w-]{8,64}$/)
  .required();
export const FORMS = {
  make: object({
    kind: string().oneOf(LINK_KINDS).required(),
    name: string().trim().required("Type for whom it is").max(LONGEST_LINE),
    /** Empty: the link is handed over in another way. */
    email: string().trim().email("That is not an e-mail address").max(254).default(""),
  }),
  withdraw: object({ id }),
  reply: object({ link: id, id, text: string().trim().required("Type the answer").max(LONGEST_QUESTION) }),
};
