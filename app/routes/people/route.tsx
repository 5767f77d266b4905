/** The people of the firm, for its owner: invited, given a role, made inactive; and the list of who changed what. */

import { Button, Input } from "antd";
import { useEffect, useRef, useState } from "react";
import { data, Form, redirect, useNavigation } from "react-router";
import { ROLES } from "#core/firm/rights.ts";
import { ownValue } from "#core/own-value.ts";
import { readIntent } from "#server/input.ts";
import { forPeople, inWords, requireRight } from "#server/middleware.ts";
import { type ChangedPerson, type FirmPerson, peopleOf } from "#server/people.ts";
import { originOf } from "#server/settings.ts";
import { Field } from "#ui/field/field.tsx";
import { FormSelect } from "#ui/field/form-select.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import type { Route } from "./+types/route";
import { INTENTS } from "./forms.ts";
import styles from "./people.module.css";

export const meta: Route.MetaFunction = () => [{ title: "People - Heron" }];
export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  const person = requireRight(context, "manage-people");
  const people = peopleOf(person.firmId, person.id);
  const [list, entries, set] = await Promise.all([people.list(), people.entries(), people.settings()]);
  return {
    list,
    entries: entries.map((e) => ({ ...e, at: e.at.toISOString() })),
    settings: set,
    own: person.id,
    ownFactor: person.hasSecondFactor,
    firm: person.firmName,
  };
}

const ROLE_CHOICES = ROLES.map((role) => ({ value: role, label: role }));

interface Said {
  problems: Record<string, string>;
  typed?: { name?: string; email?: string; days?: string };
  /** A link that was just made, shown this once. */
  link?: { address: string; name: string };
}

export const action = async ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const owner = requireRight(context, "manage-people");
    const people = peopleOf(owner.firmId, owner.id);
    const refused = (problems: Record<string, string>, typed: Said["typed"] = {}) =>
      data<Said>({ problems, typed }, { status: 400 });
    const handOver = (path: string, name: string) =>
      data<Said>({ problems: {}, link: { address: new URL(path, originOf(request)).href, name } });
    const input = await readIntent(request, INTENTS);
    if (input.problems) {
      const { person, name, email, days } = input.typed;
      // A problem with a person is shown beside that person.
      const problems = person ? { [person]: Object.values(input.problems)[0] ?? "" } : input.problems;
      return refused(problems, { name, email, days });
    }
    const said = (person: string, changed: ChangedPerson) =>
      changed.problem ? refused({ [person]: changed.problem }) : data<Said>({ problems: {} });
    switch (input.intent) {
      case "invite": {
        const made = await people.invite(input.value);
        if (made.problem !== undefined) return refused({ email: made.problem }, input.value);
        return handOver(made.link, input.value.name);
      }
      case "link": {
        const made = await people.resetLink(input.value.person);
        if (made.problem !== undefined) return refused({ [input.value.person]: made.problem });
        return handOver(made.link, made.name);
      }
      case "role":
        return said(input.value.person, await people.setRole(input.value.person, input.value.role));
      case "active":
        return said(input.value.person, await people.setActive(input.value.person, input.value.active === "yes"));
      case "take-factor":
        return said(input.value.person, await people.takeSecondFactor(input.value.person));
      case "ask-factor":
        await people.askSecondFactor(input.value.asks === "yes");
        // The next page asks who has not set it up to do so, also where the press came before the page was live.
        return redirect("/people");
      case "keep-pages":
        await people.keepPages(input.value.days);
        return data<Said>({ problems: {} });
    }
  });

