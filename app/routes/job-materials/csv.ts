/** `GET /jobs/:jobId/materials.csv` */
import { downloadJob } from "#routes/job-export/download.ts";
import { CSV, csvOf } from "#routes/job-export/table.server.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/csv";
import { MATERIAL_COLUMNS, materialsOf } from "./materials-table.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "materials.csv", CSV, (document, book) =>
    csvOf(MATERIAL_COLUMNS, materialsOf(document, book)),
  );
