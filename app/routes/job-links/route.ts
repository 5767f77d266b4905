/** `/jobs/:jobId/links`: the links of a job for people outside the firm; `POST` makes, withdraws or answers. */
import { mailFrom, TEMPLATE_TITLES } from "#core/firm/mail-templates.ts";
import { doneIf, problem } from "#server/answers.ts";
import { readIntent } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { originOf } from "#server/settings.ts";
import type { Route } from "./+types/route";
import { FORMS } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  requireRight(context, "issue");
  const links = await context.get(firmContext).links.list(params.jobId);
  return links ? Response.json(links, { headers: { "Cache-Control": "no-store" } }) : refuse("not-found");
}

export const action = ({ request, params: { jobId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "issue");
    const { jobs, links, post, texts } = context.get(firmContext);
    const form = await readIntent(request, FORMS);
    if (form.problems) return problem(Object.values(form.problems)[0] ?? "");
    if (form.intent === "withdraw") return doneIf(await links.withdraw(jobId, form.value.id));
    if (form.intent === "reply") {
      const { link, ...message } = form.value;
      return doneIf(await links.reply(jobId, link, message, person.id));
    }
    const { kind, name, email } = form.value;
    if (email !== "" && !post.isSetUp) return problem("No mail server is set up: copy the link instead.");
    const made = await links.make(jobId, { kind, name }, person.id);
    const job = made && (await jobs.find(jobId));
    if (!made || !job) return refuse("not-found");
    if ("problem" in made) return problem(made.problem, 409);
    const address = `${originOf(request)}/for/${made.token}`;
    if (email !== "") {
      const own = (await texts.list()).find(({ title }) => title === TEMPLATE_TITLES[kind]);
      const { document } = job;
      const values = { name, address: document.enquiry?.address || document.title, link: address, paper: "" };
      await post.send(
        { jobId, toName: name, toAddress: email, ...mailFrom(kind, values, own?.text), attached: [] },
        person.id,
      );
    }
    return Response.json({ kind: "made", address });
  });
