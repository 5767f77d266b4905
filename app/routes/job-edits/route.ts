/** `POST /jobs/:jobId/edits`: takes one edit of a case and answers what came of it. */
import { ValidationError } from "yup";
import { type Edit, editSchema } from "#core/case/document/edit.ts";
import { databaseIsLost } from "#server/database.ts";
import { jobsOf } from "#server/firm-jobs.ts";
import { refuse } from "#server/refusals.ts";
import { signedIn } from "#server/sessions.ts";
import type { Route } from "./+types/route";

const STATUS = { accepted: 200, conflict: 409, refused: 422 } as const;

export async function action({ request, params }: Route.ActionArgs) {
  if (request.method !== "POST") throw refuse("wrong-method");
  try {
    const person = await signedIn(request);
    if (!person) return Response.json({ kind: "signed-out" }, { status: 401 });
    const asked = editSchema.validateSync(await request.json(), { strict: true }) as Edit;
    const answer = await jobsOf(person.firmId).take(params.jobId, person.id, asked);
    if (!answer) return refuse("not-found");
    return Response.json(answer, { status: STATUS[answer.kind] });
  } catch (error) {
    if (error instanceof Response) return error;
    if (databaseIsLost(error)) return refuse("database-away");
    if (error instanceof ValidationError || error instanceof SyntaxError) return refuse("bad-request");
    throw error;
  }
}

export const loader = () => refuse("wrong-method");
