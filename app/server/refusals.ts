import { REFUSAL_HEADER } from "#core/headers.ts";
import { CASE_TOO_LARGE, PHOTO_TOO_LARGE } from "#core/limits.ts";

/** Every refusal the web application can answer with: a status and words for the person who meets it. */
export const WEB_REFUSALS = {
  "signed-out": { status: 401, text: "Sign in again; nothing is lost." },
  "not-found": { status: 404, text: "There is nothing at this address." },
  "not-allowed": { status: 403, text: "Your role does not allow this. Ask the owner of the firm." },
  "not-own-picture": {
    status: 403,
    text: "Somebody else took that picture: an electrician of the firm can take it away.",
  },
  "second-factor-asked": { status: 403, text: "Your firm requires two-step sign-in: set it up under your account." },
  "foreign-origin": { status: 403, text: "This request came from another site and was refused." },
  "too-large": { status: 413, text: "What was sent is too large for this address." },
  "case-too-large": { status: 413, text: `What was sent ${CASE_TOO_LARGE}.` },
  "photo-too-large": { status: 413, text: `That picture ${PHOTO_TOO_LARGE}.` },
  "no-picture": {
    status: 422,
    text: "That file is not a picture that Heron can read. JPEG, PNG and WebP can be read.",
  },
  "too-many-guesses": { status: 429, text: "Too many addresses that lead nowhere. Wait a quarter of an hour." },
  "too-many-files": { status: 409, text: "This job has as many files as it can keep. Remove one first." },
  "other-person": {
    status: 401,
    text: "Somebody else is signed in here now. Your changes wait in this browser until you sign in again.",
  },
  "disk-full": {
    status: 503,
    text: "There is no room left on the server's disk, so this was not saved. It waits here: tell whoever runs the server.",
  },
  "takes-too-much": { status: 422, text: "That is more than Heron can read at once. Make it smaller." },
  "too-many-streams": { status: 429, text: "This is open in too many windows. Close some of them." },
  "no-length": { status: 411, text: "The request did not say how large it is." },
  stopping: { status: 503, text: "This server is about to stop; another one answers in a moment." },
  busy: { status: 503, text: "Heron is too busy just now. Try again in a moment; nothing is lost." },
  "takes-too-long": {
    status: 422,
    text: "This job takes too long to work out. Make what is very large in it smaller.",
  },
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
    headers: { "Content-Type": "text/plain; charset=utf-8", [REFUSAL_HEADER]: code },
  });
