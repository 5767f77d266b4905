/** What stands before routes: who asks, and the jobs and photos of that person's firm, which are all a route can reach. */
import { createContext, type MiddlewareFunction, type RouterContextProvider } from "react-router";
import { ValidationError } from "yup";
import { databaseIsLost } from "./database.ts";
import { jobsOf } from "./firm-jobs.ts";
import { photosOf } from "./job-photos.ts";
import { pricesOf } from "./price-books.ts";
import { refuse } from "./refusals.ts";
import { requirePerson, type SignedIn, signedIn } from "./sessions.ts";

/** What belongs to one request of a page: the nonce of its scripts, and the network address of the browser. */
export const pageContext = createContext<{ nonce: string; address: string }>();
export const personContext = createContext<SignedIn>();
export const firmContext = createContext<{
  jobs: ReturnType<typeof jobsOf>;
  photos: ReturnType<typeof photosOf>;
  prices: ReturnType<typeof pricesOf>;
}>();

function enter(context: Readonly<RouterContextProvider>, person: SignedIn): void {
  context.set(personContext, person);
  context.set(firmContext, {
    jobs: jobsOf(person.firmId),
    photos: photosOf(person.firmId),
    prices: pricesOf(person.firmId),
  });
}

/** Before pages and files: who is not signed in is sent to sign in, and comes back afterwards. */
export const forPeople: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  enter(context, await requirePerson(request));
  return next();
};

/** Before what an open page asks by itself: who is not signed in is told so, and the page stays. */
export const forOpenPages: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const person = await signedIn(request);
  if (!person) return refuse("signed-out");
  enter(context, person);
  return next();
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
