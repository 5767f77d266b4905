/** A second opinion: another person's total, and the usual mistake that gives this number. */
import { Input } from "antd";
import { useState } from "react";
import type { MethodId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { secondOpinion } from "#core/demand/second-opinion.ts";
import { parseQuantity } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showVA } from "#core/units.ts";
import { CaseFrame } from "#ui/case-field/case-frame.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobLater } from "#ui/job-store/use-job.tsx";
import styles from "./demand.module.css";

const TOTAL_UNITS = { va: "VA", w: "VA", kva: "kVA", kw: "kVA", a: "A", amps: "A" } as const;

/** A worksheet is a calculation: it is compared with ours, also where a measurement governs. */
function likeMethod({ governing, calculations, rules }: Assessment): MethodId {
  const { methods } = codebookOf(rules);
  const calculates = (id: MethodId) => methods.some((m) => m.id === id && !m.measures);
  return calculates(governing)
    ? governing
    : (calculations.find((c) => c.applies && calculates(c.method))?.method ?? governing);
}

export function SecondOpinionSection() {
  const { document, assessment } = useJobLater();
  const [text, setText] = useState("");
  const read = text.trim() === "" ? null : parseQuantity(text, TOTAL_UNITS, "VA");
  const problem = read && "problem" in read ? read.problem : read && read.value <= 0 ? "must be greater than 0" : null;
  const totalVA =
    read && !("problem" in read)
      ? read.value * { VA: 1, kVA: 1000, A: assessment.supply.volts }[read.unit as "VA" | "kVA" | "A"]
      : null;
  const found =
    totalVA !== null && problem === null
      ? secondOpinion(document, likeMethod(assessment), assessment.supply.ratingA, totalVA, document.charger?.maxA ?? 0)
      : null;
  return (
    <Section id="second-opinion" title="A second opinion">
      <div className={styles.ask}>
        <CaseFrame label="The total on someone else's worksheet" problem={problem}>
          {(controlProps) => (
            <Input
              {...controlProps}
              className="figure"
              autoComplete="off"
              placeholder="19,484 VA, 25 kVA or 104 A"
              value={text}
              status={problem ? "error" : ""}
              onChange={(e) => setText(e.target.value)}
            />
          )}
        </CaseFrame>
        <div role="status">
          {found && <p>{found.text}</p>}
          {found && (
            <ul>
              {found.explains.map((s) => (
                <li key={s.text}>
                  {s.text}: <span className="figure">{showVA(s.totalVA)}</span>
                </li>
              ))}
            </ul>
          )}
        </div>
      </div>
    </Section>
  );
}
