/** Checks before any route: security headers, origin of every change, size of every body. */
import { randomBytes } from "node:crypto";
import type { NextFunction, Request, Response } from "express";
import helmet from "helmet";
import { REFUSAL_HEADER } from "#core/headers.ts";
import {
  MOST_CASE_BODY_BYTES,
  MOST_FORM_BYTES,
  MOST_INTERVAL_DATA_BYTES,
  MOST_PHOTO_BYTES,
  MOST_PHOTO_CHANGE_BYTES,
  MOST_PRICE_BODY_BYTES,
} from "#core/limits.ts";
import { WEB_REFUSALS, type WebRefusal } from "./refusals.ts";
import { asSender } from "./sender.ts";
import { settings } from "./settings.ts";

/** Answers with a refusal, in words. */
export function refuseWith(response: Response, code: WebRefusal): void {
  const { status, text } = WEB_REFUSALS[code];
  response.status(status).set(REFUSAL_HEADER, code).type("text/plain").send(text);
}

/** Gives each page a nonce of its own for its scripts and styles. */
export function nonceOf(_request: Request, response: Response, next: NextFunction): void {
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
      frameSrc: ["'none'"],
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

/**
 * The path as the router reads it: escapes resolved, lower case, without the suffix of a data request or a trailing
 * slash. Null for invalid escapes.
 */
export function routedPath(path: string): string | null {
  try {
    return decodeURIComponent(path)
      .toLowerCase()
      .replace(/\/+$/, "")
      .replace(/\.data$/, "");
  } catch {
    return null;
  }
}

/** A URL with invalid escapes is not found. */
export function soundAddress(request: Request, response: Response, next: NextFunction): void {
  if (routedPath(request.path) === null) refuseWith(response, "bad-request");
  else next();
}

/**
 * Whether a request may be answered with an event stream: a plain GET of the stream's own address. As data of an open
 * page, or to HEAD, a stream would never come to its end.
 */
export const mayStream = ({ method, path }: Pick<Request, "method" | "path">): boolean =>
  method === "GET" && /\/events$/.test(path);

const reads = (request: Request) => request.method === "GET" || request.method === "HEAD";

/** A request that changes something must come from a page of this site. */
export function sameOrigin(request: Request, response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  const own =
    origin !== undefined &&
    URL.canParse(origin) &&
    (settings.origin === null ? new URL(origin).host === host : origin === settings.origin);
  if (reads(request) || own) next();
  else refuseWith(response, "foreign-origin");
}

/** The largest body of each address, by its path; all others carry a form. */
const BODY_LIMITS: readonly { path: RegExp; mostBytes: number; refusal: WebRefusal }[] = [
  { path: /^\/jobs\/[^/]+\/photos$/, mostBytes: MOST_PHOTO_BYTES, refusal: "photo-too-large" },
  { path: /^\/for\/[^/]+\/pictures$/, mostBytes: MOST_PHOTO_BYTES, refusal: "photo-too-large" },
  { path: /^\/jobs\/[^/]+\/photos\/[^/]+$/, mostBytes: MOST_PHOTO_CHANGE_BYTES, refusal: "too-large" },
  { path: /^\/jobs\/[^/]+\/interval-data$/, mostBytes: MOST_INTERVAL_DATA_BYTES, refusal: "too-large" },
  { path: /^\/jobs\/[^/]+\/edits$/, mostBytes: MOST_CASE_BODY_BYTES, refusal: "too-large" },
  { path: /^\/prices$/, mostBytes: MOST_PRICE_BODY_BYTES, refusal: "too-large" },
  // The list of jobs takes case files; as data it is called /_root.
  { path: /^(\/_root)?$/, mostBytes: MOST_CASE_BODY_BYTES, refusal: "case-too-large" },
];
const FORM_LIMIT = { mostBytes: MOST_FORM_BYTES, refusal: "too-large" } as const;

/** Bodies say how large they are, and are not too large. */
export function bodySize(request: Request, response: Response, next: NextFunction): void {
  const length = request.headers["content-length"];
  const bodiless = request.method === "DELETE" && length === undefined && !request.headers["transfer-encoding"];
  const path = routedPath(request.path) ?? "";
  const { mostBytes, refusal } = BODY_LIMITS.find((limit) => limit.path.test(path)) ?? FORM_LIMIT;
  if (reads(request) || bodiless) next();
  else if (length === undefined) refuseWith(response, "no-length");
  else if (Number(length) > mostBytes) refuseWith(response, refusal);
  else next();
}

/** A request that was answered before its body was complete: its connection ends after the answer has gone out. */
const UNFINISHED_CLOSES_AFTER_MS = 2000;

/** Ends connections whose request was answered early, so that none stays open for a body that never comes. */
export function closeUnfinished(request: Request, response: Response, next: NextFunction): void {
  response.once("finish", () => {
    if (request.complete) return;
    setTimeout(() => request.complete || request.socket.destroy(), UNFINISHED_CLOSES_AFTER_MS).unref();
  });
  next();
}

/** Everything that is done for a request belongs to its network address, until the person is known. */
export function knowSender(request: Request, response: Response, next: NextFunction): void {
  const gone = new AbortController();
  response.once("close", () => response.writableFinished || gone.abort());
  const address = request.ip ?? "unknown";
  asSender({ one: address, firm: address, signal: gone.signal }, next);
}
