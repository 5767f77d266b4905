/** `GET /jobs/:jobId/photos`: the list. `POST`: keeps one picture, sent as a form with its id, item and moment. */
import { number, object, string, ValidationError } from "yup";
import { EVIDENCE_IDS } from "#core/survey/evidence.ts";
import { LONGEST_THING, THING_PATTERN, type ThingId } from "#core/survey/things.ts";
import { databaseIsLost } from "#server/database.ts";
import { photosOf } from "#server/job-photos.ts";
import { keepPicture } from "#server/pictures.ts";
import { refuse } from "#server/refusals.ts";
import { requirePerson, signedIn } from "#server/sessions.ts";
import type { Route } from "./+types/photos";

const said = object({
  id: string()
    .matches(/^[\w-]{8,64}$/)
    .required(),
  item: string().oneOf(EVIDENCE_IDS).required(),
  about: string<ThingId>().matches(THING_PATTERN).max(LONGEST_THING),
  caption: string().max(300).default(""),
  takenAt: number().integer().min(0).max(8.64e15).required(),
});

export async function loader({ request, params }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const photos = await photosOf(person.firmId).list(params.jobId);
  if (!photos) throw refuse("not-found");
  return Response.json(photos, { headers: { "Cache-Control": "no-store" } });
}

export async function action({ request, params }: Route.ActionArgs) {
  if (request.method !== "POST") return refuse("wrong-method");
  try {
    const person = await signedIn(request);
    if (!person) return refuse("signed-out");
    const photos = photosOf(person.firmId);
    if (!(await photos.hasJob(params.jobId))) return refuse("not-found");
    const form = await request.formData();
    const file = form.get("picture");
    const {
      id,
      item,
      about = null,
      caption,
      takenAt,
    } = said.validateSync(Object.fromEntries([...form].filter(([k]) => k !== "picture")));
    if (!(file instanceof File)) return refuse("bad-request");
    const kept = await keepPicture(Buffer.from(await file.arrayBuffer()));
    if (!kept) return refuse("no-picture");
    const photo = { ...kept, id, item, about, caption, takenAt: new Date(takenAt) };
    const added = await photos.add(params.jobId, person.id, photo);
    return added ? Response.json({ id, width: kept.width, height: kept.height }) : refuse("not-found");
  } catch (error) {
    if (databaseIsLost(error)) return refuse("database-away");
    if (error instanceof ValidationError || error instanceof TypeError) return refuse("bad-request");
    throw error;
  }
}
