/** `GET /jobs/find?text=`: the firm's jobs whose address or customer has these letters, the last changed first. */
import type { Found } from "#core/find/find.ts";
import { answering, firmContext, forOpenPages } from "#server/middleware.ts";
import type { Route } from "./+types/route";

const MOST = 6;
const LONGEST = 100;

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export const loader = ({ request, context }: Route.LoaderArgs) =>
  answering(async () => {
    const text = (new URL(request.url).searchParams.get("text") ?? "").trim().slice(0, LONGEST);
    const { jobs } = await context.get(firmContext).jobs.list({ search: text });
    const found = jobs.slice(0, MOST).map(
      ({ id, title, customer }): Found => ({
        id: `job:${id}`,
        kind: "job",
        label: title,
        detail: customer,
        to: { job: id },
      }),
    );
    return Response.json(found, { headers: { "Cache-Control": "no-store" } });
  });
