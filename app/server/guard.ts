/** Checks before any route: security headers, origin of every change, size of every body. */
import { randomBytes } from "node:crypto";
import type { NextFunction, Request, Response } from "express";
import helmet from "helmet";
import { MOST_BODY_BYTES, MOST_INTERVAL_DATA_BYTES, MOST_PHOTO_BYTES } from "#core/limits.ts";
import { WEB_REFUSALS, type WebRefusal } from "./refusals.ts";
import { atPhotos, atSignIn } from "./work.ts";

const answer = (response: Response, code: WebRefusal) =>
  response.status(WEB_REFUSALS[code].status).type("text/plain").send(WEB_REFUSALS[code].text);

/** Gives each page a nonce of its own for its scripts and styles. */
export function nonce(_request: Request, response: Response, next: NextFunction): void {
  response.locals.nonce = randomBytes(16).toString("base64");
  next();
}

/** The reader of HEIC pictures is compiled code in a worker of its own; no page may run such code. */
const HEIC_READER = /^\/assets\/heic-worker-[\w-]+\.js$/;
const withCompiledCode = (request: unknown) =>
  HEIC_READER.test((request as Request).path) ? "'wasm-unsafe-eval'" : "'self'";

const withNonce = (_request: unknown, response: unknown) => `'nonce-${(response as Response).locals.nonce}'`;

export const securityHeaders = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", withNonce, withCompiledCode],
      // Elements carry the nonce; style attributes come from components and cannot.
      // The hash is that of a sheet without a letter, which charts make and then fill rule by rule.
      styleSrcElem: ["'self'", withNonce, "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"],
      styleSrcAttr: ["'unsafe-inline'"],
      imgSrc: ["'self'", "data:", "blob:"],
      fontSrc: ["'self'"],
      workerSrc: ["'self'"],
      manifestSrc: ["'self'"],
      connectSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  // Heron may be served on plain http inside a workshop; https is for the proxy in front to enforce.
  strictTransportSecurity: false,
  crossOriginOpenerPolicy: { policy: "same-origin" },
  // A form that is sent without scripts says where it comes from by the same rule.
  referrerPolicy: { policy: "same-origin" },
});

const canDecode = (path: string): boolean => {
  try {
    // Its answer is used, else the build leaves the call out as one without effect.
    return decodeURIComponent(path).length > 0;
  } catch {
    return false;
  }
};

/** As data for a page that is open already an event stream would never come to its end. */
const STREAM_AS_DATA = /\/events\.data$/;

/** An address whose escapes are none leads nowhere. */
export function soundAddress(request: Request, response: Response, next: NextFunction): void {
  if (!canDecode(request.path)) answer(response, "bad-request");
  else if (STREAM_AS_DATA.test(request.path)) answer(response, "not-found");
  else next();
}

const reads = (request: Request) => request.method === "GET" || request.method === "HEAD";

/** A request that changes something must come from a page of this site. */
export function sameOrigin(request: Request, response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  const own = origin !== undefined && URL.canParse(origin) && new URL(origin).host === host;
  if (reads(request) || own) next();
  else answer(response, "foreign-origin");
}

const PHOTO_PATH = /^\/jobs\/[^/]+\/photos$/;
const INTERVAL_DATA_PATH = /^\/jobs\/[^/]+\/interval-data$/;

/** Bodies say how large they are, and are not too large. */
export function bodySize(request: Request, response: Response, next: NextFunction): void {
  const length = request.headers["content-length"];
  const bodiless = request.method === "DELETE" && length === undefined && !request.headers["transfer-encoding"];
  if (reads(request) || bodiless) next();
  else if (length === undefined) answer(response, "no-length");
  else if (PHOTO_PATH.test(request.path)) {
    if (Number(length) > MOST_PHOTO_BYTES) answer(response, "photo-too-large");
    else next();
  } else if (Number(length) > (INTERVAL_DATA_PATH.test(request.path) ? MOST_INTERVAL_DATA_BYTES : MOST_BODY_BYTES))
    answer(response, "too-large");
  else next();
}

/** Whoever has not sent everything by then, as one on a slow line, keeps nobody waiting. */
const SENT_WITHIN_MS = 300;

/** Where requests are let in one after the other, and after how long the next one is let in all the same. */
const DOORS = [
  // One that is slowed for its many tries keeps nobody else waiting.
  { path: /^\/sign-in/, take: atSignIn, mostMs: 300 },
  { path: PHOTO_PATH, take: atPhotos, mostMs: 5000 },
];

/** Lets sign-ins and pictures in one after the other; whoever finds too many waiting is told so. */
export function door(request: Request, response: Response, next: NextFunction): void {
  const at = request.method === "POST" && DOORS.find(({ path }) => path.test(request.path));
  if (!at) {
    next();
    return;
  }
  const within = () =>
    new Promise<void>((resolve) => {
      const slow = setTimeout(() => request.complete || resolve(), SENT_WITHIN_MS);
      const most = setTimeout(resolve, at.mostMs);
      response.once("close", () => {
        clearTimeout(slow);
        clearTimeout(most);
        resolve();
      });
      next();
    });
  at.take(within).catch(() => answer(response, "busy"));
}
