import { writeCase } from "#core/laws/read.ts";
import { forPeople } from "#server/middleware.ts";
import type { Route } from "./+types/case";
import { downloadJob } from "./download.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "case.json", "application/json; charset=utf-8", writeCase);
