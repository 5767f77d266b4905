/** The frame around every step of a job. */
import { RedoOutlined, SearchOutlined, UndoOutlined } from "@ant-design/icons";
import { Button } from "antd";
import { Fragment, type ReactNode, Suspense, useEffect, useRef } from "react";
import { Link, NavLink } from "react-router";
import { STEPS } from "#core/case/fields/steps.ts";
import { showDay } from "#core/dates.ts";
import { type AnswerState, answerWhy, type NamedValues, pressingMessage } from "#core/decide/answer.ts";
import { type Assessment, governingOf } from "#core/decide/assessment.ts";
import { decisionNow, recommendedOtherwise } from "#core/decide/decision.ts";
import { becauseFrom } from "#core/decide/policies.ts";
import { placeOfMissing } from "#core/find/missing-place.ts";
import { codebookOf } from "#core/rules/index.ts";
import { headroomParts } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { useSourceKey } from "#ui/case-field/source-key.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { HeronMark } from "#ui/frame/mark.tsx";
import { AnswerVerdict } from "#ui/frame/verdict.tsx";
import type { JobState } from "#ui/job-store/job-store.ts";
import { useJob, useJobLater, useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { useKeepFocus } from "#ui/keys/keep-focus.ts";
import { useKeepPress } from "#ui/keys/keep-press.ts";
import { useOtherNames } from "#ui/live/presence.ts";
import { useLiveJob } from "#ui/live/use-live-job.ts";
import { useColleaguesWaiting } from "#ui/offline/use-colleagues.ts";
import { ThemeSwitch } from "#ui/theme/theme-switch.tsx";
import { WaterlineDrawing } from "#ui/waterline/waterline.tsx";
import { Figure, useWhyIsOpen, WhySheet } from "#ui/why/why-sheet.tsx";
import { type JobDialogs, useJobDialogs } from "./dialogs.tsx";
import { focusFound } from "./find/focus-found.ts";
import styles from "./frame.module.css";
import { useScrolledAway } from "./use-scrolled-away.ts";
import { useStepScroll } from "./use-step-scroll.ts";
import { useVisitor } from "./use-visitor.ts";

/** Loaded when there is a message to show. */
const LastStep = lazyPart(() => import("./last-step.tsx"));
const Notices = lazyPart(() => import("./notices.tsx"));

const SAVING = {
  saved: "Saved",
  saving: "Saving ...",
  waiting: "No connection: kept here, sent when it is back",
  "signed-out": "Signed out: sign in again in another tab, nothing is lost",
  "other-person": "Somebody else is signed in: kept here until you sign in again",
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
      <Button
        icon={<UndoOutlined />}
        onClick={() => store.undo()}
        disabled={!canUndo}
        aria-label="Undo"
        aria-keyshortcuts="Control+Z"
      >
        <span className={styles.wideOnly}>Undo</span>
      </Button>
      <Button
        icon={<RedoOutlined />}
        onClick={() => store.redo()}
        disabled={!canRedo}
        className={canRedo ? undefined : styles.wideOnly}
        aria-label="Redo"
        aria-keyshortcuts="Control+Shift+Z"
      >
        <span className={styles.wideOnly}>Redo</span>
      </Button>
    </>
  );
}

/** Other people who have the job open. */
function Others() {
  const names = useOtherNames();
  return (
    <p className={styles.others} role="status">
      {names && `${names} ${names.includes(" and ") ? "are" : "is"} here too`}
    </p>
  );
}

