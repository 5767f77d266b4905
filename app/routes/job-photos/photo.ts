/** `/jobs/:jobId/photos/:photoId`: the picture itself (`?size=thumbnail`), `PATCH` what is said of it, `DELETE` it. */
import { object, string } from "yup";
import { LONGEST_LINE } from "#core/limits.ts";
import { EVIDENCE_IDS } from "#core/survey/evidence.ts";
import { type PhotoMark, readMarks } from "#core/survey/photo-marks.ts";
import { LONGEST_THING, THING_PATTERN, type ThingId } from "#core/survey/things.ts";
import { answering, firmContext, forOpenPages } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/photo";

const changes = object({
  caption: string().max(LONGEST_LINE),
  item: string().oneOf(EVIDENCE_IDS),
  about: string<ThingId>().matches(THING_PATTERN).max(LONGEST_THING).nullable(),
});

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const size = new URL(request.url).searchParams.get("size") === "thumbnail" ? "thumbnail" : "picture";
  const bytes = await context.get(firmContext).photos.bytes(params.jobId, params.photoId, size);
  if (!bytes) throw refuse("not-found");
  return new Response(new Uint8Array(bytes), {
    // The bytes behind an id never change.
    headers: { "Content-Type": "image/jpeg", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}

export const action = ({ request, params: { jobId, photoId }, context }: Route.ActionArgs) =>
  answering(async () => {
    const { photos } = context.get(firmContext);
    if (request.method === "DELETE")
      return (await photos.remove(jobId, photoId)) ? Response.json({ id: photoId }) : refuse("not-found");
    if (request.method !== "PATCH") return refuse("wrong-method");
    const { marks: given, ...rest } = (await request.json()) as { marks?: unknown };
    const marks = given === undefined ? undefined : readMarks(given);
    if (marks && "problem" in marks) return refuse("bad-request");
    const checked = changes.noUnknown().validateSync(rest, { strict: true });
    const changed = await photos.change(jobId, photoId, { ...checked, ...(marks && { marks: marks as PhotoMark[] }) });
    return changed ? Response.json({ id: photoId }) : refuse("not-found");
  });
