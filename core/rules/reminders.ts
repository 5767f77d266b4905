/** Maintenance tasks in the years after the work, by the rules of a country. */
import type { CaseDocument } from "#core/case/document/types.ts";

export interface ReminderRule {
  id: string;
  /** "Test the RCD of the charger's circuit". */
  text: string;
  rule: string;
  /** Months after the work was done, and after it was seen to again. */
  everyMonths: number;
  isFor(document: CaseDocument): boolean;
}
