/** One's own way in: password, second factor, sessions. */
import { Button, Input, QRCode } from "antd";
import { data, Form, useNavigation } from "react-router";
import { changePassword, setUpSecondFactor, takeOwnSecondFactor } from "#server/account.ts";
import { readForm } from "#server/forms.ts";
import { forAccount, pageContext, personContext } from "#server/middleware.ts";
import { newSecret } from "#server/second-factor.ts";
import { Field } from "#ui/field/field.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import type { Route } from "./+types/route";
import styles from "./account.module.css";

export const meta: Route.MetaFunction = () => [{ title: "Your account - Heron" }];
export const middleware: Route.MiddlewareFunction[] = [forAccount];

export async function loader({ context }: Route.LoaderArgs) {
  const { name, email, role, firmName, hasSecondFactor, mustSetUp } = context.get(personContext);
  return {
    name,
    email,
    role,
    firm: firmName,
    hasSecondFactor,
    mustSetUp,
    factor: hasSecondFactor ? null : newSecret(email),
  };
}

interface Said {
  /** Which of the forms it answers. */
  form: "password" | "second-factor";
  problems: Record<string, string | undefined>;
  done?: string;
  codes?: string[];
  /** The secret stays the same while its first code is tried. */
  secret?: string;
}

export async function action({ request, context }: Route.ActionArgs) {
  const who = context.get(personContext);
  const { address } = context.get(pageContext);
  const form = await readForm(request);
  const typed = (name: string) => String(form.get(name) ?? "").slice(0, 500);
  const answer = (said: Said) => data(said, { status: Object.values(said.problems).some(Boolean) ? 400 : 200 });
  switch (form.get("what")) {
    case "set-up": {
      const secret = typed("secret");
      const came = await setUpSecondFactor(who, { secret, code: typed("code"), password: typed("password") }, address);
      return "codes" in came
        ? answer({ form: "second-factor", problems: {}, codes: came.codes })
        : answer({ form: "second-factor", problems: { ...came }, secret });
    }
    case "take-away": {
      const { problem } = await takeOwnSecondFactor(who, typed("password"), address);
      return answer({ form: "second-factor", problems: { password: problem }, done: "The second factor is gone." });
    }
    default: {
      const problems = await changePassword(who, { current: typed("current"), next: typed("next") }, address);
      return answer({
        form: "password",
        problems: { ...problems },
        done: "The password is changed; other devices are signed out.",
      });
    }
  }
}

const ROLE_SAYS = {
  owner: "You may do everything, and look after the people of the firm.",
  electrician: "You may survey, design, issue papers and take cases in and out.",
  apprentice: "You may survey and draft. Papers, files and rule sets are for the electricians.",
} as const;

export default function Account({ loaderData, actionData }: Route.ComponentProps) {
  const { name, email, role, firm, hasSecondFactor, mustSetUp, factor } = loaderData;
  const busy = useNavigation().state === "submitting";
  const said: Said | undefined = actionData;
  const of = (form: Said["form"]) => (said?.form === form ? said : undefined);
  const problem = (form: Said["form"], field: string) => of(form)?.problems[field];
  const done = (form: Said["form"]) =>
    of(form)?.done &&
    !Object.values(of(form)?.problems ?? {}).some(Boolean) && (
      <p role="status" className={styles.done}>
        {of(form)?.done}
      </p>
    );
  const password = (form: Said["form"], field: string, label: string, autoComplete: string, hint?: string) => (
    <Field label={label} problem={problem(form, field)} hint={hint}>
      {(tied) => (
        <Input
          {...tied}
          name={field}
          type="password"
          autoComplete={autoComplete}
          status={problem(form, field) ? "error" : ""}
        />
      )}
    </Field>
  );
  return (
    <div className={`${frame.page} ${styles.page}`}>
      <PageHead title={name}>
        <p className="quiet">
          {role} of {firm}, {email}
        </p>
      </PageHead>
      <main className={styles.parts}>
        {mustSetUp && (
          <p role="alert" className={styles.asked}>
            {firm} asks for a second factor: set it up below, and all else opens.
          </p>
        )}
        <p>{ROLE_SAYS[role]}</p>
        <section>
          <h2>Second factor</h2>
          {said?.codes && (
            <div role="status" className={styles.codes}>
              <p>
                <b>It is set up.</b> Write these recovery codes down and keep them apart from the phone: each lets you
                in once. They are not shown again.
              </p>
              <ul className="figure">
                {said.codes.map((code) => (
                  <li key={code}>{code}</li>
                ))}
              </ul>
            </div>
          )}
          {done("second-factor")}
          {factor ? (
            <Form method="post" className={styles.form} noValidate>
              <p>
                A stolen password alone then opens nothing. Scan this with an app for codes, or type the key into it,
                and answer with the six digits it shows.
              </p>
              <input type="hidden" name="what" value="set-up" />
              <SecretToScan secret={said?.secret ?? factor.secret} address={factor.address} />
              <Field label="Code" problem={problem("second-factor", "code")}>
                {(tied) => (
                  <Input {...tied} name="code" inputMode="numeric" autoComplete="one-time-code" className="figure" />
                )}
              </Field>
              {password("second-factor", "password", "Your password", "current-password")}
              <Button type="primary" htmlType="submit" loading={busy}>
                Set it up
              </Button>
            </Form>
          ) : (
            hasSecondFactor && (
              <Form method="post" className={styles.form} noValidate>
                <p>It is set up: after the password a code is asked for.</p>
                <input type="hidden" name="what" value="take-away" />
                {password("second-factor", "password", "Your password", "current-password")}
                <Button htmlType="submit" loading={busy}>
                  Take it away
                </Button>
              </Form>
            )
          )}
        </section>
        <section>
          <h2>Password</h2>
          {done("password")}
          <Form method="post" className={styles.form} noValidate>
            <input type="hidden" name="what" value="password" />
            {password("password", "current", "The one you have", "current-password")}
            {password(
              "password",
              "next",
              "The new one",
              "new-password",
              "Twelve characters or more; a few unlikely words do well.",
            )}
            <Button htmlType="submit" loading={busy}>
              Change the password
            </Button>
          </Form>
        </section>
        <section>
          <h2>Sessions</h2>
          <Form method="post" action="/sign-out">
            <Button htmlType="submit" name="where" value="everywhere">
              Sign out on all devices
            </Button>
          </Form>
        </section>
      </main>
    </div>
  );
}

function SecretToScan({ secret, address }: { secret: string; address: string }) {
  return (
    <div className={styles.secret}>
      <QRCode
        value={address.replace(/secret=[A-Z2-7]+/, `secret=${secret}`)}
        size={152}
        type="svg"
        bordered={false}
        color="#000000"
        bgColor="#ffffff"
      />
      <p>
        <input type="hidden" name="secret" value={secret} />
        Key <span className="figure">{secret.match(/.{1,4}/g)?.join(" ")}</span>
      </p>
    </div>
  );
}
