/** `POST /jobs/:jobId/edits`: receives one edit of a case and answers whether it applies. */

import type { Patch } from "#core/case/document/patch.ts";
import { hasRight, type Right, type Role } from "#core/firm/rights.ts";
import { MOST_CASE_BODY_BYTES } from "#core/limits.ts";
import type { EditAnswer } from "#core/wire.ts";
import { readUpload } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forPages } from "#server/work.ts";
import type { Route } from "./+types/route";

/** Parts of the case that only some people change, each with the right that it takes. */
const GUARDED: readonly { path: string; at: RegExp; right: Right }[] = [
  { path: "rules", at: /^\/rules(\/|$)/, right: "change-rules" },
  { path: "installation.signed", at: /^\/installation\/signed(\/|$)/, right: "sign" },
  { path: "installation.departures", at: /^\/installation\/departures(\/|$)/, right: "sign" },
];

/** A signature is written by the server alone, after a PIN or a code; an edit may take it away. */
const SIGNED = /^\/installation\/signed(\/|$)/;
const isSigning = (patch: Patch): boolean =>
  patch.some((op) => op.op !== "remove" && pathsOf(op).some((path) => SIGNED.test(path)));

/** A patch with the parts of a whole log that it writes named by their own paths. */
const pathsOf = ({ path, ...op }: Patch[number]): string[] =>
  path === "/installation" && "value" in op && typeof op.value === "object" && op.value !== null
    ? Object.keys(op.value).map((key) => `${path}/${key}`)
    : path === "/installation"
      ? [`${path}/signed`]
      : [path];

/** The refusal of a patch that the role has no right to; null where it has. */
function refusalFor(patch: Patch, role: Role): EditAnswer | null {
  const paths = patch.flatMap(pathsOf);
  const refused = GUARDED.find(({ at, right }) => !hasRight(role, right) && paths.some((path) => at.test(path)));
  if (!refused && isSigning(patch)) {
    const problems = [{ path: "installation.signed", message: "is signed with a PIN or a code, by the button" }];
    return { kind: "refused", problems };
  }
  if (!refused) return null;
  const problems = [{ path: refused.path, message: "is for the electricians of the firm to change" }];
  return { kind: "refused", problems };
}

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
    const refusal = refusalFor(asked.patch, role);
    if (refusal) return Response.json(refusal, { status: STATUS.refused });
    const answer = await jobs.take(params.jobId, id, asked);
    return answer ? Response.json(answer, { status: STATUS[answer.kind] }) : refuse("not-found");
  });

export const loader = () => refuse("wrong-method");
