/** `GET /jobs/:jobId/materials.xlsx` */
import { downloadJob } from "#routes/job-export/download.ts";
import { XLSX, xlsxOf } from "#routes/job-export/table.server.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/xlsx";
import { MATERIAL_COLUMNS, materialsOf } from "./materials-table.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "materials.xlsx", XLSX, (document, book) =>
    xlsxOf(MATERIAL_COLUMNS, materialsOf(document, book)),
  );
