/** Data of an issued paper for the customer's page. It is stored with the paper and does not change with the job. */
import type { Offer } from "./offer.ts";

/** A consent or an approval in words. */
export interface ShownConsent {
  kind: "consent";
  /** The way, what it means, and at which current it charges. */
  way: string;
  means: string;
  work: readonly string[];
  /** Sentences about what stays in the building and what remains to be done later. */
  leaves: readonly string[];
}

export type ShownPaper = ({ kind: "offer" } & Offer) | ShownConsent;
