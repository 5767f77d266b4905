/** The forms of the page of people. */
import { number, object, string } from "yup";
import { ROLES, type Role } from "#core/firm/rights.ts";

const personField = string().required("Choose somebody").max(64, "There is no such person in the firm.");
const yesOrNo = string().oneOf(["yes", "no"], "Choose yes or no").required("Choose yes or no");
const MOST_KEPT_DAYS = 30;
/** Each form of the page: the fields that are read of it. */
export const INTENTS = {
  invite: object({
    name: string().trim().required("Type the name").max(200, "The name is too long: 200 characters at most"),
    email: string()
      .trim()
      .lowercase()
      .required("Type the e-mail")
      .email("That is not an e-mail address")
      .max(200, "The e-mail is too long: 200 characters at most"),
    role: string<Role>().oneOf(ROLES, "Choose a role").required("Choose a role"),
  }),
  link: object({ person: personField }),
  role: object({ person: personField, role: string<Role>().oneOf(ROLES, "Choose a role").required("Choose a role") }),
  active: object({ person: personField, active: yesOrNo }),
  "take-factor": object({ person: personField }),
  "ask-factor": object({ asks: yesOrNo }),
  "keep-pages": object({
    days: number()
      .typeError("Type a number of days")
      .required("Type a number of days")
      .integer("Type a whole number of days")
      .min(1, "At least one day")
      .max(MOST_KEPT_DAYS, `${MOST_KEPT_DAYS} days at most`),
  }),
};
