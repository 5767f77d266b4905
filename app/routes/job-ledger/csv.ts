/** `GET /jobs/:jobId/ledger.csv` */
import { downloadJob } from "#routes/job-export/download.ts";
import { CSV_TYPE, csvOf } from "#routes/job-export/table.server.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/csv";
import { LEDGER_COLUMNS, ledgerTable } from "./ledger-table.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "ledger.csv", CSV_TYPE, (document) =>
    csvOf(LEDGER_COLUMNS, ledgerTable(document)),
  );
