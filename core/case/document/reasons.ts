/** Why a way is ruled out, or what it answers to: the codes of the open format. */
export const REASON_CODES = [
  "headroom-short",
  "no-space",
  "conductor-limit",
  "outlet-ungrounded",
  "no-shared-circuit",
  "no-outlet",
  "out-of-reach",
  "no-spare-circuit",
  "not-managed",
  "limit-below-house",
  "need-not-met",
  "meets-need",
  "type-ac-upstream",
  "board-unsafe",
  "looped-supply",
  "not-needed",
  "fault-on-path",
  "permission-open",
  "measure-first",
  "not-confirmed",
  "no-charger",
] as const;
export type ReasonCode = (typeof REASON_CODES)[number];

export interface WayReason {
  code: ReasonCode;
  text: string;
  rule: string;
}

/** A reason with its code, its text and its rule. */
export const wayReason = (code: ReasonCode, text: string, rule: string): WayReason => ({ code, text, rule });
