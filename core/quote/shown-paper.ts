/** What a customer's page shows of an issued paper: plain data that never changes with the job. */
import type { Offer } from "./offer.ts";

/** A consent or an approval in words. */
export interface ShownConsent {
  kind: "consent";
  /** The way, what it means, and at which current it charges. */
  way: string;
  means: string;
  work: readonly string[];
  /** What stays, and what is left for later. */
  leaves: readonly string[];
}

export type ShownPaper = ({ kind: "offer" } & Offer) | ShownConsent;
