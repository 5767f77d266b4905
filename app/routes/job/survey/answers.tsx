/** Every question of the job to the person on site, with its answer, and answers to what is not asked any more. */
import { Button } from "antd";
import { Link } from "react-router";
import { answerInWords, answerPatch, questionInWords } from "#core/case/document/confirmations.ts";
import type { Confirmation } from "#core/case/document/types.ts";
import { STEPS } from "#core/case/fields/steps.ts";
import { showDay } from "#core/dates.ts";
import { answersToNothing, isOpen, type Question, questionsOf } from "#core/decide/questions.ts";
import { codebookOf } from "#core/rules/index.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { AnswerOnSite } from "../answer-on-site.tsx";
import styles from "./survey.module.css";

const nameOfStep = (id: Question["step"]): string => STEPS.find((step) => step.id === id)?.name ?? id;

export const AnswersSection = deferred<{ jobId: string }>(function Answers({ document, assessment, jobId }) {
  const questions = questionsOf(document, assessment);
  const lost = answersToNothing(document, questions);
  const open = questions.filter(isOpen).length;
  if (questions.length + lost.length === 0) return null;
  return (
    <Section
      id="answers"
      title="To see to on site"
      aside={
        <span className="quiet">
          {open} of {questions.length} open
        </span>
      }
    >
      <DataTable
        label="To see to on site"
        stacksOnPhone
        rows={questions}
        rowKey={({ asked }) => asked.what}
        columns={[
          {
            title: "What",
            kind: "name",
            cell: ({ asked, step, section }) => (
              <>
                {asked.label}{" "}
                <Link to={`/jobs/${jobId}/${step}#${section}`} className="quiet">
                  {nameOfStep(step)}
                </Link>
                {asked.basis !== asked.label && <span className={styles.basis}>{asked.basis}</span>}
              </>
            ),
          },
          { title: "Answer", cell: ({ asked }) => <AnswerOnSite asked={asked} /> },
        ]}
      />
      {lost.length > 0 && <AnswersToNothing answers={lost} />}
    </Section>
  );
});

/** Answers whose question has gone, with what it was about. */
function AnswersToNothing({ answers }: { answers: readonly Confirmation[] }) {
  const store = useJobStore();
  const { conventions } = codebookOf(store.getState().document.rules);
  return (
    <>
      <h3>Answered, but not asked any more</h3>
      <ul className={styles.lost} aria-label="Answered, but not asked any more">
        {answers.map((answer) => (
          <li key={answer.what}>
            {questionInWords(answer)}: {answerInWords(answer, (day) => showDay(day, conventions))}{" "}
            <Button
              size="small"
              type="text"
              onClick={() => store.edit(answerPatch(store.getState().document, { what: answer.what, basis: "" }, null))}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
