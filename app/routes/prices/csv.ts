/** `GET /prices.csv` */
import { BOOK_COLUMNS, bookTable } from "#core/estimate/book-table.ts";
import { fileToKeep } from "#routes/job-export/download.ts";
import { CSV_TYPE, csvOf } from "#routes/job-export/table.server.ts";
import { firmContext, forPeople, requireRight } from "#server/middleware.ts";
import type { Route } from "./+types/csv";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  requireRight(context, "export");
  const { book, version } = await context.get(firmContext).prices.newest();
  return fileToKeep(csvOf(BOOK_COLUMNS, bookTable(book)), CSV_TYPE, `prices-${version}.csv`);
}
