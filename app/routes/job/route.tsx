/** The frame of a job: head, answer, path of steps, waterline beside the sheet, and the why sheet. */
import { Outlet, type ShouldRevalidateFunction, useParams } from "react-router";
import { jobsOf } from "#server/firm-jobs.ts";
import { photosOf } from "#server/job-photos.ts";
import { refuse } from "#server/refusals.ts";
import { requirePerson } from "#server/sessions.ts";
import { JobProvider } from "#ui/job-store/use-job.tsx";
import { PhotoProvider } from "#ui/photo-store/use-photos.tsx";
import { WhyProvider } from "#ui/why/why-sheet.tsx";
import type { Route } from "./+types/route";
import { JobFrame } from "./frame.tsx";

export async function loader({ request, params }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const [job, photos] = await Promise.all([
    jobsOf(person.firmId).find(params.jobId),
    photosOf(person.firmId).list(params.jobId),
  ]);
  if (!job || !photos) throw refuse("not-found");
  return {
    job,
    photos,
    person: { name: person.name, role: person.role },
    firm: person.firmName,
  };
}

/** The open page follows the job by itself; only another job is loaded anew. */
export const shouldRevalidate: ShouldRevalidateFunction = ({ currentParams, nextParams }) =>
  currentParams.jobId !== nextParams.jobId;

export default function Job({ loaderData }: Route.ComponentProps) {
  const { job, photos, person } = loaderData;
  const { jobId } = useParams();
  return (
    <JobProvider key={jobId} jobId={job.id} document={job.document} revision={job.revision}>
      <PhotoProvider jobId={job.id} list={photos}>
        <WhyProvider>
          <JobFrame jobId={job.id} person={person.name}>
            <Outlet context={{ role: person.role, jobId: job.id }} />
          </JobFrame>
        </WhyProvider>
      </PhotoProvider>
    </JobProvider>
  );
}
