/** `GET /for/:token/place.jpg`: the picture of the wall where the charger is to hang. */
import { photosOf } from "#server/job-photos.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/place";
import { linkOf, placePicture } from "./view.ts";

export async function loader({ params: { token }, context }: Route.LoaderArgs) {
  const { firmId, jobId } = await linkOf(token, context);
  const photos = photosOf(firmId);
  const picture = placePicture((await photos.list(jobId))?.photos ?? []);
  const bytes = picture && (await photos.bytes(jobId, picture.id, "picture"));
  if (!bytes) throw refuse("not-found");
  return new Response(new Uint8Array(bytes), {
    headers: { "Content-Type": "image/jpeg", "Cache-Control": "no-store", "X-Robots-Tag": "noindex, nofollow" },
  });
}
