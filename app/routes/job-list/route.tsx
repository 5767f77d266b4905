/** The firm's jobs: each with its waterline, its answer in a few words and its next step; search, new, import. */
import { Button } from "antd";
import { data, Form, Link, redirect, useSearchParams } from "react-router";
import { CaseRefused, type Problem } from "#core/case/document/problems.ts";
import type { RuleSetId } from "#core/case/document/types.ts";
import { readCaseText } from "#core/case/laws/read.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { CASE_TOO_LARGE, MOST_CASE_BYTES } from "#core/limits.ts";
import { STAGES } from "#core/stages.ts";
import { commonScaleA } from "#core/waterline.ts";
import { JOBS_A_PAGE } from "#server/firm-jobs.ts";
import { firmContext, forPeople, personContext } from "#server/middleware.ts";
import { Mark } from "#ui/frame/mark.tsx";
import { ThemeSwitch } from "#ui/theme/theme-switch.tsx";
import type { Route } from "./+types/route";
import { ImportCase } from "./import-case.tsx";
import styles from "./job-list.module.css";
import { JobRows } from "./job-rows.tsx";
import { SearchJobs } from "./search-jobs.tsx";
import { askedStage, nextStep, stageName } from "./stage.ts";

export const meta: Route.MetaFunction = () => [{ title: "Jobs - Heron" }];

/** A job as the list shows it. */
export type ListedJob = Awaited<ReturnType<typeof loader>>["jobs"][number];

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const query = new URL(request.url).searchParams;
  const search = (query.get("search") ?? "").trim().slice(0, 100);
  const page = Math.max(1, Number.parseInt(query.get("page") ?? "1", 10) || 1);
  const stage = askedStage(query.get("stage"));
  const { jobs, total } = await context.get(firmContext).jobs.list(search, page, stage);
  const { operator } = codebookOf(person.firmRules as RuleSetId).words;
  return {
    jobs: jobs.map(({ id, title, customer, stage: at, summary, rules }) => {
      const own = codebookOf(rules as RuleSetId).words.operator;
      return { id, title, customer, stage: stageName(at, own), summary, next: nextStep(at, summary, own) };
    }),
    stages: STAGES.map((value) => ({ value, label: stageName(value, operator) })),
    stage,
    total,
    pages: Math.max(1, Math.ceil(total / JOBS_A_PAGE)),
    search,
    page,
    person: person.name,
    firm: person.firmName,
  };
}

/** Takes a case file; a wrong one is refused with the path of each wrong field, and nothing is kept of it. */
export async function action({ request, context }: Route.ActionArgs) {
  const refuseImport = (problems: Problem[], status = 400) => data({ problems }, { status });
  const file = (await request.formData()).get("file");
  if (!(file instanceof File)) return refuseImport([{ path: "", message: "No file arrived. Choose a case file." }]);
  if (file.size > MOST_CASE_BYTES) return refuseImport([{ path: "", message: `The file ${CASE_TOO_LARGE}.` }], 413);
  try {
    const { document } = readCaseText(await file.text());
    const id = await context.get(firmContext).jobs.create(document);
    throw redirect(`/jobs/${id}/survey`);
  } catch (error) {
    if (error instanceof CaseRefused) return refuseImport(error.problems);
    throw error;
  }
}

/** How many jobs are shown, and by what. */
function counted(total: number, search: string, oneStage: boolean): string {
  const jobs = `${total} ${total === 1 ? "job" : "jobs"}`;
  if (search)
    return `${total} of your jobs ${total === 1 ? "matches" : "match"} "${search}"${oneStage ? " in this stage" : ""}`;
  if (oneStage) return `${jobs} in this stage`;
  return total === 0
    ? "No jobs yet. Start one from an address, or drop a case file below."
    : `${jobs}, the last changed first`;
}

export default function JobList({ loaderData }: Route.ComponentProps) {
  const { jobs, total, pages, search, stage, stages, page, person, firm } = loaderData;
  const [query] = useSearchParams();
  const at = (n: number) =>
    `/?${new URLSearchParams({ ...(search && { search }), ...(stage && { stage }), page: String(n) })}`;
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <Mark size={34} />
        <div>
          <h1>{firm}</h1>
          <p className="quiet">{person}</p>
        </div>
        <ThemeSwitch className={styles.theme} />
        <Form method="post" action="/sign-out">
          <Button htmlType="submit">Sign out</Button>
        </Form>
        <Form method="post" action="/sign-out" className={styles.everywhere}>
          <Button htmlType="submit" name="where" value="everywhere" type="text">
            Sign out everywhere
          </Button>
        </Form>
      </header>
      <main>
        <div className={styles.tools}>
          <SearchJobs search={search} stage={stage} focus={query.has("search")} />
          <Link to="/jobs/new" className={styles.new}>
            New job
          </Link>
        </div>
        <div className={styles.bar}>
          <nav className={styles.stages} aria-label="Stage">
            {[{ value: null, label: "Every stage" }, ...stages].map(({ value, label }) => (
              <Link
                key={label}
                to={`/?${new URLSearchParams({ ...(search && { search }), ...(value && { stage: value }) })}`}
                aria-current={value === stage ? "true" : undefined}
                preventScrollReset
              >
                {label}
              </Link>
            ))}
          </nav>
          <p className="quiet">{counted(total, search, stage !== null)}</p>
        </div>
        <JobRows jobs={jobs} scaleA={commonScaleA(jobs.map((j) => j.summary.waterline))} />
        {pages > 1 && (
          <nav className={styles.pages} aria-label="Pages">
            {page > 1 && <Link to={at(page - 1)}>Newer</Link>}
            <span>
              {page} of {pages}
            </span>
            {page < pages && <Link to={at(page + 1)}>Older</Link>}
          </nav>
        )}
        <ImportCase />
      </main>
    </div>
  );
}
