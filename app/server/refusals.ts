import { CASE_TOO_LARGE, PHOTO_TOO_LARGE } from "#core/limits.ts";

/** Every refusal the web application can answer with: a status and words for the person who meets it. */
export const WEB_REFUSALS = {
  "signed-out": { status: 401, text: "Sign in again; nothing is lost." },
  "not-found": { status: 404, text: "There is nothing at this address." },
  "not-allowed": { status: 403, text: "Your role does not allow this. Ask the owner of the firm." },
  "foreign-origin": { status: 403, text: "This request came from another site and was refused." },
  "too-large": { status: 413, text: `What was sent ${CASE_TOO_LARGE}.` },
  "photo-too-large": { status: 413, text: `That picture ${PHOTO_TOO_LARGE}.` },
  "no-picture": {
    status: 422,
    text: "That file is no picture that Heron can read. JPEG, PNG and WebP are understood.",
  },
  "no-length": { status: 411, text: "The request did not say how large it is." },
  "wrong-method": { status: 405, text: "This address does not take that kind of request." },
  "bad-request": { status: 400, text: "The request could not be understood." },
  "database-away": {
    status: 503,
    text: "Heron cannot reach its database just now. Nothing you typed is lost: it waits here and is saved when the database is back.",
  },
} as const;
export type WebRefusal = keyof typeof WEB_REFUSALS;

/** A refusal to throw from a loader or action. */
export const refuse = (code: WebRefusal) =>
  new Response(WEB_REFUSALS[code].text, {
    status: WEB_REFUSALS[code].status,
    statusText: code,
    headers: { "Content-Type": "text/plain; charset=utf-8" },
  });
