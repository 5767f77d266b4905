/** Pages by link: made for somebody, opened, answered, withdrawn; and the questions asked on them. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { type CustomerLink, LINK_KINDS, type LinkAnswer, type LinkKind } from "#core/firm/customer-link.ts";
import { LONGEST_LINE, LONGEST_QUESTION } from "#core/limits.ts";
import { askedPictures } from "#core/survey/asked-pictures.ts";
import { listed } from "#core/words.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./outside.module.css";
import type { Outside } from "./use-outside.ts";

const KIND_WORDS: Readonly<Record<LinkKind, string>> = {
  quote: "Quote, to choose and accept",
  owner: "Consent of the owner",
  association: "Approval of the association",
  pictures: "Pictures, one by one",
};

const STATE_WORDS: Readonly<Record<CustomerLink["state"], string>> = {
  open: "not answered yet",
  answered: "answered",
  expired: "expired",
  withdrawn: "withdrawn",
};

/** An answer in a sentence. */
function answerInWords(answer: LinkAnswer): string {
  switch (answer.kind) {
    case "accepted":
      return `accepted by ${answer.name}`;
    case "declined":
      return `declined by ${answer.name}${answer.why ? `: ${answer.why}` : ""}`;
    case "agreed":
      return `agreed by ${answer.name}${answer.condition ? `, on the condition: ${answer.condition}` : ""}`;
    case "refused":
      return `refused by ${answer.name}: ${answer.why}`;
  }
}

export function LinksPart({ outside }: { outside: Outside }) {
  const { links, ask } = outside;
  return (
    <>
      <MakeLink outside={outside} />
      {links.length > 0 && (
        <DataTable
          label="Pages by link"
          isWide
          stacksOnPhone
          rows={links}
          rowKey={({ id }) => id}
          columns={[
            {
              title: "Page",
              kind: "name",
              cell: ({ kind, name, version }) => (
                <>
                  {KIND_WORDS[kind]}
                  <small>
                    for {name}
                    {version !== null && `, version ${version}`}
                  </small>
                </>
              ),
            },
            {
              title: "Made",
              cell: ({ by, createdAt, openedAt }) => (
                <>
                  <LocalTime at={createdAt} />, {by}
                  <small>
                    {openedAt ? (
                      <>
                        first opened <LocalTime at={openedAt} />
                      </>
                    ) : (
                      "not opened yet"
                    )}
                  </small>
                </>
              ),
            },
            {
              title: "State",
              cell: ({ kind, state, answer, told }) => (
                <>
                  {kind === "pictures" && state === "open" ? (
                    <PicturesState told={told} />
                  ) : answer ? (
                    answerInWords(answer)
                  ) : (
                    STATE_WORDS[state]
                  )}
                  {answer && "signature" in answer && (
                    <img className={styles.signature} src={answer.signature} alt={`Signature of ${answer.name}`} />
                  )}
                </>
              ),
            },
            {
              title: "Changes",
              cell: ({ id, state, name, kind }) =>
                state === "open" && (
                  <span className={styles.acts}>
                    {kind === "pictures" && <AskAgain name={name} outside={outside} />}
                    <Button
                      size="small"
                      type="text"
                      danger
                      aria-label={`Withdraw the page for ${name}: ${KIND_WORDS[kind]}`}
                      onClick={() => void ask("links", { what: "withdraw", id })}
                    >
                      Withdraw
                    </Button>
                  </span>
                ),
            },
          ]}
        />
      )}
      {links
        .filter(({ messages }) => messages.length > 0)
        .map((link) => (
          <Conversation key={link.id} link={link} outside={outside} />
        ))}
    </>
  );
}

/** Asks for what is missing: a new page, mailed to where the last mail to that person went. */
function AskAgain({ name, outside: { post, ask } }: { name: string; outside: Outside }) {
  const [made, setMade] = useState<string | null>(null);
  const email = post.mails.find(({ toName }) => toName === name)?.toAddress ?? "";
  const again = async () => {
    const answer = await ask("links", { what: "make", kind: "pictures", name, email });
    setMade(answer.kind === "made" ? answer.address : answer.kind === "problem" ? answer.problem : null);
  };
  return (
    <>
      <Button size="small" aria-label={`Ask ${name} again for what is missing`} onClick={() => void again()}>
        Ask again
      </Button>
      {made && <small className={styles.made}>{email ? `Sent to ${email}.` : made}</small>}
    </>
  );
}

