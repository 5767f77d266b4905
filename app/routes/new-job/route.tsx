/** A new job from an address and a rule set. */
import { Button, Input, Radio } from "antd";
import { data, Form, Link, redirect, useNavigation } from "react-router";
import type { RuleSetId } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { CODEBOOKS } from "#core/rules/editions.ts";
import { codebookOf } from "#core/rules/index.ts";
import { readForm } from "#server/input.ts";
import { firmContext, forPeople, inWords, personContext, requireRight } from "#server/middleware.ts";
import { Field } from "#ui/field/field.tsx";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";
import styles from "./new-job.module.css";

export const meta: Route.MetaFunction = () => [{ title: "New job - Heron" }];

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  const rules = context.get(personContext).firmRules;
  const { country } = codebookOf(rules as RuleSetId);
  return {
    rules,
    // A firm works by the rules of its own country.
    choices: CODEBOOKS.filter((c) => c.country === country).map((c) => ({ value: c.id as string, label: c.name })),
  };
}

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    requireRight(context, "start-job");
    const { value, problems, typed } = await readForm(request, FORM);
    if (problems) return data({ typed, problems }, { status: 400 });
    const document = newCase(value.rules as RuleSetId, value.address, value.customer);
    const id = await context.get(firmContext).jobs.create(document);
    throw redirect(`/jobs/${id}/survey`);
  });

export default function NewJob({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  const problems: Record<string, string> = actionData?.problems ?? {};
  return (
    <main className={styles.page}>
      <p>
        <Link to="/">All jobs</Link>
      </p>
      <h1>New job</h1>
      <Form method="post" className={styles.form} noValidate>
        <Field label="Address" problem={problems.address}>
          {(controlProps) => (
            <Input
              {...controlProps}
              name="address"
              autoFocus
              autoComplete="off"
              defaultValue={actionData?.typed.address}
              status={problems.address ? "error" : ""}
            />
          )}
        </Field>
        <Field label="Customer" problem={problems.customer}>
          {(controlProps) => (
            <Input
              {...controlProps}
              name="customer"
              autoComplete="off"
              defaultValue={actionData?.typed.customer}
              status={problems.customer ? "error" : ""}
            />
          )}
        </Field>
        <Field label="Rule set" problem={problems.rules}>
          {(controlProps) => (
            <Radio.Group
              {...controlProps}
              name="rules"
              aria-label="Rule set"
              optionType="button"
              defaultValue={actionData?.typed.rules ?? loaderData.rules}
              options={loaderData.choices}
            />
          )}
        </Field>
        <Button type="primary" htmlType="submit" loading={busy}>
          Start the survey
        </Button>
      </Form>
    </main>
  );
}
