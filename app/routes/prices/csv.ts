/** `GET /prices.csv` */
import { firmContext, forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/csv";
import { bookCsv } from "./table.server.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  const { book, version } = await context.get(firmContext).prices.newest();
  return new Response(bookCsv(book), {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="prices-${version}.csv"`,
      "Cache-Control": "no-store",
    },
  });
}
