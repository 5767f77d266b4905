/**
 * A stand-in for a mail server: it takes every mail and sends none. Addresses that begin with "refused" are refused for
 * good, those that begin with "later" at the first two tries; the whole server can be switched off.
 */
import { type AddressObject, simpleParser } from "mailparser";
import { SMTPServer } from "smtp-server";

export interface TakenMail {
  messageId: string;
  from: string;
  to: string;
  replyTo: string;
  subject: string;
  text: string;
  html: string;
  attachments: { name: string; bytes: number }[];
  /** ISO moment. */
  at: string;
}

const MOST_BYTES = 30 * 1024 * 1024;
/** Tries of a "later" address that are put off. */
const PUT_OFF = 2;

const refusal = (code: number, text: string): Error => Object.assign(new Error(text), { responseCode: code });
const textOf = (address: AddressObject | AddressObject[] | undefined): string =>
  [address]
    .flat()
    .flatMap((one) => (one ? [one.text] : []))
    .join(", ");

export function mailServer() {
  const taken: TakenMail[] = [];
  const putOff = new Map<string, number>();
  let isDown = false;
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS"],
    size: MOST_BYTES,
    logger: false,
    onConnect(_session, done) {
      done(isDown ? refusal(421, "The server is down") : null);
    },
    onRcptTo({ address }, _session, done) {
      if (address.startsWith("refused")) return done(refusal(550, "No such mailbox"));
      const before = putOff.get(address) ?? 0;
      if (address.startsWith("later") && before < PUT_OFF) {
        putOff.set(address, before + 1);
        return done(refusal(451, "Try again later"));
      }
      done();
    },
    onData(stream, _session, done) {
      simpleParser(stream).then(
        (mail) => {
          taken.push({
            messageId: mail.messageId ?? "",
            from: textOf(mail.from),
            to: textOf(mail.to),
            replyTo: textOf(mail.replyTo),
            subject: mail.subject ?? "",
            text: mail.text ?? "",
            html: mail.html || "",
            attachments: mail.attachments.map(({ filename = "", size }) => ({ name: filename, bytes: size })),
            at: new Date().toISOString(),
          });
          done();
        },
        (error: unknown) => done(error as Error),
      );
    },
  });
  return {
    server,
    taken: taken as readonly TakenMail[],
    /** Refuses every connection until it is switched on again. */
    switchOff(off: boolean) {
      isDown = off;
    },
  };
}
