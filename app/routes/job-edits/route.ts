/** `POST /jobs/:jobId/edits`: receives one edit of a case and answers whether it applies. */

import { hasRight } from "#core/firm/rights.ts";
import { MOST_CASE_BODY_BYTES } from "#core/limits.ts";
import type { EditAnswer } from "#core/wire.ts";
import { readUpload } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forPages } from "#server/work.ts";
import type { Route } from "./+types/route";

const RULES_REFUSED: EditAnswer = {
  kind: "refused",
  problems: [{ path: "rules", message: "is for the electricians of the firm to change" }],
};
const STATUS = { accepted: 200, conflict: 409, ahead: 409, refused: 422 } as const;

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export const action = ({ request, params, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const { body } = await readUpload(request, MOST_CASE_BODY_BYTES);
    const asked = await forPages("readEdit", body, [body]);
    if (!asked) return refuse("bad-request");
    const { jobs } = context.get(firmContext);
    const { id, role } = requireRight(context, "edit-case");
    if (asked.patch.some(({ path }) => /^\/rules(\/|$)/.test(path)) && !hasRight(role, "change-rules"))
      return Response.json(RULES_REFUSED, { status: STATUS.refused });
    const answer = await jobs.take(params.jobId, id, asked);
    return answer ? Response.json(answer, { status: STATUS[answer.kind] }) : refuse("not-found");
  });

export const loader = () => refuse("wrong-method");
