/** One's own way in: password, second factor, sessions. */

import { Button, Input, QRCode } from "antd";
import { data, Form, useNavigation } from "react-router";
import { hasRight } from "#core/firm/rights.ts";
import { ownValue } from "#core/own-value.ts";
import { changePassword, hasPin, setPin, setUpSecondFactor, takeOwnSecondFactor } from "#server/account.ts";
import { readIntent } from "#server/input.ts";
import { forAccount, inWords, pageContext, personContext } from "#server/middleware.ts";
import { newSecret } from "#server/second-factor.ts";
import { offeredSecret } from "#server/sessions.ts";
import { Field } from "#ui/field/field.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import type { Route } from "./+types/route";
import styles from "./account.module.css";
import { INTENTS } from "./forms.ts";

export const meta: Route.MetaFunction = () => [{ title: "Your account - Heron" }];
export const middleware: Route.MiddlewareFunction[] = [forAccount];

export async function loader({ context }: Route.LoaderArgs) {
  const who = context.get(personContext);
  const { name, email, role, firmName, hasSecondFactor, mustSetUp } = who;
  return {
    name,
    email,
    role,
    firm: firmName,
    hasSecondFactor,
    mustSetUp,
    maySign: hasRight(role, "sign"),
    hasPin: await hasPin(who.id),
    factor: newSecret(email, await offeredSecret(who)),
  };
}

interface Said {
  /** Which of the forms it answers. */
  form: "password" | "second-factor" | "pin";
  problems: Record<string, string | undefined>;
  done?: string;
  codes?: string[];
}

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const who = context.get(personContext);
    const { address } = context.get(pageContext);
    const answer = (said: Said) => data(said, { status: Object.values(said.problems).some(Boolean) ? 400 : 200 });
    const input = await readIntent(request, INTENTS);
    const form = input.intent === "password" || input.intent === "pin" ? input.intent : "second-factor";
    if (input.problems) return answer({ form, problems: input.problems });
    switch (input.intent) {
      case "set-up": {
        const came = await setUpSecondFactor(who, input.value, address);
        return "codes" in came
          ? answer({ form, problems: {}, codes: came.codes })
          : answer({ form, problems: { ...came } });
      }
      case "take-away": {
        const problems = await takeOwnSecondFactor(who, input.value, address);
        return answer({
          form,
          problems: { ...problems },
          done: "Two-step sign-in is off. Your other devices are signed out.",
        });
      }
      case "pin": {
        const problems = await setPin(who, input.value, address);
        return answer({ form, problems: { ...problems }, done: "The PIN is set. You sign work with it." });
      }
      case "password": {
        const problems = await changePassword(who, input.value, address);
        return answer({
          form,
          problems: { ...problems },
          done: "The password is changed. Your other devices are signed out.",
        });
      }
    }
  });

const ROLE_SAYS = {
  owner: "You can do everything, and manage the people of the firm.",
  electrician: "You can survey, design, issue papers, and import and export jobs.",
  apprentice: "You can survey and draft. Papers, files and rule sets are for the electricians.",
} as const;

export default function AccountPage({ loaderData, actionData }: Route.ComponentProps) {
  const { name, email, role, firm, hasSecondFactor, mustSetUp, factor, maySign, hasPin } = loaderData;
  const busy = useNavigation().state === "submitting";
  const said: Said | undefined = actionData;
  const of = (form: Said["form"]) => (said?.form === form ? said : undefined);
  const problem = (form: Said["form"], field: string) => ownValue(of(form)?.problems ?? {}, field);
  const done = (form: Said["form"]) =>
    of(form)?.done &&
    !Object.values(of(form)?.problems ?? {}).some(Boolean) && (
      <p role="status" className="holds">
        {of(form)?.done}
      </p>
    );
  const password = (form: Said["form"], field: string, label: string, autoComplete: string, hint?: string) => (
    <Field label={label} problem={problem(form, field)} hint={hint}>
      {(controlProps) => (
        <Input
          {...controlProps}
          name={field}
          type="password"
          autoComplete={autoComplete}
          status={problem(form, field) ? "error" : ""}
        />
      )}
    </Field>
  );
  const code = (field: "code" | "oldCode", label: string) => (
    <Field label={label} problem={problem("second-factor", field)}>
      {(controlProps) => <Input {...controlProps} name={field} autoComplete="one-time-code" className="figure" />}
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
            {firm} requires two-step sign-in. Set it up below to open the rest of Heron.
          </p>
        )}
        <p>{ROLE_SAYS[role]}</p>
        <section>
          <h2>Two-step sign-in</h2>
          {said?.codes && (
            <div role="status" className={styles.codes}>
              <p>
                <b>It is on.</b> Write these recovery codes down and keep them away from the phone. Each lets you sign
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
          {hasSecondFactor ? (
            <>
              <p>It is on: after your password, Heron asks for a code from your phone.</p>
              <Form method="post" className={styles.form} noValidate>
                <h3>Move to another phone</h3>
                <p>Scan this with the new phone. The codes of the old phone then stop working.</p>
                <input type="hidden" name="what" value="set-up" />
                <SecretToScan {...factor} />
                {code("code", "Code of the new phone")}
                {code("oldCode", "Code of the old phone, or a recovery code")}
                {password("second-factor", "password", "Your password", "current-password")}
                <Button htmlType="submit" loading={busy}>
                  Move to this phone
                </Button>
              </Form>
              <Form method="post" className={styles.form} noValidate>
                <h3>Turn it off</h3>
                <input type="hidden" name="what" value="take-away" />
                {code("oldCode", "Code, or a recovery code")}
                {password("second-factor", "password", "Your password", "current-password")}
                <Button htmlType="submit" loading={busy}>
                  Turn it off
                </Button>
              </Form>
            </>
          ) : (
            <Form method="post" className={styles.form} noValidate>
              <p>
                With it, a stolen password alone opens nothing. Scan this with an authenticator app, or type the key
                into it, then enter the six digits that it shows.
              </p>
              <input type="hidden" name="what" value="set-up" />
              <SecretToScan {...factor} />
              {code("code", "Code")}
              {password("second-factor", "password", "Your password", "current-password")}
              <Button type="primary" htmlType="submit" loading={busy}>
                Set it up
              </Button>
            </Form>
          )}
        </section>
        <section>
          <h2>Password</h2>
          {done("password")}
          <Form method="post" className={styles.form} noValidate>
            <input type="hidden" name="what" value="password" />
            {password("password", "current", "Current password", "current-password")}
            {password(
              "password",
              "next",
              "New password",
              "new-password",
              "Twelve characters or more; a few unrelated words work well.",
            )}
            <Button htmlType="submit" loading={busy}>
              Change the password
            </Button>
          </Form>
        </section>
        {maySign && (
          <section>
            <h2>PIN for signing</h2>
            {done("pin")}
            <p>You sign work with it, or with a code of your phone. {hasPin ? "It is set." : "None is set yet."}</p>
            <Form method="post" className={styles.form} noValidate>
              <input type="hidden" name="what" value="pin" />
              {password("pin", "pin", hasPin ? "New PIN" : "PIN", "off", "Four to eight digits")}
              {password("pin", "password", "Password, to change the PIN", "current-password")}
              <Button htmlType="submit" loading={busy}>
                Set the PIN
              </Button>
            </Form>
          </section>
        )}
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
        aria-label="The same key as a QR code"
        value={address}
        size={152}
        type="svg"
        bordered={false}
        color="#000000"
        bgColor="#ffffff"
      />
      <p>
        Key <span className="figure">{secret.match(/.{1,4}/g)?.join(" ")}</span>
      </p>
    </div>
  );
}
