/** `GET /jobs/:jobId/pack.zip`: issued papers, case and pictures as one ZIP. */
import { fileName, fileToKeep } from "#routes/job-export/download.ts";
import { forPeople, requireRight } from "#server/middleware.ts";
import { packsOf } from "#server/packs.ts";
import type { Route } from "./+types/pack-zip";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params, context }: Route.LoaderArgs) {
  const { firmId } = requireRight(context, "export");
  const { title, file } = await packsOf(firmId).zip(params.jobId);
  return fileToKeep(new Uint8Array(file), "application/zip", `${fileName(title)}.zip`);
}
