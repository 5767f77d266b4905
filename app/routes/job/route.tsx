/** The frame of a job: head, answer, path of steps, waterline beside the sheet, and the why sheet. */

import { useMemo } from "react";
import { Outlet, type ShouldRevalidateFunction } from "react-router";
import { isoDay } from "#core/dates.ts";
import { fetchCodebook } from "#core/rules/fetch.ts";
import { firmContext, forPeople, personContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { JobProvider } from "#ui/job-store/use-job.tsx";
import { PhotoProvider } from "#ui/photo-store/use-photos.tsx";
import { loadTable } from "#ui/table/load-table.ts";
import { WhyProvider } from "#ui/why/why-sheet.tsx";
import type { Route } from "./+types/route";
import { JobFrame } from "./frame.tsx";
import { packJob, unpackJob } from "./packed.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const firm = context.get(firmContext);
  const [job, photos] = await Promise.all([firm.jobs.find(params.jobId), firm.photos.list(params.jobId)]);
  if (!job || !photos) throw refuse("not-found");
  return {
    rules: job.document.rules,
    title: job.document.title,
    opened: packJob({ job, photos }),
    person: { id: person.id, name: person.name, role: person.role },
    firm: person.firmName,
    today: isoDay(new Date()),
  };
}

/** Going to a job from another page fetches what its steps need: the rules it is judged by, and tables. */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  const [loaded] = await Promise.all([serverLoader(), loadTable()]);
  await fetchCodebook(loaded.rules);
  return loaded;
}

/** An open job receives changes through its event stream, so the loader runs again only for another job. */
export const shouldRevalidate: ShouldRevalidateFunction = ({ currentParams, nextParams }) =>
  currentParams.jobId !== nextParams.jobId;

export default function JobPage({ loaderData }: Route.ComponentProps) {
  const { opened, person } = loaderData;
  const { job, photos } = useMemo(() => unpackJob(opened), [opened]);
  return (
    <JobProvider key={job.id} jobId={job.id} {...job} person={person}>
      <PhotoProvider jobId={job.id} list={photos} person={person}>
        <WhyProvider>
          <JobFrame jobId={job.id} person={person.name}>
            <Outlet />
          </JobFrame>
        </WhyProvider>
      </PhotoProvider>
    </JobProvider>
  );
}
