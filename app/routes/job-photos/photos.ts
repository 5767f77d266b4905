/** `GET /jobs/:jobId/photos`: the list. `POST`: keeps one picture, sent as a form with its id, item and moment. */
import { number, object, string } from "yup";
import { LONGEST_LINE } from "#core/limits.ts";
import { EVIDENCE_IDS } from "#core/survey/evidence.ts";
import { LONGEST_THING, THING_PATTERN, type ThingId } from "#core/survey/things.ts";
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { keepPicture, pictureForm } from "#server/pictures.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/photos";

/** The last millisecond of the year 9999, the latest date that can be stored. */
const LATEST_MS = 253_402_300_799_999;

const said = object({
  id: string()
    .matches(/^[\w-]{8,64}$/)
    .required(),
  item: string().oneOf(EVIDENCE_IDS).required(),
  about: string<ThingId>().matches(THING_PATTERN).max(LONGEST_THING),
  caption: string().max(LONGEST_LINE).default(""),
  takenAt: number().integer().min(0).max(LATEST_MS).required(),
});

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  const photos = await context.get(firmContext).photos.list(params.jobId);
  if (!photos) throw refuse("not-found");
  return Response.json(photos, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, params, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const person = requireRight(context, "add-pictures");
    const { photos } = context.get(firmContext);
    if (!(await photos.hasJob(params.jobId))) return refuse("not-found");
    const form = await pictureForm(request, Object.keys(said.fields));
    if (!form) return refuse("bad-request");
    const { id, item, about = null, caption, takenAt } = said.validateSync(form.fields, { stripUnknown: true });
    if (!form.picture) return refuse("bad-request");
    const kept = await keepPicture(new Uint8Array(form.picture));
    if (!kept) return refuse("no-picture");
    const photo = { ...kept, id, item, about, caption, takenAt: new Date(takenAt) };
    const added = await photos.add(params.jobId, person.id, photo);
    return added ? Response.json({ id, width: kept.width, height: kept.height }) : refuse("not-found");
  });
