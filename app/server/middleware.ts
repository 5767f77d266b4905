/** What stands before routes: who asks, and the jobs and photos of that person's firm, which are all a route can reach. */
import { createContext, type MiddlewareFunction, type RouterContextProvider, redirect } from "react-router";
import { ValidationError } from "yup";
import { may, type Right } from "#core/rights.ts";
import { databaseIsLost } from "./database.ts";
import { jobsOf } from "./firm-jobs.ts";
import { intervalsOf } from "./interval-data.ts";
import { photosOf } from "./job-photos.ts";
import { log } from "./log.ts";
import { pricesOf } from "./price-books.ts";
import { refuse } from "./refusals.ts";
import { requirePerson, type SignedIn, signedIn } from "./sessions.ts";

/** What belongs to one request of a page: the nonce of its scripts, and the network address of the browser. */
export const pageContext = createContext<{ nonce: string; address: string }>();
export const personContext = createContext<SignedIn>();
export const firmContext = createContext<{
  jobs: ReturnType<typeof jobsOf>;
  photos: ReturnType<typeof photosOf>;
  intervals: ReturnType<typeof intervalsOf>;
  prices: ReturnType<typeof pricesOf>;
}>();

function enter(context: Readonly<RouterContextProvider>, person: SignedIn): void {
  context.set(personContext, person);
  context.set(firmContext, {
    jobs: jobsOf(person.firmId),
    photos: photosOf(person.firmId),
    intervals: intervalsOf(person.firmId),
    prices: pricesOf(person.firmId),
  });
}

/** Answers that belong to one person are kept by nobody on the way, unless they say otherwise themselves. */
async function unkept(next: () => Promise<Response>): Promise<Response> {
  const response = await next();
  if (!response.headers.has("Cache-Control")) response.headers.set("Cache-Control", "no-store");
  return response;
}

/** Before pages and files: who is not signed in is sent to sign in, and comes back afterwards. */
export const forPeople: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const person = await requirePerson(request);
  if (person.mustSetUp) throw redirect("/account");
  enter(context, person);
  return unkept(next);
};

/** Before the page of one's own account, which opens also to who has still to set up a second factor. */
export const forAccount: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  context.set(personContext, await requirePerson(request));
  return unkept(next);
};

/** Who asks, where the role has the right; refuses otherwise. */
export function requireRight(context: Readonly<RouterContextProvider>, right: Right): SignedIn {
  const person = context.get(personContext);
  if (!may(person.role, right)) {
    log.info({ person: person.id, right }, "not allowed");
    throw refuse("not-allowed");
  }
  return person;
}

/** Before what an open page asks by itself: who is not signed in is told so, and the page stays. */
export const forOpenPages: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const person = await signedIn(request);
  if (!person) return refuse("signed-out");
  if (person.mustSetUp) return refuse("second-factor-asked");
  enter(context, person);
  return unkept(next);
};

/** Does what an open page asked; what goes wrong on the way is answered as a refusal, in words. */
export async function answering(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Response) return error;
    if (databaseIsLost(error)) return refuse("database-away");
    if (error instanceof ValidationError || error instanceof SyntaxError) return refuse("bad-request");
    throw error;
  }
}