/** Which pictures have come, and which cannot be found or are still missing. */
function PicturesState({ told }: { told: CustomerLink["told"] }) {
  const { document } = useJob();
  const asked = askedPictures(document);
  const named = (said: (one: string | undefined) => boolean) =>
    asked.filter(({ id }) => said(told.find((one) => one.id === id)?.said)).map(({ title }) => title.toLowerCase());
  const notFound = named((said) => said === "cannot-find");
  const missing = named((said) => said === undefined);
  return (
    <>
      {named((said) => said === "sent").length} of {asked.length} arrived
      {notFound.length > 0 && <small>not found: {listed(notFound)}</small>}
      {missing.length > 0 && <small>still missing: {listed(missing)}</small>}
    </>
  );
}

/** Makes a page for somebody, and shows its address once. */
function MakeLink({ outside: { ask, post } }: { outside: Outside }) {
  const { document } = useJob();
  const [kind, setKind] = useState<LinkKind>("quote");
  const usual = (kind === "owner" ? document.enquiry?.owner : document.enquiry?.customer) ?? "";
  const [name, setName] = useState<string | null>(null);
  const [email, setEmail] = useState("");
  const [made, setMade] = useState<{ address: string } | { problem: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    const answer = await ask("links", { what: "make", kind, name: (name ?? usual).trim(), email: email.trim() });
    setBusy(false);
    if (answer.kind === "made") setMade({ address: answer.address });
    if (answer.kind === "problem") setMade({ problem: answer.problem });
  };
  return (
    <>
      <Fields>
        <Field label="Page">
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label="Page"
              value={kind}
              options={LINK_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
              onChange={setKind}
            />
          )}
        </Field>
        <Field label="For">
          {(controlProps) => (
            <Input
              {...controlProps}
              maxLength={LONGEST_LINE}
              value={name ?? usual}
              onChange={({ target }) => setName(target.value)}
            />
          )}
        </Field>
        <Field
          label="E-mail"
          hint={post.isSetUp ? "empty: copy the link yourself" : "no mail server is set up: copy the link yourself"}
        >
          {(controlProps) => (
            <Input
              {...controlProps}
              type="email"
              autoComplete="off"
              disabled={!post.isSetUp}
              value={email}
              onChange={({ target }) => setEmail(target.value)}
            />
          )}
        </Field>
      </Fields>
      <p className={styles.acts}>
        <Button loading={busy} disabled={(name ?? usual).trim() === ""} onClick={() => void make()}>
          {email.trim() === "" ? "Make the link" : "Make the link and send it"}
        </Button>
      </p>
      {made && "problem" in made && (
        <p role="alert" className={styles.problem}>
          {made.problem}
        </p>
      )}
      {made && "address" in made && (
        <p className={styles.made} role="status">
          The address of the page, shown only now: <code>{made.address}</code>{" "}
          <Button size="small" onClick={() => void navigator.clipboard?.writeText(made.address)}>
            Copy
          </Button>
        </p>
      )}
    </>
  );
}

/** Questions asked on a page, and the field to answer in. */
function Conversation({ link, outside: { ask } }: { link: CustomerLink; outside: Outside }) {
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const reply = async () => {
    const answer = await ask("links", { what: "reply", link: link.id, id: crypto.randomUUID(), text: text.trim() });
    if (answer.kind === "problem") return setProblem(answer.problem);
    setText("");
    setProblem(null);
  };
  return (
    <section className={styles.conversation} aria-label={`Questions of ${link.name}`}>
      <h3>Questions of {link.name}</h3>
      <ol>
        {link.messages.map(({ id, by, text: said, at }) => (
          <li key={id} data-firm={by !== null}>
            <b>{by ?? link.name}</b>, <LocalTime at={at} />
            <p>{said}</p>
          </li>
        ))}
      </ol>
      {link.state !== "withdrawn" && link.state !== "expired" && (
        <>
          <Field label="Answer" problem={problem}>
            {(controlProps) => (
              <Input.TextArea
                {...controlProps}
                aria-label={`Answer to ${link.name}`}
                autoSize={{ minRows: 2 }}
                maxLength={LONGEST_QUESTION}
                value={text}
                onChange={({ target }) => setText(target.value)}
              />
            )}
          </Field>
          <p className={styles.acts}>
            <Button disabled={text.trim() === ""} onClick={() => void reply()}>
              Put the answer on the page
            </Button>
          </p>
        </>
      )}
    </section>
  );
}
