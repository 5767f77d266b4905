/** `GET /jobs/:jobId/ledger.xlsx` */
import writeExcelFile from "write-excel-file/node";
import { downloadJob } from "#routes/job-export/download.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/xlsx";
import { LEDGER_COLUMNS, ledgerTable } from "./ledger-table.ts";

const XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "ledger.xlsx", XLSX, async (document) => {
    const head = LEDGER_COLUMNS.map((value) => ({ value, fontWeight: "bold" as const }));
    const rows = ledgerTable(document).map((row) => row.map((value) => ({ value })));
    return new Uint8Array(await writeExcelFile([head, ...rows]).toBuffer());
  });
