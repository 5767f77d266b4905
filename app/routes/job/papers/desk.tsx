/**
 * The desk of a job's papers: on the left what there is and what it lacks, in the middle the paper as it will print, on
 * the right its versions and to whom they went. `n` goes to the next paper, `i` issues it, `s` goes to where it is sent.
 */
import { Button, Input } from "antd";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { type IssuedPaper, issuedState } from "#core/firm/issued-paper.ts";
import type { SentMail } from "#core/firm/mail.ts";
import { LONGEST_REASON } from "#core/limits.ts";
import { papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { lower } from "#core/words.ts";
import { Dialog } from "#ui/dialog/dialog.tsx";
import { Field } from "#ui/field/field.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { useIsLive } from "#ui/frame/use-is-live.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { useKeys } from "#ui/keys/use-keys.ts";
import styles from "./desk.module.css";
import { ISSUED_STATE_WORDS } from "./issued-words.ts";
import { MAIL_STATE_WORDS } from "./outside/mail-words.ts";
import type { Outside } from "./outside/use-outside.ts";
import { Preview } from "./preview.tsx";
import type { JobPapersState } from "./use-job-papers.ts";

const PHONE = "(max-width: 700px)";

interface DeskPaper {
  id: string;
  name: string;
  /** It cannot be issued while it is incomplete, not even with a reason. */
  isRefusedIncomplete: boolean;
  /** Null until the server has said it. */
  lacks: readonly string[] | null;
  /** Its issued versions, the newest first. */
  versions: readonly IssuedPaper[];
}

/** A paper that is being issued, with what it lacks. */
interface Asked {
  paper: DeskPaper;
  lacks: readonly string[];
}

export function PapersDesk({ state, outside }: { state: JobPapersState; outside: Outside }) {
  const { document } = useJob();
  const { jobId } = useJobStore();
  const { papers, isSaved } = state;
  const codebook = codebookOf(document.rules);
  const [chosen, setChosen] = useState<string | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const side = useRef<HTMLElement>(null);
  const isLive = useIsLive();
  const issued = papers?.issued ?? [];
  const rows = papersOf(document, codebook).map(
    ({ id, name, isRefusedIncomplete = false }): DeskPaper => ({
      id,
      name: name(codebook.words),
      isRefusedIncomplete,
      lacks: papers?.papers.find((one) => one.id === id)?.lacks ?? null,
      versions: issued.filter(({ paper }) => paper === id).reverse(),
    }),
  );
  const paper = rows.find(({ id }) => id === chosen) ?? rows[0];

  async function issue(which: DeskPaper, reason: string) {
    setBusy(true);
    setProblem(null);
    const answer = await state.issue(which.id, reason);
    setBusy(false);
    if (answer.kind === "lacks") return setAsked({ paper: which, lacks: answer.lacks });
    setAsked(null);
    if (answer.kind === "refused") setProblem(answer.problem);
    if (answer.kind === "changed-since")
      setProblem(`Somebody else has changed the job. Look at "${which.name}" again, then issue it.`);
  }
  const mayIssue = isSaved && !busy;
  // The server is asked what is missing, because the list may still describe the case before the last change.
  const begin = (which: DeskPaper) => void issue(which, "");
  const goOn = (by: 1 | -1) => {
    const next = rows[rows.findIndex(({ id }) => id === paper?.id) + by];
    if (next) setChosen(next.id);
    globalThis.document.getElementById(`paper-${next?.id}`)?.focus();
  };
  useKeys(({ key, ctrlKey, metaKey }) => {
    if (ctrlKey || metaKey || asked || !paper) return false;
    if (key === "n") goOn(1);
    else if (key === "i" && mayIssue) begin(paper);
    else if (key === "s") globalThis.document.querySelector<HTMLElement>("#outside input[type=email]")?.focus();
    else return false;
    return true;
  });

  return (
    <>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      <div className={styles.desk}>
        <ul className={styles.list} aria-label="Papers">
          {rows.map((row) => (
            <li key={row.id} data-chosen={row.id === paper?.id}>
              {isLive ? (
                <button
                  id={`paper-${row.id}`}
                  type="button"
                  aria-current={row.id === paper?.id}
                  onClick={() => {
                    setChosen(row.id);
                    // Below the list on a phone: what was chosen comes into view.
                    if (matchMedia(PHONE).matches)
                      requestAnimationFrame(() => side.current?.scrollIntoView({ block: "start" }));
                  }}
                  onKeyDown={(event) => {
                    const by = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : null;
                    if (by === null) return;
                    event.preventDefault();
                    goOn(by);
                  }}
                >
                  <strong>{row.name}</strong>
                  <PaperState row={row} all={issued} />
                </button>
              ) : (
                // Without scripts a paper is opened right here.
                <a href={`/jobs/${jobId}/papers/${row.id}.pdf`}>
                  <strong>{row.name}</strong>
                </a>
              )}
            </li>
          ))}
        </ul>
        {paper && (
          <Preview
            key={paper.id}
            url={`/jobs/${jobId}/papers/${paper.id}.pdf`}
            name={paper.name}
            revision={papers?.revision ?? null}
          />
        )}
        {paper && (
          <section ref={side} className={styles.side} aria-label={paper.name}>
            <h3>{paper.name}</h3>
            <p className={styles.acts}>
              <Button
                type="primary"
                aria-label={`Issue ${paper.name}`}
                disabled={!mayIssue}
                loading={busy}
                onClick={() => begin(paper)}
              >
                {paper.versions.length > 0 ? "Issue anew" : "Issue"}
              </Button>
              <Button href={`/jobs/${jobId}/papers/${paper.id}.pdf`} target="_blank" disabled={!isSaved}>
                Open the draft (PDF)
              </Button>
            </p>
            <Lacking lacks={paper.lacks} />
            {paper.versions.map((one) => (
              <Version
                key={one.id}
                one={one}
                all={issued}
                name={paper.name}
                jobId={jobId}
                mails={outside.post.mails.filter(({ attached }) => attached.includes(one.id))}
                onWithdraw={(why) => void state.withdraw(one.id, why)}
              />
            ))}
          </section>
        )}
      </div>
      {asked?.paper.isRefusedIncomplete && <RefusedDialog asked={asked} jobId={jobId} onClose={() => setAsked(null)} />}
      {asked && !asked.paper.isRefusedIncomplete && (
        <ReasonDialog
          asked={asked}
          busy={busy}
          onClose={() => setAsked(null)}
          onIssue={(reason) => void issue(asked.paper, reason)}
        />
      )}
      {issued.length > 0 && (
        <p className={styles.acts}>
          <Button href={`/jobs/${jobId}/pack.pdf`} download>
            All issued papers as one PDF
          </Button>
          <Button href={`/jobs/${jobId}/pack.zip`} download>
            Papers, case and pictures (ZIP)
          </Button>
        </p>
      )}
    </>
  );
}

/** One line below the name of a paper: its last version, or what it lacks. */
function PaperState({ row: { lacks, versions }, all }: { row: DeskPaper; all: readonly IssuedPaper[] }) {
  const [last] = versions;
  if (last)
    return (
      <small>
        version {last.number} {ISSUED_STATE_WORDS[issuedState(last, all)]}
      </small>
    );
  if (lacks === null) return <small>...</small>;
  return (
    <small>
      {lacks.length === 0
        ? "complete"
        : `lacks ${lacks.length === 1 ? lower(lacks[0] as string) : `${lacks.length} things`}`}
    </small>
  );
}

function Lacking({ lacks }: { lacks: readonly string[] | null }) {
  if (lacks === null) return null;
  if (lacks.length === 0) return <p>It lacks nothing.</p>;
  return (
    <div>
      <p>It lacks:</p>
      <ul className={styles.lacks}>
        {lacks.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </div>
  );
}

interface VersionProps {
  one: IssuedPaper;
  all: readonly IssuedPaper[];
  /** Of its paper. */
  name: string;
  jobId: string;
  mails: readonly SentMail[];
  onWithdraw(why: string): void;
}

function Version({ one, all, name, jobId, mails, onWithdraw }: VersionProps) {
  const { number, paper, by, at, revision, reason, differs, withdrawn } = one;
  return (
    <article className={styles.version} aria-label={`${name}, version ${number}`}>
      <p>
        <a href={`/jobs/${jobId}/issued/${paper}/${number}`} target="_blank" rel="noreferrer">
          Version {number}
        </a>{" "}
        {ISSUED_STATE_WORDS[issuedState(one, all)]}
      </p>
      <small>
        <LocalTime at={at} />, {by}, revision {revision}
        {reason && `; not complete: ${reason}`}
        {withdrawn && `; withdrawn by ${withdrawn.by}: ${withdrawn.why}`}
      </small>
      {!withdrawn && differs.length > 0 && (
        <ul className={styles.lacks} aria-label={`Changed since version ${number}`}>
          {differs.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {mails.map(({ id, toName, toAddress, state }) => (
        <small key={id}>
          to {toName || toAddress}: {MAIL_STATE_WORDS[state]}
        </small>
      ))}
      {!withdrawn && (
        <Input
          size="small"
          aria-label={`Withdraw ${name}, version ${number}: why`}
          placeholder="withdraw, because"
          maxLength={LONGEST_REASON}
          onPressEnter={({ currentTarget }) => {
            const why = currentTarget.value.trim();
            if (why !== "") onWithdraw(why);
          }}
        />
      )}
    </article>
  );
}

/** A paper that is not issued while it lacks something, and where that is mended or answered for. */
function RefusedDialog({ asked, jobId, onClose }: { asked: Asked; jobId: string; onClose(): void }) {
  return (
    <Dialog title={`"${asked.paper.name}" is refused`} onCancel={onClose}>
      <p>It is not issued while this is open:</p>
      <ul>
        {asked.lacks.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
      <p>
        Enter it on <Link to={`/jobs/${jobId}/log#certificate`}>Log</Link>. A licensed person can answer there for a
        test that fails or is missing.
      </p>
    </Dialog>
  );
}

function ReasonDialog(props: { asked: Asked; busy: boolean; onClose(): void; onIssue(reason: string): void }) {
  const { asked, busy, onClose, onIssue } = props;
  const [reason, setReason] = useState("");
  return (
    <Dialog title={`"${asked.paper.name}" is not complete`} onCancel={onClose}>
      <p>Its first page says that it lacks:</p>
      <ul>
        {asked.lacks.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
      <Field label="Why it is issued all the same">
        {(controlProps) => (
          <Input.TextArea
            {...controlProps}
            autoFocus
            autoSize={{ minRows: 2 }}
            maxLength={LONGEST_REASON}
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
      <p className={styles.acts}>
        <Button type="primary" loading={busy} disabled={reason.trim() === ""} onClick={() => onIssue(reason.trim())}>
          Issue it
        </Button>
        <Button onClick={onClose}>Not yet</Button>
      </p>
    </Dialog>
  );
}
