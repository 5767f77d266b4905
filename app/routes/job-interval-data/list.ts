/** `GET /jobs/:jobId/interval-data`: what is kept. `POST`: keeps one file's values, sent as a form with what they are. */
import { type KeptAbout, keptAbout, unpackValues } from "#core/intervals/kept.ts";
import { answering, firmContext, forOpenPages, personContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/list";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  const kept = await context.get(firmContext).intervals.list(params.jobId);
  if (!kept) throw refuse("not-found");
  return Response.json(kept, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, params, context }: Route.ActionArgs) =>
  answering(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const { intervals } = context.get(firmContext);
    if (!(await intervals.list(params.jobId))) return refuse("not-found");
    const form = await request.formData().catch(() => null);
    const [said, file] = [form?.get("about"), form?.get("values")];
    if (typeof said !== "string" || !(file instanceof File)) return refuse("bad-request");
    const about = keptAbout.noUnknown().validateSync(JSON.parse(said), { strict: true }) as KeptAbout;
    const values = new Uint8Array(await file.arrayBuffer());
    // Nothing is kept that cannot be read again.
    const readable = await unpackValues(values, about).then(
      () => true,
      () => false,
    );
    if (!readable) return refuse("bad-request");
    const added = await intervals.add(params.jobId, context.get(personContext).id, about, Buffer.from(values));
    if (added === "too-many") return refuse("too-many-files");
    return added ? Response.json({ digest: about.digest }) : refuse("not-found");
  });
