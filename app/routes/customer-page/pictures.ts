/** `POST /for/:token/pictures`: keeps one picture of a customer, sent as a form, once by its id. */
import { randomUUID } from "node:crypto";
import { redirect } from "react-router";
import { array, number, object, string } from "yup";
import { ASKED_PICTURE_IDS } from "#core/survey/asked-pictures.ts";
import type { MarkPoint } from "#core/survey/photo-marks.ts";
import { addCustomerPicture } from "#server/customer-links.ts";
import { answerInWords } from "#server/middleware.ts";
import { keepPicture, pictureForm } from "#server/pictures.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/pictures";
import { linkOf } from "./view.ts";

const said = object({
  id: string().matches(/^[\w-]{8,64}$/),
  asked: string().oneOf(ASKED_PICTURE_IDS).required(),
  takenAt: number().integer().min(0).max(253_402_300_799_999),
  line: string().max(20_000),
});
const share = () => number().strict().min(0).max(1).required();
const points = array(array(share()).length(2).required()).max(200).required();

/** The points of a drawn line; empty without a line. @throws a ValidationError or SyntaxError */
const lineOf = (text = ""): MarkPoint[] => (text === "" ? [] : (points.validateSync(JSON.parse(text)) as MarkPoint[]));

export const action = ({ request, params: { token }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const link = await linkOf(token, context);
    const form = await pictureForm(request, Object.keys(said.fields));
    if (!form?.picture || form.picture.byteLength === 0) return refuse("bad-request");
    const { id = randomUUID(), asked, takenAt, line } = said.validateSync(form.fields, { stripUnknown: true });
    const points = lineOf(line);
    const kept = await keepPicture(new Uint8Array(form.picture));
    if (!kept) return refuse("no-picture");
    const at = takenAt === undefined ? new Date() : new Date(takenAt);
    const added = await addCustomerPicture(link, { ...kept, id, asked, takenAt: at, line: points });
    if (added === "too-many") return refuse("too-many-files");
    if (!added) return refuse("bad-request");
    const wantsJson = request.headers.get("Accept")?.includes("json") ?? false;
    return wantsJson ? Response.json({ id }) : redirect(`/for/${token}`, 303);
  });

export const loader = () => refuse("wrong-method");
