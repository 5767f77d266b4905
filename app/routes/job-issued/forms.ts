/** The forms of the issued papers of a job. */
import { number, object, string } from "yup";
import { LONGEST_REASON } from "#core/limits.ts";

const id = string()
  .matches(/^[\w-]{8,64}$/)
  .required();
export const FORMS = {
  issue: object({
    id,
    paper: string().max(40).required(),
    revision: number().integer().min(0).required(),
    reason: string().trim().max(LONGEST_REASON).default(""),
  }),
  withdraw: object({ id, why: string().trim().max(LONGEST_REASON).required() }),
};
