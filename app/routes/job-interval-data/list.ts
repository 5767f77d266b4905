/**
 * `GET /jobs/:jobId/interval-data`: the stored files. `POST`: stores one file's values, sent as a form with their
 * description.
 */
import { MOST_INTERVAL_DATA_BYTES } from "#core/limits.ts";
import { readUpload } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forFiles } from "#server/work.ts";
import type { Route } from "./+types/list";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  const kept = await context.get(firmContext).intervals.list(params.jobId);
  if (!kept) throw refuse("not-found");
  return Response.json(kept, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, params, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "edit-case");
    const { intervals } = context.get(firmContext);
    if (!(await intervals.list(params.jobId))) return refuse("not-found");
    const upload = await readUpload(request, MOST_INTERVAL_DATA_BYTES);
    const read = await forFiles("intervalData", upload, [upload.body]);
    if (!read) return refuse("bad-request");
    const { about, values } = read;
    const added = await intervals.add(params.jobId, person.id, about, Buffer.from(values));
    if (added === "too-many") return refuse("too-many-files");
    return added ? Response.json({ digest: about.digest }) : refuse("not-found");
  });
