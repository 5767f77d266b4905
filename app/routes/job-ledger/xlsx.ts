/** `GET /jobs/:jobId/ledger.xlsx` */
import { downloadJob } from "#routes/job-export/download.ts";
import { XLSX_TYPE, xlsxOf } from "#routes/job-export/table.server.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/xlsx";
import { LEDGER_COLUMNS, ledgerTable } from "./ledger-table.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "ledger.xlsx", XLSX_TYPE, (document) =>
    xlsxOf(LEDGER_COLUMNS, ledgerTable(document)),
  );
