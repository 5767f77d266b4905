import { isoDay } from "#core/dates.ts";
import { forPeople } from "#server/middleware.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/assessment";
import { downloadJob } from "./download.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "assessment.json", "application/json; charset=utf-8", (document, book) =>
    forJobs("assessment", { document, book, today: isoDay(new Date()) }),
  );
