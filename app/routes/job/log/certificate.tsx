/** The certificate: what is against it, who answers for what is missing, and who signs. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { setValue } from "#core/case/document/set-value.ts";
import type { Departure, Signature } from "#core/case/document/types.ts";
import { SIGNED_FOR } from "#core/case/document/vocabulary.ts";
import { showDay } from "#core/dates.ts";
import type { JudgedInstallation } from "#core/install/certificate.ts";
import { logPatch } from "#core/install/log.ts";
import { LONGEST_LINE, LONGEST_REASON } from "#core/limits.ts";
import { paperName } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ANSWERS } from "#core/wire.ts";
import { CaseLines } from "#ui/case-field/case-inputs.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { postForm } from "#ui/live/connection.ts";
import { useRight } from "../use-right.ts";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

export function CertificateSection({ judged: { certificate, against, tests } }: { judged: JudgedInstallation }) {
  const { document } = useJob();
  const { jobId } = useParams();
  const codebook = codebookOf(document.rules);
  const maySign = useRight("sign");
  const departing = tests.filter(
    ({ verdict, isObligatory }) => verdict === "fail" || (verdict === "missing" && isObligatory),
  );
  const name = paperName(codebook.certifiedBy, codebook.words);
  return (
    <Section
      id="certificate"
      title={name}
      aside={<LogVerdict verdict={certificate === "ready" ? "pass" : "missing"} />}
    >
      {certificate === "ready" ? (
        <p>
          Nothing obligatory is missing, and nothing fails without somebody who answers for it. Issue the paper on{" "}
          <Link to={`/jobs/${jobId}/papers#papers`}>Papers</Link>.
        </p>
      ) : (
        <>
          <p>
            <strong>It is refused while this is open:</strong>
          </p>
          <ul className={styles.against} aria-label="Against the certificate">
            {against.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </>
      )}
      <Departures open={departing} mayDepart={maySign} />
      <h3 className={styles.part}>Signed</h3>
      {maySign ? (
        SIGNED_FOR.map((part) => <SignedFor key={part} part={part} />)
      ) : (
        <p>An apprentice prepares the log. A licensed person of your firm signs it.</p>
      )}
      <NextInspection />
      <Fields>
        <CaseLines label="Comments, and who broke a seal" pointer="/installation/comments" />
      </Fields>
    </Section>
  );
}

interface DeparturesProps {
  open: JudgedInstallation["tests"];
  mayDepart: boolean;
}

/** Tests that fail or are missing, each with the person who answers for it. */
function Departures({ open, mayDepart }: DeparturesProps) {
  const { document } = useJob();
  const { by, today, write } = useLog();
  const [test, setTest] = useState<string | null>(null);
  const [why, setWhy] = useState("");
  const departures = document.installation?.departures ?? [];
  const put = (id: string, departure: Departure | null) =>
    write((at) => logPatch(at, "departures", (one) => one.test === id, departure));
  const { conventions, tests } = codebookOf(document.rules);
  const labelOf = (id: string) => tests.find((one) => one.id === id)?.label ?? id;
  const choices = open
    .filter(({ departure }) => !departure)
    .map(({ id }) => ({ value: id as string, label: labelOf(id) }));
  const chosen = choices.find(({ value }) => value === test)?.value ?? choices[0]?.value;
  if (departures.length + choices.length === 0) return null;
  return (
    <>
      <h3 className={styles.part}>Departures</h3>
      <ul className={styles.against} aria-label="Departures">
        {departures.map(({ test: id, by: who, why: because, on }) => (
          <li key={id}>
            {labelOf(id)}: {because} ({[who, on && showDay(on, conventions)].filter(Boolean).join(", ")}){" "}
            {mayDepart && (
              <Button
                size="small"
                type="text"
                aria-label={`Take back the departure for ${labelOf(id)}`}
                onClick={() => put(id, null)}
              >
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
      {choices.length > 0 && chosen !== undefined && mayDepart && (
        <Fields>
          <Field label="Test">
            {(controlProps) => (
              <Select
                {...controlProps}
                aria-label="Test to depart from"
                value={chosen}
                options={choices}
                onChange={setTest}
              />
            )}
          </Field>
          <Field label="Why the work may be certified without it" wide>
            {(controlProps) => (
              <Input.TextArea
                {...controlProps}
                autoSize={{ minRows: 2 }}
                maxLength={LONGEST_REASON}
                value={why}
                onChange={({ target }) => setWhy(target.value)}
              />
            )}
          </Field>
          <Button
            className={styles.add ?? ""}
            disabled={why.trim() === ""}
            onClick={() => {
              put(chosen, { test: chosen, by, why: why.trim(), on: today });
              setWhy("");
            }}
          >
            Answer for it
          </Button>
        </Fields>
      )}
      {choices.length > 0 && !mayDepart && <p>Only a licensed person answers for a test that fails or is missing.</p>}
    </>
  );
}

const PATIENCE_MS = 20_000;

/** The name, license and day of who signs for a part of the work. */
function SignedFor({ part }: { part: Signature["for"] }) {
  const { document } = useJob();
  const { jobId } = useJobStore();
  const { by, today, write } = useLog();
  const [license, setLicense] = useState("");
  const [proof, setProof] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setIsBusy] = useState(false);
  const { conventions } = codebookOf(document.rules);
  const signed = document.installation?.signed?.findLast((one) => one.for === part);
  const takeBack = () => write((at) => logPatch(at, "signed", (one) => one.for === part, null));
  const sign = async () => {
    setIsBusy(true);
    const fields = { part, license: license.trim(), on: today, proof };
    const answer = await postForm(ANSWERS.done, `/jobs/${jobId}/sign`, fields, PATIENCE_MS, () => false);
    setIsBusy(false);
    setProof("");
    setProblem(answer.kind === "problem" ? answer.problem : null);
  };
  if (signed)
    return (
      <p className={styles.signed}>
        <span>
          For the {part}: <strong>{signed.name}</strong>
          {signed.license && `, ${signed.license}`}, {showDay(signed.on, conventions)}
        </span>
        <Button size="small" type="text" aria-label={`Take back the signature for the ${part}`} onClick={takeBack}>
          Take back
        </Button>
      </p>
    );
  return (
    <p className={styles.signed}>
      <span>For the {part}</span>
      <Input
        aria-label={`License for the ${part}`}
        placeholder="license or registration"
        maxLength={80}
        value={license}
        onChange={({ target }) => setLicense(target.value)}
      />
      <Input
        aria-label={`PIN or code for the ${part}`}
        className={styles.figure ?? ""}
        type="password"
        inputMode="numeric"
        autoComplete="off"
        placeholder="PIN or code"
        maxLength={40}
        value={proof}
        status={problem ? "error" : ""}
        onChange={({ target }) => setProof(target.value)}
        onPressEnter={() => void sign()}
      />
      <Button aria-label={`Sign for the ${part}`} loading={isBusy} onClick={() => void sign()}>
        Sign as {by}
      </Button>
      {problem && (
        <span role="alert" className={styles.problem}>
          {problem}
        </span>
      )}
    </p>
  );
}

/** The day of the next inspection, where the rules have one. */
function NextInspection() {
  const { document } = useJob();
  const { today, write } = useLog();
  const [problem, setProblem] = useState<string | null>(null);
  const codebook = codebookOf(document.rules);
  if (!codebook.recommendsInspection) return null;
  const put = (value: string) => {
    setProblem(value !== "" && value < today ? "It is in the past. Type a day after the work" : null);
    if (value === "" || value >= today)
      write((at) => setValue(at, "/installation/nextInspection", value === "" ? undefined : value));
  };
  const day = document.installation?.nextInspection ?? "";
  return (
    <Fields>
      <Field label="Next inspection" hint="As the designer recommends it" problem={problem}>
        {(controlProps) => (
          <Input
            {...controlProps}
            type="date"
            maxLength={LONGEST_LINE}
            value={day}
            onChange={({ target: { value } }) => put(value)}
          />
        )}
      </Field>
    </Fields>
  );
}
