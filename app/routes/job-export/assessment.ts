import { assess } from "#core/assess.ts";
import type { Route } from "./+types/assessment";
import { downloadJob } from "./download.ts";

export const loader = ({ request, params }: Route.LoaderArgs) =>
  downloadJob(
    request,
    params.jobId,
    "assessment.json",
    "application/json; charset=utf-8",
    (document) => `${JSON.stringify(assess(document), null, 1)}\n`,
  );
