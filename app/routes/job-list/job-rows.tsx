/** The rows of the list of jobs. */
import { Tag } from "antd";
import { Link } from "react-router";
import { STEPS } from "#core/case/fields/steps.ts";
import { AnswerVerdict } from "#ui/frame/verdict.tsx";
import { WaterlineDrawing } from "#ui/waterline/waterline.tsx";
import styles from "./job-list.module.css";
import type { ListedJob } from "./route.tsx";

/** With more than these, a job takes one line: a full page is seen at once. */
const MANY = 12;

export function JobRows({ jobs, scaleA }: { jobs: readonly ListedJob[]; scaleA: number }) {
  const many = jobs.length > MANY;
  return (
    <ul className={styles.jobs} data-many={many}>
      {jobs.map(({ id, title, customer, stage, waitsFor, summary, next }) => (
        <li key={id}>
          <Link to={`/jobs/${id}/${next.step}`} prefetch="intent" className={styles.job}>
            <WaterlineDrawing level={summary.waterline} width={46} height={62} scaleA={scaleA} detail="bank" />
            <span className={styles.place}>
              <strong>{title}</strong>
              <span className="quiet">{customer}</span>
            </span>
            <span className={styles.answer}>
              <AnswerVerdict state={summary.state} word={summary.verdict} />
              {summary.decided?.shaken ? (
                <span className="stops">Decision to be looked at again: {summary.decided.shaken}</span>
              ) : (
                <span>
                  {summary.decided && <b>Decided: {summary.decided.way}. </b>}
                  {summary.text}
                </span>
              )}
            </span>
            <span className={styles.next}>
              <span>
                <Tag>{stage}</Tag>
                {waitsFor.length > 0 && !stage.startsWith("Waiting") && (
                  <span className="quiet"> waits for the {waitsFor.join(" and the ")}</span>
                )}
              </span>
              <span className={next.isOverdue ? "stops" : "quiet"}>
                {next.isOverdue && <b>Overdue. </b>}
                {STEPS.find((s) => s.id === next.step)?.name}: {next.text}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