export default function PeoplePage({ loaderData, actionData }: Route.ComponentProps) {
  const { list, entries, settings: set, own, ownFactor, firm } = loaderData;
  const asks = set.asksSecondFactor;
  const said: Said | undefined = actionData;
  const busy = useNavigation().state === "submitting";
  const problems = said?.problems ?? {};
  return (
    <div className={`${frame.page} ${styles.page}`}>
      <PageHead title={`People of ${firm}`} />
      <main>
        {said?.link && <MadeLink link={said.link} />}
        <DataTable
          label={`People of ${firm}`}
          isWide
          stacksOnPhone
          className={styles.list}
          rows={list}
          rowKey={(person) => person.id}
          rowAttributes={(person) => (person.active ? {} : { "data-inactive": true })}
          columns={[
            {
              title: "Name",
              kind: "name",
              cell: (person) => (
                <PersonName person={person} isOwn={person.id === own} problem={ownValue(problems, person.id)} />
              ),
            },
            { title: "Role", cell: (person) => <PersonRole person={person} /> },
            { title: "Signs in with", cell: signInOf },
            {
              title: "Changes",
              className: styles.acts,
              cell: (person) => <PersonActs person={person} isOwn={person.id === own} />,
            },
          ]}
        />
        <section>
          <h2>Invite somebody</h2>
          <Form method="post" className={styles.invite} noValidate key={said?.link?.address}>
            <input type="hidden" name="what" value="invite" />
            <Field label="Name" problem={problems.name}>
              {(controlProps) => (
                <Input {...controlProps} name="name" autoComplete="off" defaultValue={said?.typed?.name} />
              )}
            </Field>
            <Field label="E-mail" problem={problems.email}>
              {(controlProps) => (
                <Input
                  {...controlProps}
                  name="email"
                  type="email"
                  autoComplete="off"
                  defaultValue={said?.typed?.email}
                />
              )}
            </Field>
            <Field label="Role" problem={problems.role}>
              {(controlProps) => (
                <FormSelect {...controlProps} name="role" initial="electrician" options={ROLE_CHOICES} />
              )}
            </Field>
            <Button type="primary" htmlType="submit" loading={busy}>
              Make an invitation link
            </Button>
          </Form>
        </section>
        <section>
          <h2>Two-step sign-in</h2>
          <Form method="post" className={styles.asks}>
            <input type="hidden" name="what" value="ask-factor" />
            <p>
              {asks
                ? "Everybody enters a code from the phone after the password, and sets this up at the next sign-in."
                : "Two-step sign-in is optional for everybody."}
              {!asks && !ownFactor && " You have not set it up yourself: you will be asked to do so at once."}
            </p>
            <Button htmlType="submit" name="asks" value={asks ? "no" : "yes"}>
              {asks ? "Make it optional" : "Require it of everybody"}
            </Button>
          </Form>
        </section>
        <section>
          <h2>Pages kept for work without a connection</h2>
          <Form method="post" className={styles.asks} key={set.keepPagesDays} noValidate>
            <input type="hidden" name="what" value="keep-pages" />
            <p>
              While there is no connection, a browser shows the pages that it opened last, for this many days. What
              somebody typed is kept longer, until that person signs in again.
            </p>
            <Field label="Days" problem={problems.days}>
              {(controlProps) => (
                <Input
                  {...controlProps}
                  name="days"
                  inputMode="numeric"
                  autoComplete="off"
                  className="figure"
                  defaultValue={said?.typed?.days ?? set.keepPagesDays}
                />
              )}
            </Field>
            <Button htmlType="submit">Set</Button>
          </Form>
        </section>
        <section>
          <h2>Who changed what</h2>
          {entries.length === 0 ? (
            <p className="quiet">Nothing yet.</p>
          ) : (
            <ol className={styles.entries}>
              {entries.map((e, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: entries are only ever added in front
                <li key={i}>
                  <LocalTime at={e.at} /> {e.by} {e.did}
                </li>
              ))}
            </ol>
          )}
        </section>
      </main>
    </div>
  );
}

/** A link that was just made: in sight, copied by one press, shown this once. */
function MadeLink({ link: { name, address } }: { link: NonNullable<Said["link"]> }) {
  const [copied, setCopied] = useState(false);
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    place.current?.scrollIntoView({ block: "center" });
    place.current?.focus({ preventScroll: true });
  }, []);
  return (
    <div ref={place} role="status" tabIndex={-1} className={styles.link}>
      <p>Give this link to {name}. It is shown only now, works for three days, and opens on a phone or a computer.</p>
      <p className="figure">{address}</p>
      <Button
        type="primary"
        onClick={() =>
          void navigator.clipboard.writeText(address).then(
            () => setCopied(true),
            () => setCopied(false),
          )
        }
      >
        {copied ? "Copied" : "Copy the link"}
      </Button>
    </div>
  );
}

/** A form of one button about one person. */
function Act(props: { person: FirmPerson; what: string; more?: Record<string, string>; children: string }) {
  return (
    <Form method="post">
      <input type="hidden" name="person" value={props.person.id} />
      <input type="hidden" name="what" value={props.what} />
      {Object.entries(props.more ?? {}).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button size="small" htmlType="submit" aria-label={`${props.children}: ${props.person.name}`}>
        {props.children}
      </Button>
    </Form>
  );
}

function signInOf({ active, hasPassword, hasSecondFactor }: FirmPerson): string {
  if (!active) return "inactive";
  if (!hasPassword) return "invited, no password yet";
  return hasSecondFactor ? "password and code" : "password";
}

function PersonName(props: { person: FirmPerson; isOwn: boolean; problem: string | undefined }) {
  const { person, isOwn, problem } = props;
  return (
    <>
      {person.name} {isOwn && <span className="quiet">(you)</span>}
      <span className={styles.email}>{person.email}</span>
      {problem && (
        <span role="alert" className={styles.problem}>
          {problem}
        </span>
      )}
    </>
  );
}

function PersonRole({ person }: { person: FirmPerson }) {
  if (!person.active) return person.role;
  return (
    <Form method="post" className={styles.role}>
      <input type="hidden" name="what" value="role" />
      <input type="hidden" name="person" value={person.id} />
      <FormSelect
        key={person.role}
        name="role"
        initial={person.role}
        options={ROLE_CHOICES}
        aria-label={`Role of ${person.name}`}
        className={styles.select}
      />
      <Button size="small" htmlType="submit" aria-label={`Set the role of ${person.name}`}>
        Set
      </Button>
    </Form>
  );
}

function PersonActs({ person, isOwn }: { person: FirmPerson; isOwn: boolean }) {
  return (
    <>
      {person.active && (
        <Act person={person} what="link">
          Make a password link
        </Act>
      )}
      {person.active && person.hasSecondFactor && !isOwn && (
        <Act person={person} what="take-factor">
          Turn off two-step sign-in
        </Act>
      )}
      {person.active && !isOwn && (
        <Act person={person} what="active" more={{ active: "no" }}>
          Make inactive
        </Act>
      )}
      {!person.active && (
        <Act person={person} what="active" more={{ active: "yes" }}>
          Make active
        </Act>
      )}
    </>
  );
}
