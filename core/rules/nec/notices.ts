/** Notices of a job in North America. */
import { consentNotice, grantNotice, isApplication, type NoticeRule } from "../notices.ts";

/** Work for which nobody asks for a permit. */
const WITHOUT_PERMIT = /^(check-outlet|confirm|see-to|set-current|exchange|turn-outlet)/;

const needsPermit: NoticeRule["isOwed"] = ({ work }) => work.some((id) => !WITHOUT_PERMIT.test(id));

export const necNotices: readonly NoticeRule[] = [
  consentNotice("landlord", "owner"),
  consentNotice("association", "association"),
  { kind: "permit", text: "Have the permit", rule: "The authority's own", isOwed: needsPermit },
  {
    kind: "operator",
    text: "Have the utility's agreement",
    rule: "The utility's own",
    isOwed: ({ work }) => work.some(isApplication),
  },
  {
    kind: "inspection",
    text: "Ask for the final inspection",
    rule: "The authority's own days come first",
    within: { days: 30, after: "connected" },
    isOwed: needsPermit,
  },
  grantNotice,
];
