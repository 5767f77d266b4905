/** `GET /jobs/:jobId/ledger.csv` */
import Papa from "papaparse";
import { downloadJob } from "#routes/job-export/download.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/csv";
import { LEDGER_COLUMNS, ledgerTable } from "./ledger-table.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "ledger.csv", "text/csv; charset=utf-8", (document) =>
    // Text that a spreadsheet would take for a formula is made plain text.
    Papa.unparse({ fields: [...LEDGER_COLUMNS], data: ledgerTable(document) }, { escapeFormulae: true }),
  );
