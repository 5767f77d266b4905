/** `/jobs/:jobId/post`: the mail of a job; `POST` sends an issued paper, tries again, says that a mail came back, or takes it out. */
import { mailFrom, TEMPLATE_TITLES } from "#core/firm/mail-templates.ts";
import { paperName } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { doneIf, problem } from "#server/answers.ts";
import { readIntent } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { FORMS } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  requireRight(context, "issue");
  const { post } = context.get(firmContext);
  const mails = await post.list(params.jobId);
  if (!mails) return refuse("not-found");
  return Response.json({ isSetUp: post.isSetUp, mails }, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, params: { jobId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "issue");
    const { jobs, issued, post, texts } = context.get(firmContext);
    const form = await readIntent(request, FORMS);
    if (form.problems) return problem(Object.values(form.problems)[0] ?? "");
    if (form.intent === "again") return doneIf(await post.again(form.value.id));
    if (form.intent === "returned") return doneIf(await post.markReturned(form.value.id));
    if (form.intent === "remove") return doneIf(await post.remove(form.value.id));
    if (!post.isSetUp) return problem("No mail server is set up: download the paper instead.");
    const job = await jobs.find(jobId);
    const version = job && (await issued.list(jobId, job))?.find((one) => one.id === form.value.issued);
    if (!job || !version) return refuse("not-found");
    if (version.withdrawn) return problem("This version was withdrawn.", 409);
    const { document } = job;
    const { words } = codebookOf(document.rules);
    const { name, email } = form.value;
    const own = (await texts.list()).find(({ title }) => title === TEMPLATE_TITLES.paper);
    const paper = paperName(version.paper, words);
    const values = { name, address: document.enquiry?.address || document.title, link: "", paper };
    return doneIf(
      await post.send(
        {
          id: form.value.id,
          jobId,
          toName: name,
          toAddress: email,
          ...mailFrom("paper", values, own?.text),
          attached: [version.id],
        },
        person.id,
      ),
    );
  });
