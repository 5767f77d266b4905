/** What stands round every step of a job. */
import { Button } from "antd";
import { type ReactNode, useEffect } from "react";
import { Link, NavLink, useNavigate } from "react-router";
import { codebookOf } from "#core/codebook/index.ts";
import { showA } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { Mark } from "#ui/frame/mark.tsx";
import { STEPS } from "#ui/frame/steps.ts";
import { AnswerVerdict } from "#ui/frame/verdict.tsx";
import { useJob, useJobLater, useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { useLiveJob } from "#ui/live/use-live-job.ts";
import { ThemeSwitch } from "#ui/theme/theme-switch.tsx";
import { Waterline } from "#ui/waterline/waterline.tsx";
import { Figure, useWhyIsOpen, WhySheet } from "#ui/why/why-sheet.tsx";
import styles from "./frame.module.css";
import { openKeys, useJobKeys } from "./keys.tsx";
import { ConflictNotice, RefusalNotice } from "./notices.tsx";

const SAVING = {
  saved: "Saved",
  saving: "Saving ...",
  waiting: "No line: kept here, sent when it is back",
  "signed-out": "Signed out: sign in again in another tab, nothing is lost",
} as const;

function SavingState() {
  const saving = useJobPart((job) => job.saving);
  const waiting = useJobPart((job) => job.waiting);
  return (
    <p className={styles.saving} data-saving={saving} aria-live="polite">
      {SAVING[saving]}
      {waiting > 0 && saving === "waiting" ? ` (${waiting})` : ""}
    </p>
  );
}

function UndoAndRedo() {
  const store = useJobStore();
  const canUndo = useJobPart((job) => job.canUndo);
  const canRedo = useJobPart((job) => job.canRedo);
  return (
    <>
      <Button onClick={() => store.undo()} disabled={!canUndo} aria-keyshortcuts="Control+Z">
        Undo
      </Button>
      <Button
        onClick={() => store.redo()}
        disabled={!canRedo}
        className={styles.wideOnly}
        aria-keyshortcuts="Control+Shift+Z"
      >
        Redo
      </Button>
    </>
  );
}

function Head({ jobId, person }: { jobId: string; person: string }) {
  const title = useJobPart((job) => job.document.title);
  const customer = useJobPart((job) => job.document.enquiry?.customer);
  const rules = useJobPart((job) => job.document.rules);
  const others = useLiveJob(jobId);
  return (
    <header className={styles.head}>
      <Link to="/" className={styles.home} aria-label="All jobs">
        <Mark size={30} />
      </Link>
      <div className={styles.title}>
        <h1>{title}</h1>
        <p className="quiet">
          {codebookOf(rules).name} · {customer ? `${customer} · ` : ""}
          {person}
        </p>
      </div>
      <SavingState />
      <p className={styles.others} role="status">
        {others.length > 0 && `${others.join(" and ")} ${others.length === 1 ? "is" : "are"} here too`}
      </p>
      <div className={styles.tools}>
        <Link to="/?search" className={styles.find} aria-label="Find a job" title="Find a job ( / )">
          <span>Find</span> <kbd>/</kbd>
        </Link>
        <UndoAndRedo />
        <ThemeSwitch />
        <Button className={styles.wideOnly} onClick={openKeys} aria-label="Keys" data-job={jobId}>
          ?
        </Button>
      </div>
    </header>
  );
}

function AnswerBand() {
  const { answer, assessment } = useJob();
  const calculation = assessment.calculations.find((c) => c.method === assessment.governing);
  const stop = assessment.findings.find((f) => f.severity === "stop");
  // What decides is among what is to be confirmed first; the rest is only said.
  const assumed = assessment.assumed.filter((f) => !assessment.missing.some((m) => m.key === f.key));
  return (
    <div className={styles.answer}>
      <div className={styles.bank} aria-hidden="true">
        <Waterline level={assessment.waterline} width={54} height={78} detail="bank" />
      </div>
      <div>
        {stop && (
          <p className={styles.stop} role="alert">
            Stop: {stop.text}
          </p>
        )}
        <p className={styles.verdict}>
          <AnswerVerdict state={answer.state} word={answer.verdict} />
          {answer.state !== "open" && calculation && (
            <span>
              <Figure why={calculation.explain.headroomA}>{showA(Math.abs(assessment.headroomA))}</Figure>{" "}
              <span className={styles.spare}>{assessment.headroomA < 0 ? "over already" : "spare"}</span>
            </span>
          )}
        </p>
        <p>{answer.text}.</p>
        {assumed.length > 0 && (
          <p className={styles.missing}>
            Only assumed: {assumed.map((f) => `${f.label} ${f.value}`).join("; ")}. Confirm on site.
          </p>
        )}
        {assessment.missing.length > 0 && (
          <p className={styles.missing}>
            Confirm first:{" "}
            {assessment.missing
              .slice(0, 3)
              .map((m) => lower(m.text))
              .join("; ")}
            {assessment.missing.length > 3 ? `; and ${assessment.missing.length - 3} more` : ""}
          </p>
        )}
      </div>
    </div>
  );
}

function Path({ jobId }: { jobId: string }) {
  const { assessment } = useJob();
  return (
    <nav className={styles.path} aria-label="Steps">
      {STEPS.map((step) => {
        const missing = assessment.missing.filter((m) => m.step === step.id).length;
        return (
          <NavLink
            key={step.id}
            to={`/jobs/${jobId}/${step.id}`}
            prefetch="intent"
            className={({ isActive }) => (isActive ? styles.here : "")}
          >
            {step.name}
            {missing > 0 && (
              <span className={styles.count}>
                {missing} <span className="out-of-sight">missing</span>
              </span>
            )}
          </NavLink>
        );
      })}
    </nav>
  );
}

/** Figures are drawn at once or a moment later; the open sheet follows both. */
function FollowingWhy() {
  const { document } = useJob();
  useJobLater();
  return <WhySheet operator={codebookOf(document.rules).words.operator} />;
}

export function JobFrame({ jobId, person, children }: { jobId: string; person: string; children: ReactNode }) {
  const { assessment, answer } = useJob();
  const whyOpen = useWhyIsOpen();
  const navigate = useNavigate();
  const store = useJobStore();
  const keys = useJobKeys({
    step: (id) => navigate(`/jobs/${jobId}/${id}`),
    find: () => navigate("/?search"),
    undo: () => store.undo(),
    redo: () => store.redo(),
  });
  useEffect(() => {
    globalThis.document.documentElement.dataset.ready = "job";
    return () => {
      delete globalThis.document.documentElement.dataset.ready;
    };
  }, []);
  return (
    <div className={styles.frame} data-why={whyOpen}>
      <Head jobId={jobId} person={person} />
      <Path jobId={jobId} />
      <aside className={styles.waterline} aria-label="Waterline">
        <Waterline level={assessment.waterline} width={214} height={430} />
        <p className="quiet">
          {!assessment.recommended
            ? "As it stands, without a charger"
            : assessment.waterline.limitA !== null && assessment.waterline.chargingA === 0
              ? "At the peak of demand the managed charger waits"
              : answer.state === "open"
                ? "With what looks best so far"
                : "With the recommended way"}
        </p>
      </aside>
      <main className={styles.sheet}>
        <AnswerBand />
        <ConflictNotice />
        <RefusalNotice />
        {children}
      </main>
      <div className={styles.why}>
        <FollowingWhy />
      </div>
      {keys}
    </div>
  );
}
