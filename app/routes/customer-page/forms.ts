/** The forms of a customer's page. */
import { object, string } from "yup";
import { LONGEST_LINE, LONGEST_QUESTION, LONGEST_REASON } from "#core/limits.ts";

const name = string()
  .trim()
  .required("Type your name")
  .max(LONGEST_LINE, `Your name is too long: ${LONGEST_LINE} characters at most`);
const why = string().trim().max(LONGEST_REASON, `That is too long: ${LONGEST_REASON} characters at most`).default("");
/** A PNG of lines is a few kB. */
const MOST_SIGNATURE = 60_000;
const signature = string()
  .required("Sign on the white sheet")
  .max(MOST_SIGNATURE, "The signature is too large: clear it and sign with fewer lines")
  .matches(/^data:image\/png;base64,[A-Za-z0-9+/]+=*$/, "Sign on the white sheet");

export const FORMS = {
  accept: object({ option: string().max(80).required("Choose an option"), name, signature }),
  decline: object({ name, why }),
  consent: object({
    consent: string().oneOf(["agree", "condition", "refuse"]).required("Choose an answer"),
    why: why.when("consent", {
      is: (consent: unknown) => consent === "condition" || consent === "refuse",
      // biome-ignore lint/suspicious/noThenProperty: the name is Yup's
      then: (field) => field.required("Say the condition, or the reason"),
    }),
    name,
    signature,
  }),
  ask: object({
    id: string()
      .matches(/^[\w-]{8,64}$/)
      .required(),
    text: string()
      .trim()
      .required("Type your question")
      .max(LONGEST_QUESTION, `Your question is too long: ${LONGEST_QUESTION} characters at most`),
  }),
};
