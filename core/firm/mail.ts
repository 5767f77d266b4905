/** Mail that leaves the firm. */

/**
 * queued: it waits, and is tried again; refused: the mail server refuses it for good; failed: given up; returned: it was
 * sent and came back to the firm, as somebody has said.
 */
export const MAIL_STATES = ["queued", "sent", "refused", "failed", "returned"] as const;
export type MailState = (typeof MAIL_STATES)[number];

/** Waits between the tries, minutes: about two days in all. */
const WAITS_MIN = [1, 2, 5, 15, 30, 60, 120, 240, 480, 960, 960];

/** Minutes until the next try, or null when it is given up. @param tries that have failed */
export const waitBeforeTryMin = (tries: number): number | null => WAITS_MIN[tries - 1] ?? null;

/** A mail of a job as its page shows it. */
export interface SentMail {
  id: string;
  toName: string;
  toAddress: string;
  subject: string;
  state: MailState;
  tries: number;
  /** Last response of the mail server. */
  said: string;
  /** Ids of the issued papers that go with it. */
  attached: readonly string[];
  by: string;
  /** ISO moments. */
  createdAt: string;
  sentAt: string | null;
  nextTryAt: string;
}
