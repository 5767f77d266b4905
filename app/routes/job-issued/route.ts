/** `/jobs/:jobId/issued`: the papers of a job and their issued versions; `POST` issues the next version of one, or withdraws a version. */
import type { IssueAnswer } from "#core/firm/issued-paper.ts";
import { readIntent } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { originOf } from "#server/settings.ts";
import type { Route } from "./+types/route";
import { FORMS } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = requireRight(context, "issue");
  const papers = await context.get(firmContext).issued.papers(params.jobId, person);
  return papers ? Response.json(papers, { headers: { "Cache-Control": "no-store" } }) : refuse("not-found");
}

/** Asked without a reason, what a paper lacks is the answer to a question; with one it is a refusal. */
const statusOf = ({ kind }: IssueAnswer, reason: string): number =>
  kind === "changed-since" ? 409 : kind === "lacks" && reason !== "" ? 422 : 200;

export const action = ({ request, params: { jobId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "issue");
    const { issued } = context.get(firmContext);
    const form = await readIntent(request, FORMS);
    if (form.problems) return refuse("bad-request");
    if (form.intent === "withdraw") {
      const { id, why } = form.value;
      return (await issued.withdraw(jobId, id, person.id, why)) ? Response.json({ id }) : refuse("not-found");
    }
    const answer = await issued.issue(jobId, person, form.value, originOf(request));
    return Response.json(answer, { status: statusOf(answer, form.value.reason) });
  });
