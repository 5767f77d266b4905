/** `/jobs/:jobId/commissioning`: the checks of a job while they are made; `POST` begins and stops them, and answers what they ask. */
import type { CheckId } from "#core/case/document/types.ts";
import type { JobCommissioning } from "#core/install/checks/live-run.ts";
import { done, problem } from "#server/answers.ts";
import { devicesOfFirm } from "#server/commissioning/devices.ts";
import { readIntent, readQuery } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, personContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { FORMS, QUERY } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ request, params: { jobId }, context }: Route.LoaderArgs) {
  const { jobs, checkRuns } = context.get(firmContext);
  if (!(await jobs.has(jobId))) return refuse("not-found");
  const state: JobCommissioning = {
    ...devicesOfFirm(context.get(personContext).firmId),
    run: checkRuns.run(jobId, readQuery(request, QUERY)),
    recorded: await checkRuns.recorded(jobId),
  };
  return Response.json(state, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, params: { jobId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "join-chargers");
    const { jobs, chargePoints, checkRuns } = context.get(firmContext);
    const form = await readIntent(request, FORMS);
    if (form.problems) return refuse("bad-request");
    if (!(await jobs.has(jobId))) return refuse("not-found");
    if (form.intent === "stop")
      return checkRuns.stop(jobId) ? done() : problem("No check is being made at the moment.", 409);
    if (form.intent === "press" || form.intent === "cannot")
      return checkRuns.press(jobId, form.value.seq, form.intent === "press")
        ? done()
        : problem("Something else is asked for by now.", 409);
    const { checks, charger, second, clamps, splitter } = form.value;
    const devices = devicesOfFirm(person.firmId);
    const isOwn = async (id: string) => id === "" || chargePoints.has(jobId, id);
    const isKnown = (address: string, known: readonly string[]) => address === "" || known.includes(address);
    if (!(await isOwn(charger)) || !(await isOwn(second))) return refuse("not-found");
    if (!isKnown(clamps, devices.clamps) || !isKnown(splitter, devices.splitters)) return refuse("not-found");
    const begun = await checkRuns.begin(jobId, person, checks.split(",").filter(Boolean) as CheckId[], {
      charger: charger || null,
      second: second || null,
      clamps: clamps || null,
      splitter: splitter || null,
    });
    if (begun.kind === "not-found") return refuse("not-found");
    return begun.kind === "begun" ? done() : problem(begun.problem, 409);
  });
