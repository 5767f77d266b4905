/** `GET /jobs/:jobId/materials.csv` */
import { MATERIAL_COLUMNS } from "#core/decide/materials.ts";
import { downloadJob } from "#routes/job-export/download.ts";
import { CSV_TYPE, csvOf } from "#routes/job-export/table.server.ts";
import { forPeople } from "#server/middleware.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/csv";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "materials.csv", CSV_TYPE, async (document, book) =>
    csvOf(MATERIAL_COLUMNS, await forJobs("materials", { document, book })),
  );
