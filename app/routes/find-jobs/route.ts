/** `GET /jobs/find?text=`: the firm's jobs whose address or customer has these letters, the last changed first. */
import { object, string } from "yup";
import type { SearchResult } from "#core/find/find.ts";
import { readQuery } from "#server/input.ts";
import { answerInWords, firmContext, forOpenPages } from "#server/middleware.ts";
import type { Route } from "./+types/route";

const MOST = 6;
const LONGEST = 100;

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

const query = object({
  text: string()
    .default("")
    .transform((text: string) => text.trim().slice(0, LONGEST)),
});

export const loader = ({ request, context }: Route.LoaderArgs) =>
  answerInWords(async () => {
    const { text } = readQuery(request, query);
    const { jobs } = await context.get(firmContext).jobs.list({ search: text, most: MOST });
    const found = jobs.map(
      ({ id, title, customer }): SearchResult => ({
        id: `job:${id}`,
        kind: "job",
        label: title,
        detail: customer,
        to: { job: id },
      }),
    );
    return Response.json(found, { headers: { "Cache-Control": "no-store" } });
  });
