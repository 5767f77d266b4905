/** Notices that the rules of a country ask of a job. */
import { needsPermission } from "#core/case/document/lookups.ts";
import type { CaseDocument, NoticeKind } from "#core/case/document/types.ts";

/** What of a way a notice depends on. */
export interface NoticeBasis {
  document: CaseDocument;
  /** Ids of the work of the way that is taken. */
  work: readonly string[];
}

export interface NoticeRule {
  kind: NoticeKind;
  /** "Notify the network operator". */
  text: string;
  rule: string;
  /** Days after the charger was connected, or after the work was completed; before the work where left out. */
  within?: { days: number; after: "connected" | "completed" };
  isOwed(basis: NoticeBasis): boolean;
}

/** Whether a piece of work is an application to the operator, who must agree before the charger is connected. */
export const isApplication = (work: string): boolean => work === "apply" || work === "upgrade";

/** A consent that was asked for on the survey, as a notice. */
export const consentNotice = (kind: "landlord" | "association", from: "owner" | "association"): NoticeRule => ({
  kind,
  text: from === "owner" ? "Have the owner's consent in writing" : "Have the association's approval in writing",
  rule: "Consent before work",
  isOwed: ({ document: { enquiry } }) =>
    needsPermission({ enquiry }, from) || (from === "owner" && enquiry?.tenure === "tenant"),
});

/** A grant that was ticked is claimed when the work is done. */
export const grantNotice: NoticeRule = {
  kind: "grant",
  text: "Claim the grant",
  rule: "Conditions of the grant",
  within: { days: 30, after: "completed" },
  isOwed: ({ document }) => (document.options?.grants ?? []).length > 0,
};
