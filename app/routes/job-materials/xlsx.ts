/** `GET /jobs/:jobId/materials.xlsx` */
import { MATERIAL_COLUMNS } from "#core/decide/materials.ts";
import { downloadJob } from "#routes/job-export/download.ts";
import { XLSX_TYPE, xlsxOf } from "#routes/job-export/table.server.ts";
import { forPeople } from "#server/middleware.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/xlsx";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "materials.xlsx", XLSX_TYPE, async (document, book) =>
    xlsxOf(MATERIAL_COLUMNS, await forJobs("materials", { document, book })),
  );
