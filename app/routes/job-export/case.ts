import { writeCase } from "#core/case/laws/read.ts";
import type { Route } from "./+types/case";
import { downloadJob } from "./download.ts";

export const loader = ({ request, params }: Route.LoaderArgs) =>
  downloadJob(request, params.jobId, "case.json", "application/json; charset=utf-8", writeCase);
