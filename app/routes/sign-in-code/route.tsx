/** The second step of signing in: the code of the second factor. */
import { Button, Input } from "antd";
import { data, Form, Link, redirect, useNavigation } from "react-router";
import { readForm } from "#server/input.ts";
import { inWords, pageContext } from "#server/middleware.ts";
import { halfWay, signInWithCode } from "#server/sessions.ts";
import { Field } from "#ui/field/field.tsx";
import { HeronMark } from "#ui/frame/mark.tsx";
import { wayBack } from "../sign-in/way-back.ts";
import type { Route } from "./+types/route";
import styles from "./code.module.css";
import { FORM } from "./forms.ts";

export const meta: Route.MetaFunction = () => [{ title: "Code - Heron" }];

export async function loader({ request }: Route.LoaderArgs) {
  const who = await halfWay(request);
  if (!who) throw redirect("/sign-in");
  return { name: who.name };
}

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const who = await halfWay(request);
    if (!who) throw redirect("/sign-in");
    const { value, problems } = await readForm(request, FORM);
    if (problems) return data({ problem: problems.code }, { status: 400 });
    const answer = await signInWithCode(request, who, value.code, context.get(pageContext).address);
    if ("problem" in answer) return data({ problem: answer.problem }, { status: 400 });
    const to = wayBack(new URL(request.url).searchParams.get("to"));
    throw redirect(to, { headers: answer.cookies.map((cookie): [string, string] => ["Set-Cookie", cookie]) });
  });

export default function SignInCode({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  const problem = actionData?.problem;
  return (
    <main className={styles.page}>
      <HeronMark />
      <h1>One more step, {loaderData.name}</h1>
      <Form method="post" className={styles.form} noValidate>
        <Field
          label="Code"
          problem={problem}
          hint="The six digits that your phone shows for Heron now, or one of your recovery codes."
        >
          {(controlProps) => (
            <Input
              {...controlProps}
              name="code"
              autoComplete="one-time-code"
              autoFocus
              className="figure"
              status={problem ? "error" : ""}
            />
          )}
        </Field>
        <Button type="primary" htmlType="submit" loading={busy} block>
          Sign in
        </Button>
      </Form>
      <p className="quiet">
        Lost the phone and the recovery codes? The owner of the firm can turn off two-step sign-in for you.{" "}
        <Link to="/sign-in">Sign in as somebody else</Link>
      </p>
    </main>
  );
}