function Head({ jobId, person, dialogs }: { jobId: string; person: string; dialogs: JobDialogs }) {
  const title = useJobPart((job) => job.document.title);
  const customer = useJobPart((job) => job.document.enquiry?.customer);
  const rules = useJobPart((job) => job.document.rules);
  const lastStep = useJobPart((job) => job.lastStep);
  useLiveJob(jobId);
  return (
    <header className={styles.head}>
      <Link to="/" className={styles.home} aria-label="All jobs">
        <HeronMark size={30} />
      </Link>
      <div className={styles.title}>
        <h1>{title}</h1>
        <p className="quiet">
          {codebookOf(rules).name} · {customer ? `${customer} · ` : ""}
          {person}
        </p>
      </div>
      <SavingState />
      <Suspense>{lastStep && <LastStep key={lastStep.number} className={styles.lastStep} step={lastStep} />}</Suspense>
      <Others />
      <div className={styles.tools}>
        <Button
          icon={<SearchOutlined />}
          className={styles.find}
          onClick={dialogs.openFind}
          aria-label="Find"
          aria-keyshortcuts="/"
        >
          <kbd className={styles.wideOnly}>/</kbd>
        </Button>
        <UndoAndRedo />
        <ThemeSwitch />
        <Button className={styles.wideOnly} onClick={dialogs.openKeys} aria-label="Keys">
          ?
        </Button>
      </div>
    </header>
  );
}

function NoticesWhenNeeded() {
  const needed = useJobPart((job) => job.conflict !== null || job.refused !== null || job.parked.length > 0);
  const others = useColleaguesWaiting();
  return (
    (needed || others.length > 0) && (
      <Suspense>
        <Notices others={others} />
      </Suspense>
    )
  );
}

/** The decision, with a prominent notice where it is no longer valid. */
function Decided() {
  const { document, assessment } = useJob();
  const now = decisionNow(document, assessment);
  if (!now) return null;
  const { decision, way, shaken } = now;
  const recommended = recommendedOtherwise(assessment);
  const on = showDay(decision.on, codebookOf(document.rules).conventions);
  return shaken.length > 0 ? (
    <p className={styles.shaken} role="alert">
      The decision for {lower(way.name)} ({decision.by}, {on}) must be looked at again: {shaken.join(". ")}.
    </p>
  ) : (
    <p className="quiet">
      Decided: {lower(way.name)}, by {decision.by} on {on}
      {recommended && <>. Heron recommends instead: {lower(recommended.name)}</>}
    </p>
  );
}

/** Values of the case that are still missing, each one press away. */
function Values({ before, values }: NamedValues) {
  const { document } = useJob();
  const { jobId } = useJobStore();
  return (
    <>
      {before}{" "}
      {values.map((missing, i) => {
        const place = placeOfMissing(missing, document);
        const joint = i === 0 ? "" : i === values.length - 1 ? " and " : ", ";
        return (
          <Fragment key={missing.key}>
            {joint}
            <Link
              to={`/jobs/${jobId}/${place.step}`}
              preventScrollReset
              className={styles.value}
              onClick={() => focusFound(place)}
            >
              {lower(missing.text)}
            </Link>
          </Fragment>
        );
      })}
    </>
  );
}

function AnswerBand() {
  const { answer, assessment, document, prices } = useJob();
  const { today } = useVisitor();
  const band = useRef<HTMLDivElement>(null);
  const gone = useScrolledAway(band);
  const { figure, word } = headroomParts(assessment.headroomA);
  const calculation = governingOf(assessment);
  const most = pressingMessage(assessment);
  const headroom = answer.state !== "open" && (
    <span>
      <Figure why={calculation.explain.headroomA}>{figure}</Figure> <span className={styles.spare}>{word}</span>
    </span>
  );
  return (
    <>
      {gone && (
        <div className={styles.shrunk}>
          <AnswerVerdict state={answer.state} word={answer.verdict} />
          {headroom}
        </div>
      )}
      <div ref={band} className={styles.answer}>
        <div className={styles.bank} aria-hidden="true">
          <WaterlineDrawing level={assessment.waterline} width={54} height={78} detail="bank" />
        </div>
        <div>
          <Decided />
          <p className={styles.verdict}>
            <AnswerVerdict state={answer.state} word={answer.verdict} />
            {headroom}
          </p>
          <p>{answer.first ? <Values {...answer.first} /> : answer.text}.</p>
          {most && (
            <p className={styles.pressing} data-kind={most.kind} role={most.kind === "stop" ? "alert" : undefined}>
              {most.confirm ? <Values {...most.confirm} /> : most.text}
              {most.more > 0 && (
                <>
                  {" "}
                  <Figure why={answerWhy(assessment, answer, becauseFrom(document, assessment, prices.book, today))}>
                    and {most.more} more
                  </Figure>
                </>
              )}
              {most.more === 0 && "."}
            </p>
          )}
        </div>
      </div>
    </>
  );
}

