/** `GET /interval-mappings`: what the firm has said of the columns of its files. `POST`: remembers one answer. */
import { object, string } from "yup";
import { type CsvMapping, csvMapping } from "#core/formats/interval-data/mapping.ts";
import { readJson } from "#server/input.ts";
import { answering, firmContext, forOpenPages } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

const said = object({
  head: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  mapping: csvMapping.required(),
});

export async function loader({ context }: Route.LoaderArgs) {
  const known = await context.get(firmContext).intervals.mappings();
  return Response.json(known, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, context }: Route.ActionArgs) =>
  answering(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const { head, mapping } = await readJson(request, said);
    await context.get(firmContext).intervals.remember({ head, mapping: mapping as CsvMapping });
    return Response.json({ head });
  });
