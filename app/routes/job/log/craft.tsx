/** The craft list in the order of the hands, and every question of the job that is still open. */
import { answerTo } from "#core/case/document/confirmations.ts";
import { isOpen, questionsOf } from "#core/decide/questions.ts";
import { craftOf } from "#core/install/craft.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred } from "#ui/job-store/use-job.tsx";
import { AnswerOnSite, CRAFT_ANSWERS } from "../answer-on-site.tsx";
import styles from "./log.module.css";

export const CraftSection = deferred(function Craft({ document, assessment }) {
  const lines = craftOf(document, assessment);
  const questions = questionsOf(document, assessment).filter((one) => isOpen(one) || one.answer !== undefined);
  const open = [...lines.map((asked) => answerTo(asked, document)), ...questions.map(({ answer }) => answer)].filter(
    (answer) => !answer || answer.isStale,
  ).length;
  return (
    <Section
      id="craft"
      title="The craft"
      aside={<span className="quiet">{open === 0 ? "nothing open" : `${open} open`}</span>}
    >
      <p className="quiet">
        Take a picture of what will be hidden, and choose it beside its line. What stays open stands on the handover.
      </p>
      <ul className={styles.lines} aria-label="The craft">
        {lines.map((asked) => (
          <li key={asked.what}>
            <span>{asked.label}</span>
            <AnswerOnSite asked={asked} answers={CRAFT_ANSWERS} />
          </li>
        ))}
      </ul>
      {questions.length > 0 && (
        <>
          <h3 className={styles.part}>Carried over from survey, circuit and ways</h3>
          <ul className={styles.lines} aria-label="Carried over">
            {questions.map(({ asked }) => (
              <li key={asked.what}>
                <span>
                  {asked.label}
                  {asked.basis !== asked.label && <small>{asked.basis}</small>}
                </span>
                <AnswerOnSite asked={asked} />
              </li>
            ))}
          </ul>
        </>
      )}
    </Section>
  );
});
