import type { MailState } from "#core/firm/mail.ts";

/** The states of a mail in words. */
export const MAIL_STATE_WORDS: Readonly<Record<MailState, string>> = {
  queued: "waits to be sent",
  sent: "sent",
  refused: "refused",
  failed: "given up",
  returned: "came back",
};
