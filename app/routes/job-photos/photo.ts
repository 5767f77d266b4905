/** `/jobs/:jobId/photos/:photoId`: the picture itself (`?size=thumbnail`), `PATCH` what is said of it, `DELETE` it. */
import { object, string } from "yup";
import { LONGEST_LINE } from "#core/limits.ts";
import { may } from "#core/rights.ts";
import { EVIDENCE_IDS } from "#core/survey/evidence.ts";
import { type PhotoMark, readMarks } from "#core/survey/photo-marks.ts";
import { LONGEST_THING, THING_PATTERN, type ThingId } from "#core/survey/things.ts";
import { answering, firmContext, forOpenPages, personContext } from "#server/middleware.ts";
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
    headers: { "Content-Type": "image/jpeg", "Cache-Control": "private, max-age=3600, immutable" },
  });
}

export const action = ({ request, params: { jobId, photoId }, context }: Route.ActionArgs) =>
  answering(async () => {
    const { photos } = context.get(firmContext);
    if (request.method === "DELETE") {
      const { id, role } = context.get(personContext);
      const removed = await photos.remove(jobId, photoId, may(role, "remove-others-pictures") ? null : id);
      if (removed === "not-own") return refuse("not-own-picture");
      return removed ? Response.json({ id: photoId }) : refuse("not-found");
    }
    if (request.method !== "PATCH") return refuse("wrong-method");
    const { marks: given, ...rest } = object()
      .required()
      .validateSync(await request.json(), { strict: true }) as {
      marks?: unknown;
    };
    const marks = given === undefined ? undefined : readMarks(given);
    if (marks && "problem" in marks) return refuse("bad-request");
    const checked = changes.noUnknown().validateSync(rest, { strict: true });
    const changed = await photos.change(jobId, photoId, { ...checked, ...(marks && { marks: marks as PhotoMark[] }) });
    return changed ? Response.json({ id: photoId }) : refuse("not-found");
  });
