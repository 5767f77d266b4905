/**
 * Middleware of the routes: the signed-in person, and the jobs and photos of that person's firm, which are all a route
 * can reach.
 */
import { createContext, type MiddlewareFunction, type RouterContextProvider, redirect } from "react-router";
import { ValidationError } from "yup";
import { hasRight, type Right } from "#core/firm/rights.ts";
import { KEEP_HEADER, PERSON_HEADER } from "#core/headers.ts";
import { authoritiesOf } from "./authorities.ts";
import { chargePointsOf } from "./chargers/charge-points.ts";
import { checkRunsOf } from "./commissioning/runs.ts";
import { linksOf } from "./customer-links.ts";
import { databaseIsBusy, databaseIsLost, diskIsFull } from "./database.ts";
import { jobsOf } from "./firm-jobs.ts";
import { textsOf } from "./firm-texts.ts";
import { intervalsOf } from "./interval-data.ts";
import { issuedOf } from "./issued-papers.ts";
import { photosOf } from "./job-photos.ts";
import { log } from "./log.ts";
import { postOf } from "./post.ts";
import { pricesOf } from "./price-books.ts";
import { refuse } from "./refusals.ts";
import { asSender, currentSender } from "./sender.ts";
import { requirePerson, type SignedIn, signedIn } from "./sessions.ts";

/** The context of one page request. */
export const pageContext = createContext<{
  /** Of its scripts and styles. */
  nonce: string;
  /** The network address of the browser. */
  address: string;
  /** Whether the request may be answered with an event stream: only a plain GET of its own address may. */
  mayStream: boolean;
  /** Bytes of the answer that the browser has not taken yet. */
  unsentBytes: () => number;
}>();
const DAY_S = 24 * 3600;

export const personContext = createContext<SignedIn>();
export const firmContext = createContext<{
  jobs: ReturnType<typeof jobsOf>;
  photos: ReturnType<typeof photosOf>;
  intervals: ReturnType<typeof intervalsOf>;
  prices: ReturnType<typeof pricesOf>;
  issued: ReturnType<typeof issuedOf>;
  texts: ReturnType<typeof textsOf>;
  authorities: ReturnType<typeof authoritiesOf>;
  links: ReturnType<typeof linksOf>;
  post: ReturnType<typeof postOf>;
  chargePoints: ReturnType<typeof chargePointsOf>;
  checkRuns: ReturnType<typeof checkRunsOf>;
}>();

function enter(context: Readonly<RouterContextProvider>, person: SignedIn): void {
  context.set(personContext, person);
  context.set(firmContext, {
    jobs: jobsOf(person.firmId),
    photos: photosOf(person.firmId),
    intervals: intervalsOf(person.firmId),
    prices: pricesOf(person.firmId),
    issued: issuedOf(person.firmId),
    texts: textsOf(person.firmId),
    authorities: authoritiesOf(person.firmId),
    links: linksOf(person.firmId),
    post: postOf(person.firmId),
    chargePoints: chargePointsOf(person.firmId),
    checkRuns: checkRunsOf(person.firmId),
  });
}

/** Answers a person's request. No cache on the way stores the answer, unless it says otherwise itself. */
async function answerFor(person: SignedIn, next: () => Promise<Response>): Promise<Response> {
  const sender = { one: person.id, firm: person.firmId, signal: currentSender().signal };
  const response = await asSender(sender, next);
  if (!response.headers.has("Cache-Control")) response.headers.set("Cache-Control", "no-store");
  response.headers.set(PERSON_HEADER, person.id);
  response.headers.set(KEEP_HEADER, String(person.keepPagesDays * DAY_S));
  return response;
}

/** Before pages and files: who is not signed in is sent to sign in, and comes back afterwards. */
export const forPeople: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const person = await requirePerson(request);
  if (person.mustSetUp) throw redirect("/account");
  enter(context, person);
  return answerFor(person, next);
};

/** Before the page of one's own account, which opens also to who has still to set up two-step sign-in. */
export const forAccount: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const person = await requirePerson(request);
  context.set(personContext, person);
  return answerFor(person, next);
};

/** The signed-in person, if the role has the right; otherwise refuses. */
export function requireRight(context: Readonly<RouterContextProvider>, right: Right): SignedIn {
  const person = context.get(personContext);
  if (!hasRight(person.role, right)) {
    log.info({ person: person.id, right }, "not allowed");
    throw refuse("not-allowed");
  }
  return person;
}

/** For requests that an open page sends by itself: a signed-out person gets a 401 and the page stays. */
export const forOpenPages: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const person = await signedIn(request);
  if (!person) return refuse("signed-out");
  if (person.mustSetUp) return refuse("second-factor-asked");
  const sender = request.headers.get(PERSON_HEADER);
  if (sender !== null && sender !== person.id) return refuse("other-person");
  enter(context, person);
  return answerFor(person, next);
};

/** A database problem as a refusal; null for any other error. */
function databaseRefusal(error: unknown): Response | null {
  if (databaseIsLost(error)) return refuse("database-away");
  if (diskIsFull(error)) return refuse("disk-full");
  if (databaseIsBusy(error)) return refuse("busy");
  return null;
}

/**
 * Runs the action of a form. An unreachable or full database is answered with a refusal in words; any other error is
 * rethrown.
 */
export async function inWords<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw databaseRefusal(error) ?? error;
  }
}

/** Does what an open page asked; what goes wrong on the way is answered as a refusal, in words. */
export async function answerInWords(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Response) return error;
    const refusal = databaseRefusal(error);
    if (refusal) return refusal;
    if (error instanceof ValidationError || error instanceof SyntaxError) return refuse("bad-request");
    throw error;
  }
}
