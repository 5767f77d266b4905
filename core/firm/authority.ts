/** A firm's own notes on an authority. Heron ships notes only on the made-up towns of the demo. */
import { number, object, string } from "yup";

export const authorityPage = object({
  name: string().trim().max(200).required("must have a name"),
  /** Where its forms are and what they are called. */
  forms: string().trim().max(2000).default(""),
  /** Working days until it answers. */
  days: number()
    .transform((value: number, typed: unknown) => (typed === "" ? undefined : value))
    .typeError("must be a number of days")
    .integer("must be a whole number of days")
    .min(0, "must not be below 0")
    .max(365, "must be 365 at most"),
  fees: string().trim().max(500).default(""),
  /** Wishes of its own: outdoor disconnect, edition, picture of the label. */
  wishes: string().trim().max(2000).default(""),
});

export interface AuthorityPage {
  name: string;
  forms: string;
  days?: number | undefined;
  fees: string;
  wishes: string;
}

export interface Authority extends AuthorityPage {
  id: string;
  confirmedBy: string;
  /** ISO day. */
  confirmedOn: string;
}
