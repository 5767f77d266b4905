/** The rows of the list of jobs. */
import { Link } from "react-router";
import type { JobRow } from "../../server/firm-jobs.ts";
import { STEPS } from "../../ui/frame/steps.ts";
import { AnswerVerdict } from "../../ui/frame/verdict.tsx";
import { Waterline } from "../../ui/waterline/waterline.tsx";
import styles from "./job-list.module.css";

const STAGE = {
  enquiry: "Enquiry",
  survey: "Survey",
  quoted: "Quoted",
  waiting: "Waiting on the utility",
  installed: "Installed",
} as const;

export function JobRows({ jobs, scaleA }: { jobs: readonly JobRow[]; scaleA: number }) {
  return (
    <ul className={styles.jobs}>
      {jobs.map(({ id, title, customer, stage, summary }) => (
        <li key={id}>
          <Link
            to={`/jobs/${id}/${summary.next.step === "papers" ? "survey" : summary.next.step}`}
            prefetch="intent"
            className={styles.job}
          >
            <Waterline level={summary.waterline} width={46} height={62} scaleA={scaleA} detail="bank" />
            <span className={styles.place}>
              <strong>{title}</strong>
              <span className="quiet">{customer}</span>
            </span>
            <span className={styles.answer}>
              <AnswerVerdict state={summary.state} word={summary.verdict} />
              <span>{summary.text}</span>
            </span>
            <span className={styles.next}>
              <span>{STAGE[stage]}</span>
              <span className="quiet">
                {STEPS.find((s) => s.id === summary.next.step)?.name}: {summary.next.text}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
