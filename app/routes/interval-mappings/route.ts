/** `GET /interval-mappings`: what the firm has said of the columns of its files. `POST`: remembers one answer. */
import type { CsvMapping } from "#core/energy/intervals/formats/mapping.ts";
import { readJson } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { BODY } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ context }: Route.LoaderArgs) {
  const known = await context.get(firmContext).intervals.mappings();
  return Response.json(known, { headers: { "Cache-Control": "no-store" } });
}

export const action = ({ request, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "POST") return refuse("wrong-method");
    const { head, mapping } = await readJson(request, BODY);
    await context.get(firmContext).intervals.remember({ head, mapping: mapping as CsvMapping });
    return Response.json({ head });
  });
