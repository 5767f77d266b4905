/** The people of the firm, for its owner: invited, given a role, made inactive; and the list of who changed what. */
import { Button, Input } from "antd";
import { data, Form, useNavigation } from "react-router";
import { object, string } from "yup";
import { ROLES, type Role } from "#core/rights.ts";
import { problemsOf, readForm } from "#server/forms.ts";
import { forPeople, requireRight } from "#server/middleware.ts";
import { type Changed, type FirmPerson, peopleOf } from "#server/people.ts";
import { Field } from "#ui/field/field.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import table from "#ui/frame/table.module.css";
import type { Route } from "./+types/route";
import styles from "./people.module.css";

export const meta: Route.MetaFunction = () => [{ title: "People - Heron" }];
export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  const person = requireRight(context, "manage-people");
  const people = peopleOf(person.firmId, person.id);
  const [list, entries, asks] = await Promise.all([people.list(), people.entries(), people.asksSecondFactor()]);
  return {
    list,
    entries: entries.map((e) => ({ ...e, at: e.at.toISOString().slice(0, 16).replace("T", " ") })),
    asks,
    own: person.id,
    ownFactor: person.hasSecondFactor,
    firm: person.firmName,
  };
}

const invitation = object({
  name: string().trim().required("Type the name").max(200, "The name is too long: 200 characters at most"),
  email: string()
    .trim()
    .lowercase()
    .required("Type the e-mail")
    .email("That is no e-mail address")
    .max(200, "The e-mail is too long: 200 characters at most"),
  role: string<Role>().oneOf(ROLES, "Choose a role").required("Choose a role"),
});

interface Said {
  problems: Record<string, string>;
  typed?: { name: string; email: string };
  /** A link that was just made, shown this once. */
  link?: { address: string; name: string };
}

export async function action({ request, context }: Route.ActionArgs) {
  const owner = requireRight(context, "manage-people");
  const people = peopleOf(owner.firmId, owner.id);
  const form = await readForm(request);
  const typed = (name: string) => String(form.get(name) ?? "");
  const person = typed("person").slice(0, 64);
  const refused = (problems: Record<string, string>, more: Partial<Said> = {}) =>
    data<Said>({ problems, ...more }, { status: 400 });
  const handOver = (path: string, name: string) =>
    data<Said>({ problems: {}, link: { address: new URL(path, request.url).href, name } });
  const said = (changed: Changed) =>
    changed.problem ? refused({ [person]: changed.problem }) : data<Said>({ problems: {} });
  switch (typed("what")) {
    case "invite": {
      const again = { typed: { name: typed("name"), email: typed("email") } };
      try {
        const who = invitation.validateSync(Object.fromEntries(form), { abortEarly: false });
        const made = await people.invite(who);
        if (made.problem !== undefined) return refused({ email: made.problem }, again);
        return handOver(made.link, who.name);
      } catch (error) {
        return refused(problemsOf(error), again);
      }
    }
    case "link": {
      const made = await people.resetLink(person);
      if (made.problem !== undefined) return refused({ [person]: made.problem });
      return handOver(made.link, typed("name").slice(0, 200));
    }
    case "role": {
      const role = ROLES.find((r) => r === typed("role"));
      return role ? said(await people.setRole(person, role)) : refused({ [person]: "Choose a role" });
    }
    case "active":
      return said(await people.setActive(person, typed("active") === "yes"));
    case "take-factor":
      return said(await people.takeSecondFactor(person));
    case "ask-factor":
      await people.askSecondFactor(typed("asks") === "yes");
      return data<Said>({ problems: {} });
    default:
      return refused({ form: "Nothing was asked for." });
  }
}

