/** The person decides, and says why; with name and day. */
import { Button, Input, Select } from "antd";
import { memo, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import { showDay } from "#core/dates.ts";
import { decisionFor, decisionNow } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { useVisitor } from "../use-visitor.ts";
import styles from "./ways.module.css";

export const DecideSection = memo(function Decide({ ways }: { ways: readonly WayJudgement[] }) {
  const { document, assessment, prices } = useJob();
  const store = useJobStore();
  const visit = useVisitor();
  const now = decisionNow(document, assessment);
  const [again, setAgain] = useState(false);
  const [way, setWay] = useState<string | null>(null);
  const [why, setWhy] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const taken = way ?? assessment.recommended;
  const decide = () => {
    const judged = assessment.ways.find((w) => w.way === taken);
    if (!judged || judged.verdict === "ruled-out") return setProblem("Choose a way that is not ruled out");
    if (why.trim() === "") return setProblem("Say why, in a few words: the next person will ask");
    setProblem(null);
    const { document: at } = store.getState();
    const patch = setValue(
      at,
      "/decision",
      decisionFor(judged, assessment, { why: why.trim(), by: visit.name, on: visit.today }),
    );
    // The quote keeps the prices that it was decided by.
    const kept = setValue(at, "/prices", { version: prices.version });
    // It was decided with its circuit from this panel.
    const starts = judged.variants.length > 0 && judged.panel ? setValue(at, "/charger/panel", judged.panel) : [];
    store.edit([...patch, ...kept, ...starts]);
    setAgain(false);
    setWhy("");
  };
  return (
    <Section id="decide" title="Decide">
      {now && !again ? (
        <>
          <p>
            <b>{now.way.name}</b> was decided by {now.decision.by} on{" "}
            {showDay(now.decision.on, codebookOf(document.rules).conventions)}: {now.decision.why}
          </p>
          <Button onClick={() => setAgain(true)}>Decide again</Button>{" "}
          <Button
            type="text"
            onClick={() => {
              const { document: at } = store.getState();
              store.edit([...setValue(at, "/decision", undefined), ...setValue(at, "/prices", undefined)]);
            }}
          >
            Withdraw the decision
          </Button>
        </>
      ) : (
        <div className={styles.decide}>
          <Fields>
            <Field label="Way">
              {(controlProps) => (
                <Select
                  {...controlProps}
                  aria-label="Way"
                  value={taken}
                  onChange={(next: string) => setWay(next)}
                  options={ways.map((w) => ({ value: w.way, label: w.name }))}
                />
              )}
            </Field>
            <Field label="Why" problem={problem} wide>
              {(controlProps) => (
                <Input
                  {...controlProps}
                  value={why}
                  maxLength={1000}
                  placeholder="The owner wants no work at the service this year"
                  onChange={(e) => setWhy(e.target.value)}
                  onPressEnter={decide}
                />
              )}
            </Field>
          </Fields>
          <Button type="primary" onClick={decide}>
            Decide
          </Button>
        </div>
      )}
    </Section>
  );
});
