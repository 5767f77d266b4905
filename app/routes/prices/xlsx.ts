/** `GET /prices.xlsx` */
import { firmContext, forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/xlsx";
import { bookXlsx } from "./table.server.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  const { book, version } = await context.get(firmContext).prices.newest();
  return new Response(await bookXlsx(book), {
    headers: {
      "Content-Type": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
      "Content-Disposition": `attachment; filename="prices-${version}.xlsx"`,
      "Cache-Control": "no-store",
    },
  });
}
