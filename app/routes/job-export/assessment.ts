import { assess } from "../../../core/assess.ts";
import type { Route } from "./+types/assessment";
import { downloadJson } from "./download.ts";

export const loader = ({ request, params }: Route.LoaderArgs) =>
  downloadJson(request, params.jobId, "assessment", (document) => `${JSON.stringify(assess(document), null, 1)}\n`);
