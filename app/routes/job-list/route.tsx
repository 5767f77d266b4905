/** The firm's jobs: each with its waterline, its answer in a few words and its next step; search, new, import. */
import { Button } from "antd";
import { data, Form, Link, redirect, useSearchParams } from "react-router";
import { CaseRefused, type Problem } from "#core/case/document/problems.ts";
import type { RuleSetId } from "#core/case/document/types.ts";
import { readCaseText } from "#core/case/laws/read.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { CASE_TOO_LARGE, JOBS_A_PAGE, MOST_CASE_BYTES } from "#core/limits.ts";
import { may } from "#core/rights.ts";
import { STAGES } from "#core/stages.ts";
import { WAITED_FOR, waitsFor } from "#core/waiting.ts";
import { commonScaleA } from "#core/waterline.ts";
import { readForm } from "#server/forms.ts";
import { firmContext, forPeople, personContext, requireRight } from "#server/middleware.ts";
import { Mark } from "#ui/frame/mark.tsx";
import frame from "#ui/frame/page.module.css";
import { ThemeSwitch } from "#ui/theme/theme-switch.tsx";
import type { Route } from "./+types/route";
import { type Asked, Filter } from "./filters.tsx";
import { ImportCase } from "./import-case.tsx";
import styles from "./job-list.module.css";
import { JobRows } from "./job-rows.tsx";
import { Pages } from "./pages.tsx";
import { SearchJobs } from "./search-jobs.tsx";
import { askedStage, askedWaiting, nextStep, stageName, waitedForName } from "./stage.ts";

/** No firm has as many. */
const MOST_PAGES = 100_000;

export const meta: Route.MetaFunction = () => [{ title: "Jobs - Heron" }];

/** A job as the list shows it. */
export type ListedJob = Awaited<ReturnType<typeof loader>>["jobs"][number];

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const query = new URL(request.url).searchParams;
  const search = (query.get("search") ?? "").trim().slice(0, 100);
  const page = Math.min(MOST_PAGES, Math.max(1, Number.parseInt(query.get("page") ?? "1", 10) || 1));
  const stage = askedStage(query.get("stage"));
  const waiting = askedWaiting(query.get("waiting"));
  const { jobs, total } = await context.get(firmContext).jobs.list({ search, page, stage, waitsFor: waiting });
  const { operator } = codebookOf(person.firmRules as RuleSetId).words;
  return {
    jobs: jobs.map(({ id, title, customer, stage: at, summary, rules, permissions }) => {
      const own = codebookOf(rules as RuleSetId).words.operator;
      return {
        id,
        title,
        customer,
        stage: stageName(at, own),
        waitsFor: waitsFor(at, permissions).map((who) => waitedForName(who, own)),
        summary,
        next: nextStep(at, summary, own),
      };
    }),
    stages: STAGES.map((value) => ({ value, label: stageName(value, null) })),
    waitedFor: WAITED_FOR.map((value) => ({ value, label: waitedForName(value, operator) })),
    asked: { search, stage, waiting },
    total,
    page,
    person: person.name,
    firm: person.firmName,
    mayImport: may(person.role, "import"),
    mayManagePeople: may(person.role, "manage-people"),
  };
}

/** Takes a case file; a wrong one is refused with the path of each wrong field, and nothing is kept of it. */
export async function action({ request, context }: Route.ActionArgs) {
  requireRight(context, "import");
  const refuseImport = (problems: Problem[], status = 400) => data({ problems }, { status });
  const file = (await readForm(request)).get("file");
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
function counted(total: number, { search, stage, waiting }: Asked): string {
  const jobs = `${total} ${total === 1 ? "job" : "jobs"}`;
  const some = `${stage ? " in this stage" : ""}${waiting ? " waiting so" : ""}`;
  if (search) return `${total} of your jobs ${total === 1 ? "matches" : "match"} "${search}"${some}`;
  if (some) return `${jobs}${some}`;
  return total === 0
    ? "No jobs yet. Start one from an address, or drop a case file below."
    : `${jobs}, the last changed first`;
}

export default function JobList({ loaderData }: Route.ComponentProps) {
  const { jobs, total, asked, stages, waitedFor, page, person, firm, mayImport, mayManagePeople } = loaderData;
  const [query] = useSearchParams();
  return (
    <div className={frame.page}>
      <header className={frame.head}>
        <Mark size={34} />
        <div>
          <h1>{firm}</h1>
          <p className="quiet">{person}</p>
        </div>
        <Link to="/prices">Prices</Link>
        {mayManagePeople && <Link to="/people">People</Link>}
        <Link to="/account">Account</Link>
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
          <SearchJobs asked={asked} focus={query.has("search")} />
          <Link to="/jobs/new" className={styles.new}>
            New job
          </Link>
          <p className="quiet">{counted(total, asked)}</p>
        </div>
        <div className={styles.filters}>
          <Filter name="stage" label="Stage" all="every" choices={stages} asked={asked} />
          <Filter name="waiting" label="Waiting on" all="anybody" choices={waitedFor} asked={asked} />
        </div>
        <JobRows jobs={jobs} scaleA={commonScaleA(jobs.map((j) => j.summary.waterline))} />
        {total > JOBS_A_PAGE && <Pages asked={asked} page={page} total={total} pageSize={JOBS_A_PAGE} />}
        {mayImport && <ImportCase />}
      </main>
    </div>
  );
}
