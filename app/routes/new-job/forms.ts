/** The form of a new job. */
import { object, string } from "yup";
import { RULE_SET_IDS } from "#core/case/document/types.ts";
import { LINE_TOO_LONG, LONGEST_LINE } from "#core/limits.ts";

export const FORM = object({
  address: string().trim().required("Type the address").max(LONGEST_LINE, `The address ${LINE_TOO_LONG}`),
  customer: string().trim().max(LONGEST_LINE, `The name ${LINE_TOO_LONG}`).default(""),
  rules: string()
    .required("Choose a rule set")
    .oneOf([...RULE_SET_IDS], "That rule set is not known here"),
});
