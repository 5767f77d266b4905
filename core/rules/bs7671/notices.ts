/** Notices of a job in the United Kingdom. */
import { consentNotice, grantNotice, isApplication, type NoticeRule } from "../notices.ts";

export const ukNotices: readonly NoticeRule[] = [
  consentNotice("landlord", "owner"),
  consentNotice("association", "association"),
  {
    kind: "permit",
    text: "Have the network operator's answer to the application",
    rule: "Network operators' rules: apply before connecting",
    isOwed: ({ work }) => work.some(isApplication),
  },
  {
    kind: "operator",
    text: "Notify the network operator",
    rule: "Network operators' rules: within 28 days of connecting",
    within: { days: 28, after: "connected" },
    isOwed: () => true,
  },
  {
    kind: "building-control",
    text: "Notify building control, or through the firm's scheme",
    rule: "Building regulations: within 30 days of completion",
    within: { days: 30, after: "completed" },
    // A charger in a socket that is there is no new circuit.
    isOwed: ({ work }) => !work.every((id) => id === "check-outlet" || id.startsWith("confirm")),
  },
  grantNotice,
];
