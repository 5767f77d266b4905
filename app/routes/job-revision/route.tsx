/**
 * `/jobs/:jobId/revisions/:revision`: where the QR code of a paper leads. It shows the papers that were issued from that
 * revision, and what has changed in the job since.
 */
import { Link } from "react-router";
import { changesInWords } from "#core/changes/changes.ts";
import { issuedState } from "#core/firm/issued-paper.ts";
import { paperName } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { firmContext, forPeople } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { LocalTime } from "#ui/frame/local-time.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import { ISSUED_STATE_WORDS } from "../job/papers/issued-words.ts";
import type { Route } from "./+types/route";

export const middleware: Route.MiddlewareFunction[] = [forPeople];
export const meta: Route.MetaFunction = () => [{ title: "A revision of a job - Heron" }];

export async function loader({ params: { jobId, revision }, context }: Route.LoaderArgs) {
  const { jobs, issued } = context.get(firmContext);
  const asked = Number(revision);
  const job = Number.isInteger(asked) && asked >= 0 ? await jobs.find(jobId) : null;
  if (!job || asked > job.revision) throw refuse("not-found");
  const [edits, all] = await Promise.all([jobs.editsSince(jobId, asked), issued.list(jobId, job)]);
  const { words } = codebookOf(job.document.rules);
  return {
    jobId,
    title: job.document.title,
    revision: asked,
    revisionNow: job.revision,
    papers: (all ?? [])
      .filter((one) => one.revision === asked)
      .map((one) => ({
        paper: one.paper,
        number: one.number,
        name: paperName(one.paper, words),
        state: ISSUED_STATE_WORDS[issuedState(one, all ?? [])],
      })),
    changes: (edits ?? []).map(({ id, at, by, patch }) => ({ id, at, by, did: changesInWords(job.document, patch) })),
  };
}

export default function RevisionPage({ loaderData }: Route.ComponentProps) {
  const { jobId, title, revision, revisionNow, papers, changes } = loaderData;
  return (
    <div className={frame.page}>
      <PageHead title={`${title}, revision ${revision}`}>
        <p>
          {revision === revisionNow
            ? "The job has not changed since. "
            : `The job is at revision ${revisionNow} now, and the paper may not hold any more. `}
          <Link to={`/jobs/${jobId}/papers`}>Open the job</Link>
        </p>
      </PageHead>
      <main>
        <h2>Papers issued from this revision</h2>
        {papers.length === 0 && <p>None: what was printed from it is a draft.</p>}
        <ul>
          {papers.map(({ paper, number, name, state }) => (
            <li key={`${paper} ${number}`}>
              <a href={`/jobs/${jobId}/issued/${paper}/${number}`}>
                {name}, version {number}
              </a>
              : {state}
            </li>
          ))}
        </ul>
        {changes.length > 0 && (
          <>
            <h2>Changed since</h2>
            <ul>
              {changes.map(({ id, at, by, did }) => (
                <li key={id}>
                  <LocalTime at={at} />, {by}: {did.join("; ")}
                </li>
              ))}
            </ul>
          </>
        )}
      </main>
    </div>
  );
}
