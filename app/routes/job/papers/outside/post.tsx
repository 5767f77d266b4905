/** The mail of the job: an issued paper is sent, and each mail is seen as waiting, sent, refused or given up. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { type IssuedPaper, issuedState } from "#core/firm/issued-paper.ts";
import type { SentMail } from "#core/firm/mail.ts";
import { LONGEST_LINE } from "#core/limits.ts";
import { paperName } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { MAIL_STATE_WORDS } from "./mail-words.ts";
import styles from "./outside.module.css";
import type { Outside } from "./use-outside.ts";

export function PostPart({ outside, issued }: { outside: Outside; issued: readonly IssuedPaper[] }) {
  const { post, ask } = outside;
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
            { title: "State", isBad: ({ state }) => state === "refused" || state === "failed", cell: MailStateCell },
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
              cell: ({ id, state, toAddress }) =>
                state !== "sent" && (
                  <span className={styles.acts}>
                    <Button
                      size="small"
                      aria-label={`Try the mail to ${toAddress} again`}
                      onClick={() => void ask("post", { what: "again", id })}
                    >
                      Try again
                    </Button>
                    <Button
                      size="small"
                      type="text"
                      danger
                      aria-label={`Take out the mail to ${toAddress}`}
                      onClick={() => void ask("post", { what: "remove", id })}
                    >
                      Take out
                    </Button>
                  </span>
                ),
            },
          ]}
        />
      )}
    </>
  );
}

/** What has become of a mail; while it waits, what the server said and when it is tried again. */
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
