/** `POST /jobs/:jobId/sign`: a licensed person signs for a part of the work, with a PIN or a code of the second factor. */
import { randomUUID } from "node:crypto";
import { isDay } from "#core/dates.ts";
import { logPatch } from "#core/install/log.ts";
import { checkSigner } from "#server/account.ts";
import { done, problem } from "#server/answers.ts";
import { readForm } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, pageContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export const action = ({ request, params: { jobId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "sign");
    const { jobs } = context.get(firmContext);
    const form = await readForm(request, FORM);
    if (form.problems || !isDay(form.value.on)) return refuse("bad-request");
    if (!(await jobs.has(jobId))) return refuse("not-found");
    const { part, license, on, proof } = form.value;
    const checked = await checkSigner(person, proof, context.get(pageContext).address);
    if (checked.problem) return problem(checked.problem, 422);
    const signature = { for: part, name: person.name, on, ...(license !== "" && { license }) };
    const isDone = await jobs.write(jobId, person.id, randomUUID(), ({ document }) =>
      logPatch(document, "signed", (one) => one.for === part, signature),
    );
    return isDone ? done() : problem("The job is being changed. Sign again.", 409);
  });

export const loader = () => refuse("wrong-method");
