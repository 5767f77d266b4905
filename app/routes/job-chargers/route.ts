/** `/jobs/:jobId/chargers`: the charge points of a job and what they send; `POST` registers, renews and removes them. */
import { done, problem } from "#server/answers.ts";
import { dropChargePoint, liveChargePoint } from "#server/chargers/hub.ts";
import { readIntent, readQuery } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { originOf } from "#server/settings.ts";
import type { Route } from "./+types/route";
import { FORMS, QUERY } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

/** Points in one answer: a minute of ten a second. */
const MOST_POINTS = 600;
const REFUSALS = {
  taken: "This id belongs to a charge point already. Choose another one.",
  "too-many": "This job has as many charge points as it may have. Remove one first.",
} as const;

/** The address that a charge point connects to, without its id. */
const addressFor = (request: Request): string => `${originOf(request).replace(/^http/, "ws")}/ocpp/`;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { chargePoints, jobs } = context.get(firmContext);
  if (!(await jobs.has(params.jobId))) return refuse("not-found");
  const { after } = await readQuery(request, QUERY);
  const points = await chargePoints.list(params.jobId);
  const chargers = points.map((point) => {
    const live = liveChargePoint(point.id);
    return {
      ...point,
      live: live
        ? {
            connectedAt: live.connectedAt.toISOString(),
            statuses: [...live.statuses].map(([connector, status]) => ({ connector, ...status })),
            points: live.since(after, MOST_POINTS),
          }
        : null,
    };
  });
  return Response.json({ address: addressFor(request), chargers }, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, params: { jobId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    requireRight(context, "join-chargers");
    const { chargePoints } = context.get(firmContext);
    const form = await readIntent(request, FORMS);
    if (form.problems) return problem(Object.values(form.problems)[0] ?? "");
    const { id } = form.value;
    if (form.intent === "register") {
      const answer = await chargePoints.register(jobId, id);
      if (answer.kind === "registered") return Response.json({ kind: "token", token: answer.token });
      return answer.kind === "not-found" ? refuse("not-found") : problem(REFUSALS[answer.kind], 409);
    }
    if (form.intent === "renew") {
      const token = await chargePoints.renew(jobId, id);
      if (token === null) return refuse("not-found");
      dropChargePoint(id, "Its token has changed");
      return Response.json({ kind: "token", token });
    }
    if (!(await chargePoints.remove(jobId, id))) return refuse("not-found");
    dropChargePoint(id, "It was removed");
    return done();
  });
