/** `/jobs/:jobId/photos/:photoId`: the picture itself (`?size=thumbnail`), `PATCH` what is said of it, `DELETE` it. */
import { object, string, ValidationError } from "yup";
import { EVIDENCE_IDS } from "#core/survey/evidence.ts";
import { type PhotoMark, readMarks } from "#core/survey/photo-marks.ts";
import { LONGEST_THING, THING_PATTERN, type ThingId } from "#core/survey/things.ts";
import { databaseIsLost } from "#server/database.ts";
import { photosOf } from "#server/job-photos.ts";
import { refuse } from "#server/refusals.ts";
import { requirePerson, signedIn } from "#server/sessions.ts";
import type { Route } from "./+types/photo";

const changes = object({
  caption: string().max(300),
  item: string().oneOf(EVIDENCE_IDS),
  about: string<ThingId>().matches(THING_PATTERN).max(LONGEST_THING).nullable(),
});

export async function loader({ request, params }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const size = new URL(request.url).searchParams.get("size") === "thumbnail" ? "thumbnail" : "picture";
  const bytes = await photosOf(person.firmId).bytes(params.jobId, params.photoId, size);
  if (!bytes) throw refuse("not-found");
  return new Response(new Uint8Array(bytes), {
    // The bytes behind an id never change.
    headers: { "Content-Type": "image/jpeg", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}

export async function action({ request, params: { jobId, photoId } }: Route.ActionArgs) {
  try {
    const person = await signedIn(request);
    if (!person) return refuse("signed-out");
    const photos = photosOf(person.firmId);
    if (request.method === "DELETE")
      return (await photos.remove(jobId, photoId)) ? Response.json({ id: photoId }) : refuse("not-found");
    if (request.method !== "PATCH") return refuse("wrong-method");
    const { marks: given, ...rest } = (await request.json()) as { marks?: unknown };
    const marks = given === undefined ? undefined : readMarks(given);
    if (marks && "problem" in marks) return refuse("bad-request");
    const checked = changes.noUnknown().validateSync(rest, { strict: true });
    const changed = await photos.change(jobId, photoId, { ...checked, ...(marks && { marks: marks as PhotoMark[] }) });
    return changed ? Response.json({ id: photoId }) : refuse("not-found");
  } catch (error) {
    if (databaseIsLost(error)) return refuse("database-away");
    if (error instanceof ValidationError || error instanceof SyntaxError) return refuse("bad-request");
    throw error;
  }
}