export default function People({ loaderData, actionData }: Route.ComponentProps) {
  const { list, entries, asks, own, ownFactor, firm } = loaderData;
  const said: Said | undefined = actionData;
  const busy = useNavigation().state === "submitting";
  const problems = said?.problems ?? {};
  return (
    <div className={`${frame.page} ${styles.page}`}>
      <PageHead title={`People of ${firm}`} />
      <main>
        {said?.link && (
          <p role="status" className={styles.link}>
            Hand this link to {said.link.name}; it is shown this once and good for three days:
            <span className="figure">{said.link.address}</span>
          </p>
        )}
        <table className={`${table.plain} ${styles.list}`}>
          <thead>
            <tr>
              <th>Name</th>
              <th>Role</th>
              <th>Signs in with</th>
              <th>Changes</th>
            </tr>
          </thead>
          <tbody>
            {list.map((person) => (
              <PersonRow key={person.id} person={person} own={person.id === own} problem={problems[person.id]} />
            ))}
          </tbody>
        </table>
        <section>
          <h2>Invite somebody</h2>
          <Form method="post" className={styles.invite} noValidate key={said?.link?.address}>
            <input type="hidden" name="what" value="invite" />
            <Field label="Name" problem={problems.name}>
              {(tied) => <Input {...tied} name="name" autoComplete="off" defaultValue={said?.typed?.name} />}
            </Field>
            <Field label="E-mail" problem={problems.email}>
              {(tied) => (
                <Input {...tied} name="email" type="email" autoComplete="off" defaultValue={said?.typed?.email} />
              )}
            </Field>
            <Field label="Role" problem={problems.role}>
              {(tied) => <RoleChoice {...tied} value="electrician" />}
            </Field>
            <Button type="primary" htmlType="submit" loading={busy}>
              Make the link
            </Button>
          </Form>
        </section>
        <section>
          <h2>Second factor</h2>
          <Form method="post" className={styles.asks}>
            <input type="hidden" name="what" value="ask-factor" />
            <p>
              {asks
                ? "Everybody is asked for a code after the password; who has none sets it up first."
                : "Nobody has to set up a second factor; whoever likes may."}
              {!asks && !ownFactor && " You have none yourself: you will be asked for it at once."}
            </p>
            <Button htmlType="submit" name="asks" value={asks ? "no" : "yes"}>
              {asks ? "Ask nobody" : "Ask everybody"}
            </Button>
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
                  <span className="figure">{e.at}</span> {e.by} {e.did}
                </li>
              ))}
            </ol>
          )}
        </section>
      </main>
    </div>
  );
}

function RoleChoice(props: { id?: string; value: Role; label?: string }) {
  return (
    <select name="role" id={props.id} defaultValue={props.value} aria-label={props.label} className={styles.select}>
      {ROLES.map((role) => (
        <option key={role}>{role}</option>
      ))}
    </select>
  );
}

/** A form of one button about one person. */
function Act(props: { person: FirmPerson; what: string; more?: Record<string, string>; children: string }) {
  return (
    <Form method="post">
      <input type="hidden" name="person" value={props.person.id} />
      <input type="hidden" name="what" value={props.what} />
      <input type="hidden" name="name" value={props.person.name} />
      {Object.entries(props.more ?? {}).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button size="small" htmlType="submit" aria-label={`${props.children}: ${props.person.name}`}>
        {props.children}
      </Button>
    </Form>
  );
}

function PersonRow({ person, own, problem }: { person: FirmPerson; own: boolean; problem: string | undefined }) {
  const signsIn = person.hasPassword
    ? person.hasSecondFactor
      ? "password and code"
      : "password"
    : "invited, no password yet";
  return (
    <tr data-inactive={!person.active || undefined}>
      <th scope="row">
        {person.name} {own && <span className="quiet">(you)</span>}
        <span className={styles.email}>{person.email}</span>
        {problem && (
          <span role="alert" className={styles.problem}>
            {problem}
          </span>
        )}
      </th>
      <td>
        {person.active ? (
          <Form method="post" className={styles.role}>
            <input type="hidden" name="what" value="role" />
            <input type="hidden" name="person" value={person.id} />
            <RoleChoice value={person.role} label={`Role of ${person.name}`} key={person.role} />
            <Button size="small" htmlType="submit" aria-label={`Set the role of ${person.name}`}>
              Set
            </Button>
          </Form>
        ) : (
          person.role
        )}
      </td>
      <td>{person.active ? signsIn : "inactive"}</td>
      <td className={styles.acts}>
        {person.active && (
          <Act person={person} what="link">
            Link for a password
          </Act>
        )}
        {person.active && person.hasSecondFactor && !own && (
          <Act person={person} what="take-factor">
            Take the code away
          </Act>
        )}
        {person.active ? (
          !own && (
            <Act person={person} what="active" more={{ active: "no" }}>
              Make inactive
            </Act>
          )
        ) : (
          <Act person={person} what="active" more={{ active: "yes" }}>
            Make active
          </Act>
        )}
      </td>
    </tr>
  );
}
