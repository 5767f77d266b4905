/** Findings of the survey, what stops the job first; severity is a word, not only a colour. */
import { SEVERITY_WORDS, type SurveyFinding } from "#core/rules/findings/types.ts";
import { AnswerOnSite } from "../answer-on-site.tsx";
import styles from "./findings.module.css";

export function FindingList({ findings }: { findings: readonly SurveyFinding[] }) {
  if (findings.length === 0) return null;
  return (
    <ul id="findings" className={styles.findings} aria-label="Findings">
      {findings.map((finding) => (
        <li key={finding.code + finding.text} data-severity={finding.severity}>
          <strong>{SEVERITY_WORDS[finding.severity]}</strong>
          <span>
            {finding.text} <span className="quiet">({finding.rule})</span>
            <span className={styles.todo}>{finding.todo}.</span>
            {finding.asked && <AnswerOnSite asked={finding.asked} />}
          </span>
        </li>
      ))}
    </ul>
  );
}
