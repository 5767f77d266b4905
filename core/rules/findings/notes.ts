/** Notes of the survey as questions to the person on site. */
import { type Asked, askedOnSite } from "#core/case/document/confirmations.ts";
import type { SurveyFinding } from "./types.ts";

/** The question that a note asks: whether it was seen to, or refused. */
export const askedByNote = ({
  code,
  link,
  text,
  todo,
}: Pick<SurveyFinding, "code" | "link" | "text" | "todo">): Asked =>
  askedOnSite(`survey.${code} ${link}: ${todo}`, todo, text);
