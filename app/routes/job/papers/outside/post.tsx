/** The mail of the job: an issued paper is sent, and each mail is seen as waiting, sent, refused or given up. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import { noticePatch } from "#core/case/document/stage.ts";
import { type IssuedPaper, issuedState } from "#core/firm/issued-paper.ts";
import type { SentMail } from "#core/firm/mail.ts";
import { LONGEST_LINE } from "#core/limits.ts";
import { paperEntry, paperName } from "#core/papers/list.ts";
import { noticesOf } from "#core/progress/notices.ts";
import { codebookOf } from "#core/rules/index.ts";
import { lower } from "#core/words.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { MAIL_STATE_WORDS } from "./mail-words.ts";
import styles from "./outside.module.css";
import type { Outside } from "./use-outside.ts";

export function PostPart({ outside, issued }: { outside: Outside; issued: readonly IssuedPaper[] }) {
  const { post, ask } = outside;
  const job = useJob();
  return (
    <>
      {post.isSetUp && <SendPaper outside={outside} issued={issued} />}
      {post.mails.length > 0 && (
        <DataTable
          label="Mail"
          isWide
          stacksOnPhone
          rows={post.mails}
          rowKey={({ id }) => id}
          columns={[
            {
              title: "To",
              kind: "name",
              cell: ({ toName, toAddress, subject }) => (
                <>
                  {toName ? `${toName}, ${toAddress}` : toAddress}
                  <small>{subject}</small>
                </>
              ),
            },
            { title: "State", isBad: ({ state }) => !["queued", "sent"].includes(state), cell: MailStateCell },
            {
              title: "By",
              cell: ({ by, createdAt }) => (
                <>
                  {by}, <LocalTime at={createdAt} />
                </>
              ),
            },
            {
              title: "Changes",
              cell: (mail) => <MailActs mail={mail} job={job} issued={issued} ask={ask} />,
            },
          ]}
        />
      )}
    </>
  );
}

interface MailActsProps {
  mail: SentMail;
  job: AssessedCase;
  issued: readonly IssuedPaper[];
  ask: Outside["ask"];
}

function MailActs({ mail, job, issued, ask }: MailActsProps) {
  const { id, state, toAddress } = mail;
  const press = (what: "again" | "remove" | "returned") => void ask("post", { what, id });
  if (state === "sent")
    return (
      <span className={styles.acts}>
        <NoticeGiven mail={mail} job={job} issued={issued} />
        <Button
          size="small"
          type="text"
          aria-label={`The mail to ${toAddress} came back`}
          onClick={() => press("returned")}
        >
          It came back
        </Button>
      </span>
    );
  return (
    <span className={styles.acts}>
      {state !== "returned" && (
        <Button size="small" aria-label={`Try the mail to ${toAddress} again`} onClick={() => press("again")}>
          Try again
        </Button>
      )}
      <Button
        size="small"
        type="text"
        danger
        aria-label={`Take out the mail to ${toAddress}`}
        onClick={() => press("remove")}
      >
        Take out
      </Button>
    </span>
  );
}

/** Marks the notice that a sent paper gives, with the mail as its proof; nothing where no such notice is open. */
function NoticeGiven({ mail, job: { document, assessment }, issued }: Omit<MailActsProps, "ask">) {
  const store = useJobStore();
  const { words } = codebookOf(document.rules);
  const sent = issued.find(({ id }) => mail.attached.includes(id));
  const kind = paperEntry(sent?.paper)?.gives;
  const notice = noticesOf(document, assessment).find((one) => one.kind === kind && one.isOpen);
  if (!sent || !notice || !mail.sentAt) return null;
  const sentOn = mail.sentAt.slice(0, 10);
  const proof = `${paperName(sent.paper, words)}, version ${sent.number}, mailed to ${mail.toAddress}`;
  return (
    <Button
      size="small"
      onClick={() => store.edit(noticePatch(store.getState().document, { kind: notice.kind, sentOn, proof }))}
    >
      Mark as done: {lower(notice.text)}
    </Button>
  );
}

/** The state of a mail; for a queued one also the last response of the server and the time of the next try. */
function MailStateCell({ state, said, sentAt, nextTryAt, tries }: SentMail) {
  return (
    <>
      {MAIL_STATE_WORDS[state]}
      {sentAt && (
        <>
          {" "}
          <LocalTime at={sentAt} />
        </>
      )}
      {said && <small>the server said: {said}</small>}
      {state === "returned" && <small>ask for the right address, and send it anew</small>}
      {state === "queued" && tries > 0 && (
        <small>
          tried {tries === 1 ? "once" : `${tries} times`}, again <LocalTime at={nextTryAt} />
        </small>
      )}
    </>
  );
}

function SendPaper({ outside: { ask }, issued }: { outside: Outside; issued: readonly IssuedPaper[] }) {
  const { document } = useJob();
  const { words } = codebookOf(document.rules);
  const [picked, setPicked] = useState<string | null>(null);
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const choices = issued
    .filter((one) => ["current", "superseded"].includes(issuedState(one, issued)))
    .map(({ id, paper, number }) => ({
      value: id,
      label: `${paperName(paper, words)}, version ${number}`,
    }));
  if (choices.length === 0) return null;
  const chosen = choices.find(({ value }) => value === picked) ?? choices.at(-1);
  const send = async () => {
    const answer = await ask("post", {
      what: "send",
      id: crypto.randomUUID(),
      issued: chosen?.value ?? "",
      name: name.trim(),
      email: email.trim(),
    });
    setProblem(answer.kind === "problem" ? answer.problem : null);
    if (answer.kind === "done") setEmail("");
  };
  return (
    <>
      <h3>Send an issued paper</h3>
      <Fields>
        <Field label="Paper">
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label="Paper to send"
              value={chosen?.value ?? null}
              options={choices}
              onChange={setPicked}
            />
          )}
        </Field>
        <Field label="To">
          {(controlProps) => (
            <Input
              {...controlProps}
              placeholder="name, or office"
              maxLength={LONGEST_LINE}
              value={name}
              onChange={({ target }) => setName(target.value)}
            />
          )}
        </Field>
        <Field label="E-mail of the receiver" problem={problem}>
          {(controlProps) => (
            <Input
              {...controlProps}
              type="email"
              autoComplete="off"
              value={email}
              onChange={({ target }) => setEmail(target.value)}
            />
          )}
        </Field>
      </Fields>
      <p className={styles.acts}>
        <Button disabled={email.trim() === ""} onClick={() => void send()}>
          Send it
        </Button>
      </p>
    </>
  );
}
