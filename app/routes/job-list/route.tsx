/** The firm's jobs: each with its waterline, its answer in a few words and its next step; search, new, import. */
import { Button } from "antd";
import { data, Form, Link, redirect, useFetcher, useSearchParams } from "react-router";
import { CaseRefused, type Problem } from "../../../core/case/document/problems.ts";
import { readCaseText } from "../../../core/case/laws/read.ts";
import { commonScaleA } from "../../../core/waterline.ts";
import { JOBS_A_PAGE, jobsOf } from "../../server/firm-jobs.ts";
import { requirePerson } from "../../server/sessions.ts";
import { settings } from "../../server/settings.ts";
import { Mark } from "../../ui/frame/mark.tsx";
import { themeOf } from "../../ui/theme/cookie.server.ts";
import type { Route } from "./+types/route";
import { ImportCase } from "./import-case.tsx";
import styles from "./job-list.module.css";
import { JobRows } from "./job-rows.tsx";
import { SearchJobs } from "./search-jobs.tsx";

export const meta: Route.MetaFunction = () => [{ title: "Jobs - Heron" }];

export async function loader({ request }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const query = new URL(request.url).searchParams;
  const search = (query.get("search") ?? "").trim().slice(0, 100);
  const page = Math.max(1, Number.parseInt(query.get("page") ?? "1", 10) || 1);
  const { jobs, total } = await jobsOf(person.firmId).list(search, page);
  return {
    jobs,
    total,
    pages: Math.max(1, Math.ceil(total / JOBS_A_PAGE)),
    search,
    page,
    person: person.name,
    firm: person.firmName,
    theme: await themeOf(request),
  };
}

/** Takes a case file; a wrong one is refused with the path of each wrong field, and nothing is kept of it. */
export async function action({ request }: Route.ActionArgs) {
  const person = await requirePerson(request);
  const refuseImport = (problems: Problem[], status = 400) => data({ problems }, { status });
  const file = (await request.formData()).get("file");
  if (!(file instanceof File)) return refuseImport([{ path: "", message: "No file arrived. Choose a case file." }]);
  if (file.size > settings.mostImportBytes)
    return refuseImport([{ path: "", message: "The file is too large: a case file may be 2 MB at most." }], 413);
  try {
    const { document } = readCaseText(await file.text());
    const id = await jobsOf(person.firmId).create(document);
    throw redirect(`/jobs/${id}/survey`);
  } catch (error) {
    if (error instanceof CaseRefused) return refuseImport(error.problems);
    throw error;
  }
}

export default function JobList({ loaderData }: Route.ComponentProps) {
  const { jobs, total, pages, search, page, person, firm, theme } = loaderData;
  const [query] = useSearchParams();
  const themes = useFetcher();
  const at = (n: number) => `/?${new URLSearchParams({ ...(search && { search }), page: String(n) })}`;
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <Mark size={34} />
        <div>
          <h1>{firm}</h1>
          <p className="quiet">{person}</p>
        </div>
        <themes.Form method="post" action="/theme" className={styles.theme}>
          <Button htmlType="submit" name="theme" value={theme === "cupboard" ? "light" : "cupboard"}>
            {theme === "cupboard" ? "Daylight" : "Cupboard"}
          </Button>
        </themes.Form>
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
          <SearchJobs search={search} focus={query.has("search")} />
          <Link to="/jobs/new" className={styles.new}>
            New job
          </Link>
        </div>
        <p className="quiet">
          {total === 0 && !search
            ? "No jobs yet. Start one from an address, or drop a case file below."
            : search
              ? `${total} of your jobs match "${search}"`
              : `${total} jobs, the last changed first`}
        </p>
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
