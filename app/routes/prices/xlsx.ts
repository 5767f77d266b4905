/** `GET /prices.xlsx` */
import { BOOK_COLUMNS, bookTable } from "#core/estimate/book-table.ts";
import { fileToKeep } from "#routes/job-export/download.ts";
import { XLSX_TYPE, xlsxOf } from "#routes/job-export/table.server.ts";
import { firmContext, forPeople, requireRight } from "#server/middleware.ts";
import type { Route } from "./+types/xlsx";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  requireRight(context, "export");
  const { book, version } = await context.get(firmContext).prices.newest();
  return fileToKeep(await xlsxOf(BOOK_COLUMNS, bookTable(book)), XLSX_TYPE, `prices-${version}.xlsx`);
}
