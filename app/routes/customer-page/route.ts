/** `/for/:token`: the page of a link for people outside the firm, without signing in. */
import { redirect } from "react-router";
import { object, string } from "yup";
import { isoDay } from "#core/dates.ts";
import type { LinkAnswer } from "#core/firm/customer-link.ts";
import { answerLink, askOnLink, type OpenedLink, tellAnswers, tellNoPicture } from "#server/customer-links.ts";
import { readIntent, readQuery } from "#server/input.ts";
import { inWords } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { FORMS } from "./forms.ts";
import { linkOf, pageOf } from "./view.ts";

const query = object({ told: string().max(10).default("") });

export const loader = ({ request, params: { token }, context }: Route.LoaderArgs) =>
  inWords(async () => {
    const isAnswered = readQuery(request, query).told === "yes";
    return pageOf(await linkOf(token, context), token, context, { isAnswered });
  });

type Form = Awaited<ReturnType<typeof readIntent<typeof FORMS>>>;

/** The answer that a form stands for; null for a question. */
function answerFrom(form: Form, today: string): LinkAnswer | null {
  if (form.problems) return null;
  switch (form.intent) {
    case "accept":
      return { kind: "accepted", on: today, ...form.value };
    case "decline":
      return { kind: "declined", on: today, ...form.value };
    case "consent": {
      const { consent, why, name, signature } = form.value;
      return consent === "refuse"
        ? { kind: "refused", why, name, signature, on: today }
        : { kind: "agreed", condition: consent === "condition" ? why : "", name, signature, on: today };
    }
    default:
      return null;
  }
}

/** Whether an answer belongs to what the link asks. */
function belongs({ kind, issued }: OpenedLink, answer: LinkAnswer): boolean {
  if (answer.kind === "agreed" || answer.kind === "refused") return kind === "owner" || kind === "association";
  if (kind !== "quote" || issued?.shown?.kind !== "offer") return false;
  return answer.kind === "declined" || issued.shown.options.some(({ id }) => id === answer.option);
}

export const action = ({ request, params: { token }, context }: Route.ActionArgs) =>
  inWords(async () => {
    if (request.method !== "POST") throw refuse("wrong-method");
    const link = await linkOf(token, context);
    const form = await readIntent(request, FORMS);
    const refused = (problems: Record<string, string>, status = 400) =>
      pageOf(link, token, context, { sent: { problems, typed: form.typed }, status });
    if (form.problems) {
      const { name, ...others } = form.problems;
      // Two forms of the page ask for a name.
      const named: Record<string, string> =
        name === undefined ? {} : form.intent === "decline" ? { declineName: name } : { name };
      return refused({ ...others, ...named });
    }
    if (form.intent === "ask") {
      const asked = await askOnLink(token, form.value);
      if (asked === "gone") throw refuse("not-found");
      if (asked === "too-many") return refused({ text: "That is a lot of questions. Please call the firm." }, 409);
      return redirect(`/for/${token}#questions`, 303);
    }
    if (form.intent === "no-picture") {
      const { asked, said } = form.value;
      if (!(await tellNoPicture(link, { id: asked, said }))) throw refuse("bad-request");
      return redirect(`/for/${token}`, 303);
    }
    if (form.intent === "tell") {
      if (!(await tellAnswers(link, form.value))) throw refuse("bad-request");
      return redirect(`/for/${token}?told=yes#told`, 303);
    }
    const answer = answerFrom(form, isoDay(new Date()));
    if (!answer || !belongs(link, answer)) throw refuse("bad-request");
    const answered = await answerLink(token, answer);
    if (answered.kind === "gone") throw refuse("not-found");
    if (answered.kind === "not-acceptable") return refused({ form: answered.why }, 409);
    if (answered.kind === "answered-before")
      return refused({ form: `${answered.by} has answered already, so this answer was not taken.` }, 409);
    return redirect(`/for/${token}`, 303);
  });
