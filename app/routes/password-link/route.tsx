/** Sets a password by the link that the owner has handed over. */
import { Button, Input } from "antd";
import { data, Form, Link, redirect, useNavigation } from "react-router";
import { readForm } from "#server/input.ts";
import { inWords } from "#server/middleware.ts";
import { passwordProblem } from "#server/passwords.ts";
import { personOfLink, setPasswordByLink } from "#server/people.ts";
import { Field } from "#ui/field/field.tsx";
import { HeronMark } from "#ui/frame/mark.tsx";
import styles from "../sign-in-code/code.module.css";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";

export const meta: Route.MetaFunction = () => [{ title: "Your password - Heron" }];

export async function loader({ params }: Route.LoaderArgs) {
  const who = await personOfLink(params.token);
  return who ? { name: who.name, email: who.email, firm: who.firmName } : null;
}

export const action = ({ request, params }: Route.ActionArgs) =>
  inWords(async () => {
    const who = await personOfLink(params.token);
    if (!who) throw redirect(new URL(request.url).pathname);
    const { value, problems } = await readForm(request, FORM);
    if (problems) return data({ problem: problems.password }, { status: 400 });
    const problem = passwordProblem(value.password, [who.name, who.email, who.firmName]);
    if (problem) return data({ problem }, { status: 400 });
    if (!(await setPasswordByLink(params.token, value.password))) throw redirect(new URL(request.url).pathname);
    throw redirect("/sign-in");
  });

export default function PasswordLink({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  if (!loaderData)
    return (
      <main className={styles.page}>
        <HeronMark />
        <h1>This link no longer works</h1>
        <p>It was used already, or is more than three days old. Ask the owner of the firm for a new one.</p>
        <p>
          <Link to="/sign-in">Sign in</Link>
        </p>
      </main>
    );
  const problem = actionData?.problem;
  return (
    <main className={styles.page}>
      <HeronMark />
      <h1>
        {loaderData.name}, {loaderData.firm}
      </h1>
      <p>
        You sign in as <b>{loaderData.email}</b>.
      </p>
      <Form method="post" className={styles.form} noValidate>
        <input type="hidden" name="username" autoComplete="username" value={loaderData.email} />
        <Field
          label="Your new password"
          problem={problem}
          hint="Twelve characters or more; a few unrelated words work well."
        >
          {(controlProps) => (
            <Input
              {...controlProps}
              name="password"
              type="password"
              autoComplete="new-password"
              autoFocus
              status={problem ? "error" : ""}
            />
          )}
        </Field>
        <Button type="primary" htmlType="submit" loading={busy} block>
          Set the password
        </Button>
      </Form>
    </main>
  );
}
