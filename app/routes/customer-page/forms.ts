/** The forms of a customer's page. */
import { number, object, string } from "yup";
import { RECEPTIONS } from "#core/case/document/vocabulary.ts";
import { LONGEST_LINE, LONGEST_QUESTION, LONGEST_REASON } from "#core/limits.ts";
import { ASKED_PICTURE_IDS, PICTURE_ANSWERS } from "#core/survey/asked-pictures.ts";

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

const empty = (value: unknown, typed: unknown) => (typed === "" ? undefined : value);
const amount = (most: number) =>
  number()
    .transform(empty)
    .typeError("Type a number")
    .positive("Type a number above 0")
    .max(most, `Type ${most} at most`);
const clock = string()
  .transform(empty)
  .matches(/^([01]\d|2[0-3]):[0-5]\d$/, "Type a time such as 18:00");
/** A field that may be left empty, with one of several values. */
const choice = <const T extends string>(values: readonly T[]) =>
  string<T>()
    .transform(empty)
    .oneOf([...values]);

export const FORMS = {
  "no-picture": object({
    asked: string().oneOf(ASKED_PICTURE_IDS).required(),
    said: string().oneOf(PICTURE_ANSWERS).required(),
  }),
  tell: object({
    ratingA: amount(1000),
    built: string().transform(empty).max(40),
    tenure: choice(["owner", "tenant"]),
    distance: amount(2000),
    homeAt: clock,
    leavesAt: clock,
    reception: choice(RECEPTIONS),
  }),
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
