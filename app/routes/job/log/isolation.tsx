/** Isolation before a cover comes off: each step with its time and the name of who did it. */
import { Button } from "antd";
import type { IsolationEntry } from "#core/case/document/types.ts";
import { hasLiveTails, type IsolationTask, isolationTasks, isProvedDead } from "#core/install/isolation.ts";
import { logPatch } from "#core/install/log.ts";
import { codebookOf } from "#core/rules/index.ts";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { deferred } from "#ui/job-store/use-job.tsx";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

export const IsolationSection = deferred(function Isolation({ document }) {
  const { survey } = codebookOf(document.rules);
  return (
    <Section
      id="isolation"
      title="Isolation"
      aside={<strong>{isProvedDead(document) ? "Proved dead" : "May be live"}</strong>}
    >
      {hasLiveTails(document) && <Caution>{survey.isolate}</Caution>}
      {isolationTasks(document).map((task) => (
        <TaskSteps key={task.source ?? "supply"} task={task} />
      ))}
      <p className="quiet">
        Nobody breaks a seal of the {codebookOf(document.rules).words.operator} unasked. Write down on the certificate
        who broke one.
      </p>
    </Section>
  );
});

function TaskSteps({ task: { source, name, steps } }: { task: IsolationTask }) {
  const { by, now, write } = useLog();
  const put = (step: IsolationEntry["step"], entry: IsolationEntry | null) =>
    write((at) => logPatch(at, "isolation", (one) => one.step === step && one.source === source, entry));
  const next = steps.find(({ entry }) => entry === null)?.step;
  return (
    <>
      <h3 className={styles.part}>{name}</h3>
      <ol className={styles.steps} aria-label={name}>
        {steps.map(({ step, label, entry }) => (
          <li key={step} data-done={entry !== null}>
            <span>{label}</span>
            {entry ? (
              <span className={styles.done}>
                <LocalTime at={entry.at} />
                {entry.by && `, ${entry.by}`}
                <Button size="small" type="text" aria-label={`Take back: ${label}`} onClick={() => put(step, null)}>
                  Take back
                </Button>
              </span>
            ) : (
              <Button
                className={styles.big ?? ""}
                type={step === next ? "primary" : "default"}
                aria-label={`Done: ${label}, ${name}`}
                onClick={() => put(step, { step, ...(source !== undefined && { source }), at: now(), by })}
              >
                Done
              </Button>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}