function Path({ jobId }: { jobId: string }) {
  const missing = useJobPart(missingBySteps).split(" ");
  return (
    <nav className={styles.path} aria-label="Steps">
      {STEPS.map((step, i) => (
        <NavLink
          key={step.id}
          to={`/jobs/${jobId}/${step.id}`}
          prefetch="intent"
          className={({ isActive }) => (isActive ? styles.here : "")}
        >
          {step.name}
          {missing[i] !== "0" && (
            <span className={styles.count}>
              {missing[i]} <span className="out-of-sight">missing</span>
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  );
}

/** How many things each step still asks for, in their order; as one text, so that the steps are drawn only for another. */
const missingBySteps = ({ assessment }: JobState): string =>
  STEPS.map((step) => assessment.missing.filter((m) => m.step === step.id).length).join(" ");

/** Figures are drawn at once or a moment later; the open sheet follows both. */
function FollowingWhy() {
  const { document } = useJob();
  useJobLater();
  return <WhySheet operator={codebookOf(document.rules).words.operator} />;
}

/** The waterline in words. */
function levelInWords({ taken, decided, waterline }: Assessment, state: AnswerState): string {
  if (!taken) return "As it stands, without a charger";
  if (waterline.limitA !== null && waterline.chargingA === 0) return "At the peak of demand the managed charger waits";
  if (state === "open") return "With what looks best so far";
  return decided ? "With the way that was decided" : "With the recommended way";
}

function WaterlineBeside() {
  const { assessment, answer } = useJob();
  return (
    <aside className={styles.waterline} aria-label="Waterline">
      <WaterlineDrawing level={assessment.waterline} width={214} height={430} />
      <p className="quiet">{levelInWords(assessment, answer.state)}</p>
    </aside>
  );
}

/** Nothing here follows the case by itself: each part does, so that a keystroke draws no more than it changes. */
export function JobFrame({ jobId, person, children }: { jobId: string; person: string; children: ReactNode }) {
  const whyOpen = useWhyIsOpen();
  const dialogs = useJobDialogs();
  const sheet = useRef<HTMLElement>(null);
  const keepScroll = useStepScroll(sheet);
  useKeepFocus();
  useKeepPress();
  useSourceKey();
  useEffect(() => {
    globalThis.document.documentElement.dataset.ready = "job";
    return () => {
      delete globalThis.document.documentElement.dataset.ready;
    };
  }, []);
  return (
    <div className={styles.frame} data-why={whyOpen}>
      <a href="#sheet" className={styles.skip}>
        Skip to the main part
      </a>
      <Head jobId={jobId} person={person} dialogs={dialogs} />
      <Path jobId={jobId} />
      <WaterlineBeside />
      <main ref={sheet} id="sheet" tabIndex={-1} className={styles.sheet} onScroll={keepScroll}>
        <noscript>
          <p className={styles.noScripts}>
            Without scripts this page shows the job as it was saved; nothing can be entered. The papers can be printed.
          </p>
        </noscript>
        <AnswerBand />
        <NoticesWhenNeeded />
        {children}
      </main>
      <div className={styles.why}>{whyOpen && <FollowingWhy />}</div>
      {dialogs.drawn}
    </div>
  );
}
