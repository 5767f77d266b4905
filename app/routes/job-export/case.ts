import { writeCase } from "../../../core/case/read.ts";
import type { Route } from "./+types/case";
import { downloadJson } from "./download.ts";

export const loader = ({ request, params }: Route.LoaderArgs) => downloadJson(request, params.jobId, "case", writeCase);
