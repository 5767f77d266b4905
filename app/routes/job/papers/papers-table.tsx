/** The papers of the job: what each lacks, its last issued version, and the presses that open and issue it. */
import { Button, Input } from "antd";
import { useState } from "react";
import { type IssuedPaper, issuedState } from "#core/firm/issued-paper.ts";
import { LONGEST_REASON } from "#core/limits.ts";
import { papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { Dialog } from "#ui/dialog/dialog.tsx";
import { Field } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { ISSUED_STATE_WORDS } from "./issued-words.ts";
import styles from "./papers.module.css";
import type { JobPapersState } from "./use-job-papers.ts";

interface PaperRow {
  id: string;
  name: string;
  /** Null until the server has said it. */
  lacks: readonly string[] | null;
  /** The newest version. */
  last: IssuedPaper | undefined;
}

/** A paper that is being issued, with what it lacks. */
interface Asked {
  paper: PaperRow;
  lacks: readonly string[];
}

export function PapersTable({ state }: { state: JobPapersState }) {
  const { document } = useJob();
  const { jobId } = useJobStore();
  const { papers, isSaved } = state;
  const codebook = codebookOf(document.rules);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const issued = papers?.issued ?? [];
  const rows = papersOf(document, codebook).map(
    ({ id, name }): PaperRow => ({
      id,
      name: name(codebook.words),
      lacks: papers?.papers.find((one) => one.id === id)?.lacks ?? null,
      last: issued.findLast(({ paper }) => paper === id),
    }),
  );

  async function issue(paper: PaperRow, reason: string) {
    setBusy(paper.id);
    setProblem(null);
    const answer = await state.issue(paper.id, reason);
    setBusy(null);
    if (answer.kind === "lacks") return setAsked({ paper, lacks: answer.lacks });
    setAsked(null);
    if (answer.kind === "refused") setProblem(answer.problem);
    if (answer.kind === "changed-since")
      setProblem(`Somebody else has changed the job. Look at "${paper.name}" again, then issue it.`);
  }

  return (
    <>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      <DataTable
        label="Papers"
        isWide
        stacksOnPhone
        rows={rows}
        rowKey={({ id }) => id}
        columns={[
          {
            title: "Paper",
            kind: "name",
            cell: ({ id, name }) => (
              <a href={`/jobs/${jobId}/papers/${id}.pdf`} target="_blank" rel="noreferrer">
                {name}
              </a>
            ),
          },
          { title: "Lacks", cell: ({ lacks }) => <Lacking lacks={lacks} /> },
          { title: "Issued", cell: ({ last }) => last && <Version one={last} all={issued} jobId={jobId} /> },
          {
            title: "Issue it",
            cell: (row) => (
              <Button
                size="small"
                aria-label={`Issue ${row.name}`}
                disabled={!isSaved || busy !== null}
                loading={busy === row.id}
                onClick={() => void (row.lacks?.length ? setAsked({ paper: row, lacks: row.lacks }) : issue(row, ""))}
              >
                {row.last ? "Issue anew" : "Issue"}
              </Button>
            ),
          },
        ]}
      />
      {asked && (
        <ReasonDialog
          asked={asked}
          busy={busy !== null}
          onClose={() => setAsked(null)}
          onIssue={(reason) => void issue(asked.paper, reason)}
        />
      )}
      {issued.length > 0 && (
        <>
          <Fold title={`All issued versions: ${issued.length}`}>
            <VersionsTable state={state} names={new Map(rows.map(({ id, name }) => [id, name]))} jobId={jobId} />
          </Fold>
          <p className={styles.packs}>
            <Button href={`/jobs/${jobId}/pack.pdf`} download>
              All issued papers as one PDF
            </Button>
            <Button href={`/jobs/${jobId}/pack.zip`} download>
              Papers, case and pictures (ZIP)
            </Button>
          </p>
        </>
      )}
    </>
  );
}

const SHOWN_LACKS = 2;

/** What a paper lacks, the first few of it. */
function Lacking({ lacks }: { lacks: readonly string[] | null }) {
  if (lacks === null) return <span className="quiet">...</span>;
  if (lacks.length === 0) return "nothing";
  const more = lacks.length - SHOWN_LACKS;
  return (
    <span title={lacks.join("; ")}>
      {lacks.slice(0, SHOWN_LACKS).join("; ")}
      {more > 0 && ` and ${more} more`}
    </span>
  );
}

/** A version with its state, linked to its file. */
function Version({ one, all, jobId }: { one: IssuedPaper; all: readonly IssuedPaper[]; jobId: string }) {
  return (
    <span className={styles.version}>
      <a href={`/jobs/${jobId}/issued/${one.paper}/${one.number}`} target="_blank" rel="noreferrer">
        version {one.number}
      </a>{" "}
      {ISSUED_STATE_WORDS[issuedState(one, all)]}
    </span>
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
      <p className={styles.packs}>
        <Button type="primary" loading={busy} disabled={reason.trim() === ""} onClick={() => onIssue(reason.trim())}>
          Issue it
        </Button>
        <Button onClick={onClose}>Not yet</Button>
      </p>
    </Dialog>
  );
}

interface VersionsProps {
  state: JobPapersState;
  /** The names of the papers by their ids. */
  names: ReadonlyMap<string, string>;
  jobId: string;
}

function VersionsTable({ state, names, jobId }: VersionsProps) {
  const all = state.papers?.issued ?? [];
  return (
    <DataTable
      label="All issued versions"
      isWide
      stacksOnPhone
      rows={[...all].reverse()}
      rowKey={({ id }) => id}
      columns={[
        {
          title: "Paper",
          kind: "name",
          cell: (one) => (
            <>
              {names.get(one.paper) ?? one.paper}
              <small>
                <Version one={one} all={all} jobId={jobId} />
              </small>
            </>
          ),
        },
        {
          title: "Issued",
          cell: ({ by, at, revision, reason }) => (
            <>
              <LocalTime at={at} />, {by}
              <small>
                revision {revision}
                {reason && `; not complete: ${reason}`}
              </small>
            </>
          ),
        },
        {
          title: "Changed since",
          cell: ({ differs, withdrawn }) =>
            withdrawn
              ? `withdrawn by ${withdrawn.by}: ${withdrawn.why}`
              : differs.length === 0
                ? "nothing"
                : differs.join("; "),
        },
        {
          title: "Withdraw",
          cell: (one) =>
            !one.withdrawn && (
              <Input
                size="small"
                aria-label={`Withdraw ${names.get(one.paper) ?? one.paper}, version ${one.number}: why`}
                placeholder="withdraw, because"
                maxLength={LONGEST_REASON}
                onPressEnter={({ currentTarget }) => {
                  const why = currentTarget.value.trim();
                  if (why !== "") void state.withdraw(one.id, why);
                }}
              />
            ),
        },
      ]}
    />
  );
}
