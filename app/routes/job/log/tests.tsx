/** The tests in the order of the hands: limits beside the field, and the verdict at once. */
import { Input, Segmented, Select } from "antd";
import { useId, useState } from "react";
import type { TestEntry, TestUnit } from "#core/case/document/types.ts";
import { isProvedDead } from "#core/install/isolation.ts";
import { logPatch } from "#core/install/log.ts";
import { parseReading, type Reading } from "#core/install/reading.ts";
import { isOfCharger, type JudgedTest, testBasis } from "#core/install/tests.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { TestRule } from "#core/rules/tests.ts";
import { CaseText } from "#ui/case-field/case-inputs.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { PictureSelect } from "../picture-select.tsx";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

const WHEN: readonly { when: TestRule["when"]; title: string; caution: string | null }[] = [
  { when: "dead", title: "Dead", caution: null },
  { when: "live", title: "Live", caution: "Energised only after the dead tests of this log." },
  { when: "charging", title: "While it charges", caution: null },
];

export function TestsSection({ tests }: { tests: readonly JudgedTest[] }) {
  const { document, assessment } = useJob();
  const { tests: rules } = codebookOf(document.rules);
  const basis = testBasis(document, assessment);
  const own = new Map(tests.filter((one) => isOfCharger(one, document)).map((one) => [one.id, one]));
  const open = tests.filter(({ isObligatory, verdict }) => isObligatory && verdict === "missing").length;
  const usable = rules.filter((rule) => rule.isFor?.(basis) ?? true);
  const optional = usable.filter(({ id }) => !own.has(id));
  return (
    <Section
      id="tests"
      title="Tests"
      aside={<span className="quiet">{open === 0 ? "all entered" : `${open} to make`}</span>}
    >
      <Meter />
      {WHEN.map(({ when, title, caution }) => {
        const shown = usable.filter((rule) => rule.when === when && own.has(rule.id));
        if (shown.length === 0) return null;
        return (
          <div key={when}>
            <h3 className={styles.part}>{title}</h3>
            {caution && <Caution>{caution}</Caution>}
            {when === "dead" && !isProvedDead(document) && <Caution>Prove dead first: see Isolation.</Caution>}
            <ol className={styles.tests} aria-label={`Tests, ${title.toLowerCase()}`}>
              {shown.map((rule) => (
                <TestLine key={rule.id} rule={rule} test={own.get(rule.id) as JudgedTest} />
              ))}
            </ol>
          </div>
        );
      })}
      {optional.length > 0 && (
        <Fold title={`More tests: ${optional.length}`}>
          <ol className={styles.tests} aria-label="More tests">
            {optional.map((rule) => (
              <TestLine key={rule.id} rule={rule} test={null} />
            ))}
          </ol>
        </Fold>
      )}
    </Section>
  );
}

/** The meter that the tests are made with. */
function Meter() {
  return (
    <Fields>
      <CaseText label="Meter" pointer="/installation/meter/name" placeholder="its kind" />
      <CaseText label="Number of the meter" pointer="/installation/meter/number" />
    </Fields>
  );
}

interface LineProps {
  rule: TestRule;
  /** Null for a test that is neither asked for nor entered. */
  test: JudgedTest | null;
}

function TestLine({ rule, test }: LineProps) {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const { by, now, write } = useLog();
  const id = useId();
  const { units = [] } = rule;
  const [unit, setUnit] = useState<TestUnit>(test?.unit || rule.unit);
  const [problem, setProblem] = useState<string | null>(null);
  const limit = rule.judge(rule.unit === "" ? 1 : 0, testBasis(document, assessment), { id: rule.id }).limitText;
  const isSame = (one: TestEntry) => one.id === rule.id && isOfCharger(one, document);
  const entry = document.installation?.tests?.findLast(isSame);
  const put = (reading: Reading | null) =>
    write((at) => {
      const known = at.installation?.tests?.findLast(isSame);
      return logPatch(at, "tests", isSame, reading && { ...known, id: rule.id, ...reading, by, at: now() });
    });
  const stored = test?.value ?? null;
  const typed = stored === null ? "" : String(stored);
  const enter = (text: string, inUnit = unit) => {
    const reading = parseReading(text, rule, inUnit, codebookOf(store.getState().document.rules));
    if (reading && "problem" in reading) return setProblem(reading.problem);
    setProblem(null);
    if (reading) setUnit(reading.unit);
    if (reading?.value !== stored || (reading && reading.unit !== test?.unit)) put(reading);
  };
  return (
    <li className={styles.test} data-verdict={test?.verdict}>
      <div>
        <label htmlFor={id}>{rule.label}</label>
        <small>{rule.how}</small>
      </div>
      <div className={styles.reading}>
        {rule.unit === "" ? (
          <Segmented
            id={id}
            aria-label={rule.label}
            size="large"
            options={[
              { value: "open", label: "open" },
              { value: "yes", label: "yes" },
              { value: "no", label: "no" },
            ]}
            value={stored === null ? "open" : stored === true ? "yes" : "no"}
            onChange={(value) => put(value === "open" ? null : { value: value === "yes", unit: "" })}
          />
        ) : (
          <>
            <Input
              id={id}
              // An undo gives the reading that was there before.
              key={typed}
              size="large"
              className={styles.figure ?? ""}
              inputMode="decimal"
              autoComplete="off"
              maxLength={20}
              status={problem ? "error" : ""}
              aria-describedby={`${id}-verdict`}
              defaultValue={typed}
              onBlur={({ target }) => enter(target.value)}
              onPressEnter={({ currentTarget }) => enter(currentTarget.value)}
            />
            {units.length > 0 ? (
              <Select
                size="large"
                aria-label={`Unit of ${rule.label}`}
                value={unit}
                options={[rule.unit, ...units].map((one) => ({ value: one, label: one }))}
                onChange={(next: TestUnit) => {
                  setUnit(next);
                  if (stored !== null) enter(typed, next);
                }}
              />
            ) : (
              <span>{rule.unit}</span>
            )}
          </>
        )}
        <small>{limit}</small>
      </div>
      <div id={`${id}-verdict`} className={styles.judged}>
        {problem ? (
          <span role="alert" className={styles.problem}>
            {problem}
          </span>
        ) : (
          test && (
            <>
              <LogVerdict verdict={test.verdict} />
              {test.verdict !== "missing" && (
                <small>
                  {test.numbers}: {test.formula} ({test.rule})
                </small>
              )}
              {test.lookFor && <strong>{test.lookFor}.</strong>}
              {entry && (
                <PictureSelect
                  of={rule.label}
                  value={entry.picture}
                  onChange={(picture) =>
                    write((at) => {
                      const known = at.installation?.tests?.findLast(isSame);
                      return known ? logPatch(at, "tests", isSame, { ...known, picture }) : [];
                    })
                  }
                />
              )}
            </>
          )
        )}
      </div>
    </li>
  );
}
