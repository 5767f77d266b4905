/** The frame of a job: head, answer, path of steps, waterline beside the sheet, and the why sheet. */
import { Outlet, type ShouldRevalidateFunction, useParams } from "react-router";
import { jobsOf } from "../../server/firm-jobs.ts";
import { refuse } from "../../server/refusals.ts";
import { requirePerson } from "../../server/sessions.ts";
import { JobProvider } from "../../ui/job-store/use-job.tsx";
import { themeOf } from "../../ui/theme/cookie.server.ts";
import { WhyProvider } from "../../ui/why/why-sheet.tsx";
import type { Route } from "./+types/route";
import { JobFrame } from "./frame.tsx";

export async function loader({ request, params }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const job = await jobsOf(person.firmId).find(params.jobId);
  if (!job) throw refuse("not-found");
  return {
    job,
    person: { name: person.name, role: person.role },
    firm: person.firmName,
    theme: await themeOf(request),
  };
}

/** The open page follows the job by itself; only another job, or another theme, is loaded anew. */
export const shouldRevalidate: ShouldRevalidateFunction = ({ currentParams, nextParams, formAction }) =>
  currentParams.jobId !== nextParams.jobId || formAction === "/theme";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${(loaderData as Route.ComponentProps["loaderData"]).job.document.title} - Heron` : "Heron" },
];

export default function Job({ loaderData }: Route.ComponentProps) {
  const { job, person, theme } = loaderData;
  const { jobId } = useParams();
  return (
    <JobProvider key={jobId} jobId={job.id} document={job.document} revision={job.revision}>
      <WhyProvider>
        <JobFrame jobId={job.id} person={person.name} theme={theme}>
          <Outlet context={{ role: person.role, jobId: job.id }} />
        </JobFrame>
      </WhyProvider>
    </JobProvider>
  );
}
