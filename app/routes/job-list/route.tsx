/** The firm's jobs: each with its waterline, its answer in a few words and its next step; search, new, import. */
import { Button } from "antd";
import { Suspense } from "react";
import { data, Form, Link, redirect, useSearchParams } from "react-router";
import { object, string } from "yup";
import { type RuleSetId, STAGES, WAITED_FOR } from "#core/case/document/types.ts";
import { isoDay, withLocalDates } from "#core/dates.ts";
import { hasRight } from "#core/firm/rights.ts";
import { MOST_CASE_BODY_BYTES } from "#core/limits.ts";
import { codebookOf } from "#core/rules/index.ts";
import { commonScaleA } from "#core/waterline.ts";
import { readQuery, readUpload } from "#server/input.ts";
import type { JobRow, ListPlace } from "#server/job-list.ts";
import { firmContext, forPeople, inWords, personContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forFiles } from "#server/work.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { HeronMark } from "#ui/frame/mark.tsx";
import frame from "#ui/frame/page.module.css";
import { ThemeSwitch } from "#ui/theme/theme-switch.tsx";
import type { Route } from "./+types/route";
import { type JobListQuery, ListFilter } from "./filters.tsx";
import styles from "./job-list.module.css";
import { JobRows } from "./job-rows.tsx";
import { ListPages } from "./pages.tsx";
import { endOfDay, listPlaceOf, placeText } from "./place.ts";
import { SearchJobs } from "./search-jobs.tsx";
import { askedStage, askedWaiting, nextStep, stageName, waitedForName } from "./stage.ts";

/** Its upload is heavy: the list is shown first. */
const ImportCase = lazyPart(() => import("./import-case.tsx"));

export const meta: Route.MetaFunction = () => [{ title: "Jobs - Heron" }];

/** A job as the list shows it. */
export type ListedJob = Awaited<ReturnType<typeof loader>>["jobs"][number];

export const middleware: Route.MiddlewareFunction[] = [forPeople];

const LONGEST_QUERY = 100;
const words = () =>
  string()
    .default("")
    .transform((text: string) => text.trim().slice(0, LONGEST_QUERY));
const query = object({
  search: words(),
  stage: words(),
  waiting: words(),
  older: words(),
  newer: words(),
  before: words(),
});

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const { search, stage, waiting, older, newer, before } = readQuery(request, query);
  const ofFirm = context.get(firmContext).jobs;
  const isFirst = !older && !newer && !before;
  const isWhole = isFirst && !search && !stage && !waiting;
  const today = isoDay(new Date());
  const { jobs, total, totalIsMore, hasNewer, hasOlder } = await ofFirm.list({
    search,
    stage: askedStage(stage),
    waitsFor: askedWaiting(waiting),
    olderThan: listPlaceOf(older) ?? endOfDay(before),
    newerThan: listPlaceOf(newer),
  });
  const { operator } = codebookOf(person.firmRules as RuleSetId).words;
  const listed = ({ id, title, customer, stage: at, summary, rules, waitsFor }: JobRow) => {
    const { words, conventions } = codebookOf(rules as RuleSetId);
    const next = nextStep(at, summary, words.operator, today);
    return {
      id,
      title,
      customer,
      stage: stageName(at, words.operator),
      waitsFor: waitsFor.map((who) => waitedForName(who, words.operator)),
      summary,
      next: { ...next, text: withLocalDates(next.text, conventions) },
    };
  };
  return {
    jobs: jobs.map(listed),
    due: isWhole ? (await ofFirm.due(today)).map(listed) : [],
    stages: STAGES.map((value) => ({ value, label: stageName(value, null) })),
    waitedFor: WAITED_FOR.map((value) => ({ value, label: waitedForName(value, operator) })),
    asked: { search, stage: askedStage(stage), waiting: askedWaiting(waiting) },
    total,
    totalIsMore,
    newer: hasNewer && jobs[0] ? placeText(jobs[0]) : null,
    older: hasOlder && jobs.length > 0 ? placeText(jobs.at(-1) as ListPlace) : null,
    isFirst,
    person: person.name,
    firm: person.firmName,
    mayImport: hasRight(person.role, "import"),
    mayManagePeople: hasRight(person.role, "manage-people"),
  };
}

/** Takes a case file; a wrong one is refused with the path of each wrong field, and nothing of it is stored. */
export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    requireRight(context, "import");
    const upload = await readUpload(request, MOST_CASE_BODY_BYTES);
    const read = await forFiles("caseFile", upload, [upload.body]);
    if (!read) throw refuse("bad-request");
    if ("problems" in read) return data({ problems: read.problems }, { status: read.status });
    const id = await context.get(firmContext).jobs.create(read.document);
    throw redirect(`/jobs/${id}/survey`);
  });

/** How many jobs are shown, and by what. */
function counted(
  total: number,
  totalIsMore: boolean,
  { search, stage }: JobListQuery,
  waitsFor: string | undefined,
): string {
  const number = totalIsMore ? `More than ${total.toLocaleString("en")}` : total.toLocaleString("en");
  const jobs = `${number} ${total === 1 ? "job" : "jobs"}`;
  const some = `${stage ? " in this stage" : ""}${waitsFor ? ` waiting on ${waitsFor}` : ""}`;
  if (search) return `${number} of your jobs ${total === 1 ? "matches" : "match"} "${search}"${some}`;
  if (some) return `${jobs}${some}`;
  return total === 0
    ? "No jobs yet. Start one from an address, or drop a case file below."
    : `${jobs}, the last changed first`;
}

export default function JobList({ loaderData }: Route.ComponentProps) {
  const { jobs, total, totalIsMore, asked, stages, waitedFor, person, firm, mayImport, mayManagePeople } = loaderData;
  const { due, newer, older, isFirst } = loaderData;
  const [query] = useSearchParams();
  return (
    <div className={frame.page}>
      <header className={frame.head}>
        <HeronMark size={34} />
        <div>
          <h1>{firm}</h1>
          <p className="quiet">{person}</p>
        </div>
        <nav className={styles.pagesOfFirm} aria-label="Pages of the firm">
          <Link to="/prices">Prices</Link>
          <Link to="/firm">Texts</Link>
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
        </nav>
      </header>
      <main>
        <div className={styles.tools}>
          <SearchJobs asked={asked} focus={query.has("search")} />
          <Link to="/jobs/new" className={styles.new}>
            New job
          </Link>
          <p className="quiet">
            {counted(total, totalIsMore, asked, waitedFor.find(({ value }) => value === asked.waiting)?.label)}
          </p>
        </div>
        <div className={styles.filters}>
          <ListFilter name="stage" label="Stage" all="every" choices={stages} asked={asked} />
          <ListFilter name="waiting" label="Waiting on" all="anybody" choices={waitedFor} asked={asked} />
        </div>
        {due.length > 0 && (
          <section aria-labelledby="due" className={styles.due}>
            <h2 id="due">Due</h2>
            <JobRows jobs={due} scaleA={commonScaleA(due.map((j) => j.summary.waterline))} />
            <h2>All jobs</h2>
          </section>
        )}
        <JobRows jobs={jobs} scaleA={commonScaleA(jobs.map((j) => j.summary.waterline))} />
        {(newer || older || !isFirst) && <ListPages asked={asked} newer={newer} older={older} isFirst={isFirst} />}
        {mayImport && (
          <Suspense fallback={<div className={styles.importLater} />}>
            <ImportCase />
          </Suspense>
        )}
      </main>
    </div>
  );
}
