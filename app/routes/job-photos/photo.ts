/** `/jobs/:jobId/photos/:photoId`: the picture itself (`?size=thumbnail`), `PATCH` what is said of it, `DELETE` it. */
import { object, string } from "yup";
import { hasRight } from "#core/firm/rights.ts";
import { MOST_PHOTO_CHANGE_BYTES } from "#core/limits.ts";
import { readQuery, readUpload } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forFiles } from "#server/work.ts";
import type { Route } from "./+types/photo";

const query = object({
  size: string()
    .oneOf(["picture", "thumbnail"] as const)
    .default("picture"),
});

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { size } = readQuery(request, query);
  const bytes = await context.get(firmContext).photos.bytes(params.jobId, params.photoId, size);
  if (!bytes) throw refuse("not-found");
  return new Response(new Uint8Array(bytes), {
    // The bytes behind an id never change.
    headers: { "Content-Type": "image/jpeg", "Cache-Control": "private, max-age=3600, immutable" },
  });
}

export const action = ({ request, params: { jobId, photoId }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    const { photos } = context.get(firmContext);
    if (request.method === "DELETE") {
      const { id, role } = requireRight(context, "remove-own-pictures");
      const removed = await photos.remove(jobId, photoId, hasRight(role, "remove-others-pictures") ? null : id);
      if (removed === "not-own") return refuse("not-own-picture");
      return removed ? Response.json({ id: photoId }) : refuse("not-found");
    }
    if (request.method !== "PATCH") return refuse("wrong-method");
    requireRight(context, "add-pictures");
    const upload = await readUpload(request, MOST_PHOTO_CHANGE_BYTES);
    const change = await forFiles("photoChange", upload.body, [upload.body]);
    if (!change) return refuse("bad-request");
    const changed = await photos.change(jobId, photoId, change);
    return changed ? Response.json({ id: photoId }) : refuse("not-found");
  });
