import { isoDay } from "#core/dates.ts";
import { forPeople } from "#server/middleware.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/calendar";
import { downloadJob } from "./download.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = ({ context, params }: Route.LoaderArgs) =>
  downloadJob(context, params.jobId, "ics", "text/calendar; charset=utf-8", (document, book, revision) =>
    forJobs("calendar", { document, book, start: isoDay(new Date()), job: params.jobId, revision }),
  );
