import { Alert, Button, Input } from "antd";
import { useEffect } from "react";
import { data, Form, redirect, useNavigation } from "react-router";
import { readForm } from "#server/input.ts";
import { inWords, pageContext } from "#server/middleware.ts";
import { demoPeople, openSession, signedIn, signIn } from "#server/sessions.ts";
import { Field } from "#ui/field/field.tsx";
import { HeronMark } from "#ui/frame/mark.tsx";
import { forgetPages } from "#ui/offline/pages.ts";
import type { Route } from "./+types/route";
import { exampleAnswer } from "./example.ts";
import { FORM } from "./forms.ts";
import { LivingWaterline } from "./living-waterline.tsx";
import styles from "./sign-in.module.css";
import { wayBack } from "./way-back.ts";

export const meta: Route.MetaFunction = () => [{ title: "Sign in - Heron" }];

export async function loader({ request }: Route.LoaderArgs) {
  if (await signedIn(request)) throw redirect("/");
  return { people: await demoPeople(), examples: exampleAnswer() };
}

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const to = wayBack(new URL(request.url).searchParams.get("to"));
    const refused = (problems: Record<string, string>, email = "") => data({ email, problems }, { status: 400 });
    const { value, problems, typed } = await readForm(request, FORM);
    if (problems) return refused(problems, typed.email);
    const { demo, email, password } = value;
    if (demo !== undefined) {
      const person = (await demoPeople()).find((p) => p.id === demo);
      if (!person) return refused({ form: "There is no such demo sign-in." });
      throw redirect(to, { headers: { "Set-Cookie": await openSession(request, person.id) } });
    }
    const answer = await signIn(request, email, password, context.get(pageContext).address);
    if ("problem" in answer) return refused({ form: answer.problem }, email);
    const next = answer.codeFollows ? `/sign-in/code?to=${encodeURIComponent(to)}` : to;
    throw redirect(next, { headers: answer.cookies.map((cookie): [string, string] => ["Set-Cookie", cookie]) });
  });

export default function SignIn({ loaderData: { people, examples }, actionData }: Route.ComponentProps) {
  useEffect(() => void forgetPages(), []);
  const busy = useNavigation().state !== "idle";
  const problems: Record<string, string> = actionData?.problems ?? {};
  const firms = [...new Set(people.map((p) => p.firmName))];
  return (
    <main className={styles.page}>
      <header className={styles.head}>
        <HeronMark />
        <h1>Heron</h1>
        <p className="quiet">Can this supply carry a charger, and what is the least work that makes it so?</p>
      </header>
      <Form method="post" className={styles.form} noValidate>
        <h2>Sign in</h2>
        <Field label="E-mail" problem={problems.email}>
          {(controlProps) => (
            <Input
              {...controlProps}
              name="email"
              type="email"
              autoComplete="username"
              defaultValue={actionData?.email}
              status={problems.email ? "error" : ""}
            />
          )}
        </Field>
        <Field label="Password" problem={problems.password}>
          {(controlProps) => (
            <Input
              {...controlProps}
              name="password"
              type="password"
              autoComplete="current-password"
              status={problems.password ? "error" : ""}
            />
          )}
        </Field>
        {problems.form && <Alert type="error" title={problems.form} role="alert" />}
        <Button type="primary" htmlType="submit" loading={busy} block>
          Sign in
        </Button>
      </Form>
      {firms.map((firm) => (
        <Form method="post" key={firm} className={styles.demo}>
          <h2>{firm}</h2>
          <p className="quiet">A made-up firm in {people.find((p) => p.firmName === firm)?.town}</p>
          {people
            .filter((p) => p.firmName === firm)
            .map((p) => (
              <Button key={p.id} htmlType="submit" name="demo" value={p.id} className={styles.person}>
                <span>{p.name}</span>
                <span className="quiet">{p.role}</span>
              </Button>
            ))}
        </Form>
      ))}
      <LivingWaterline examples={examples} />
    </main>
  );
}
