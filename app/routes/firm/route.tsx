/** The firm's own texts for quotes and mail, and what it knows of the authorities. */
import { Button, Input } from "antd";
import { data, Form, redirect, useNavigation } from "react-router";
import { isoDay, showDay, showMonth } from "#core/dates.ts";
import type { Authority } from "#core/firm/authority.ts";
import type { FirmText } from "#core/firm/firm-text.ts";
import { TEMPLATE_TITLES } from "#core/firm/mail-templates.ts";
import { hasRight } from "#core/firm/rights.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showKW, showKWh } from "#core/units.ts";
import { readIntent } from "#server/input.ts";
import { firmContext, forPeople, inWords, personContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { Field } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import type { Route } from "./+types/route";
import styles from "./firm.module.css";
import { FORMS } from "./forms.ts";

export const meta: Route.MetaFunction = () => [{ title: "Texts and authorities - Heron" }];
export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const { texts, authorities, prices, chargePoints } = context.get(firmContext);
  const [blocks, pages, { rules }, months] = await Promise.all([
    texts.list(),
    authorities.list(),
    prices.latest(),
    chargePoints.months(isoDay(new Date(Date.now() - MONTHS_SHOWN_MS)).slice(0, 7)),
  ]);
  return {
    months,
    blocks,
    pages,
    conventions: codebookOf(rules).conventions,
    mayChange: hasRight(person.role, "issue"),
    firm: person.firmName,
  };
}

/** A year and the month that began it. */
const MONTHS_SHOWN_MS = 366 * 24 * 3_600_000;

interface Sent {
  /** The part whose form was refused: an id, or "new-text" and "new-authority". */
  part: string;
  problems: Record<string, string>;
  typed: Record<string, string>;
}

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const person = requireRight(context, "issue");
    const { texts, authorities } = context.get(firmContext);
    const form = await readIntent(request, FORMS);
    const isText = form.intent === "save-text" || form.intent === "remove-text";
    const part = form.typed.id || (isText ? "new-text" : "new-authority");
    const refused = (problems: Record<string, string>, status = 400) =>
      data<Sent>({ part, problems, typed: form.typed }, { status });
    if (form.problems) return refused(form.problems);
    switch (form.intent) {
      case "save-text":
      case "remove-text": {
        const known = (await texts.list()).find(({ id }) => id === form.value.id);
        if (form.intent === "remove-text" && !known) throw refuse("not-found");
        const { id, version } = form.value;
        const words = form.intent === "save-text" ? form.value : { title: known?.title ?? "", text: known?.text ?? "" };
        const saved = await texts.save(
          { id, version, title: words.title, text: words.text, isRemoved: form.intent === "remove-text" },
          person.id,
        );
        if (saved.kind === "changed-since")
          return refused({ text: `${saved.by} has changed this text since. Yours is still here: save it again.` }, 409);
        if (saved.kind === "too-many") return refused({ title: "That is a lot of texts. Remove one first." }, 409);
        return redirect("/firm");
      }
      case "save-authority": {
        const { id, ...page } = form.value;
        if (!id && !(await authorities.add(page, person.id)))
          return refused({ name: "That is a lot of authorities. Remove one first." }, 409);
        if (id && !(await authorities.change(id, page, person.id))) throw refuse("not-found");
        return redirect("/firm");
      }
      case "remove-authority":
        if (!(await authorities.remove(form.value.id))) throw refuse("not-found");
        return redirect("/firm");
    }
  });

export default function FirmPage({ loaderData, actionData }: Route.ComponentProps) {
  const { blocks, pages, mayChange, firm, conventions, months } = loaderData;
  const sent = (actionData as Sent | undefined) ?? null;
  const sentTo = (part: string) => (sent?.part === part ? sent : null);
  return (
    <div className={frame.page}>
      <PageHead title={`Texts and authorities of ${firm}`} />
      <main>
        <section className={styles.part}>
          <h2>Texts</h2>
          <p className={styles.lead}>
            Blocks of text for the options of a quote. A text whose title is one of these goes in the place of Heron's
            own mail: {Object.values(TEMPLATE_TITLES).join("; ")}. In a mail, {"{name}"}, {"{address}"}, {"{link}"} and{" "}
            {"{paper}"} are filled in.
          </p>
          {blocks.map((block) => (
            <Fold
              key={`${block.id} ${block.version}`}
              title={`${block.title}, version ${block.version}`}
              startsOpen={sentTo(block.id) !== null}
            >
              <TextForm block={block} sent={sentTo(block.id)} mayChange={mayChange} />
            </Fold>
          ))}
          {mayChange && (
            <Fold
              key={`new ${blocks.length}`}
              title="Write a new text"
              startsOpen={blocks.length === 0 || sentTo("new-text") !== null}
            >
              <TextForm block={null} sent={sentTo("new-text")} mayChange />
            </Fold>
          )}
        </section>
        <section className={styles.part}>
          <h2>Authorities</h2>
          <p className={styles.lead}>
            What the firm knows of each authority: forms, days, fees, wishes. It is offered on the next job there.
          </p>
          {pages.map((page) => (
            <Fold
              key={`${page.id} ${page.confirmedOn}`}
              title={`${page.name}, confirmed ${showDay(page.confirmedOn, conventions)} by ${page.confirmedBy}`}
              startsOpen={sentTo(page.id) !== null}
            >
              <AuthorityForm page={page} sent={sentTo(page.id)} mayChange={mayChange} />
            </Fold>
          ))}
          {mayChange && (
            <Fold
              key={`new ${pages.length}`}
              title="Add an authority"
              startsOpen={pages.length === 0 || sentTo("new-authority") !== null}
            >
              <AuthorityForm page={null} sent={sentTo("new-authority")} mayChange />
            </Fold>
          )}
        </section>
        {months.length > 0 && (
          <section className={styles.part}>
            <h2>Chargers in service</h2>
            <p className={styles.lead}>
              What the joined chargers of all jobs have taken, by month; a night counts in the month that it begins in.
            </p>
            <DataTable
              label="Energy of all chargers by month"
              stacksOnPhone
              rows={months}
              rowKey={({ month }) => month}
              columns={[
                { title: "Month", kind: "name", cell: ({ month }) => showMonth(month, conventions) },
                { title: "Chargers", kind: "number", cell: ({ chargers }) => chargers },
                { title: "Energy", kind: "number", cell: ({ kWh }) => showKWh(kWh) },
                { title: "Nights with charging", kind: "number", cell: ({ nights }) => nights },
                {
                  title: "Highest current",
                  kind: "number",
                  cell: ({ mostA }) => (mostA === null ? "-" : showA(mostA)),
                },
                {
                  title: "Highest power",
                  kind: "number",
                  cell: ({ mostKW }) => (mostKW === null ? "-" : showKW(mostKW)),
                },
              ]}
            />
          </section>
        )}
      </main>
    </div>
  );
}

interface FormProps {
  sent: Sent | null;
  mayChange: boolean;
}

/** The presses below a form; what removes belongs to a form of its own. */
function Presses({ mayChange, save, removal }: { mayChange: boolean; save: string; removal: string | null }) {
  const busy = useNavigation().state === "submitting";
  if (!mayChange) return null;
  return (
    <p className={styles.presses}>
      <Button type="primary" htmlType="submit" loading={busy}>
        {save}
      </Button>
      {removal && (
        <Button type="text" danger htmlType="submit" form={removal}>
          Remove
        </Button>
      )}
    </p>
  );
}

function TextForm({ block, sent, mayChange }: FormProps & { block: FirmText | null }) {
  const typed = sent?.typed ?? {};
  const removal = block && `remove-${block.id}`;
  return (
    <>
      <Form method="post" className={styles.form} noValidate>
        <input type="hidden" name="what" value="save-text" />
        {block && <input type="hidden" name="id" value={block.id} />}
        <input type="hidden" name="version" value={block?.version ?? 0} />
        <Field label="Title" problem={sent?.problems.title}>
          {(controlProps) => (
            <Input {...controlProps} name="title" maxLength={80} defaultValue={typed.title ?? block?.title ?? ""} />
          )}
        </Field>
        <Field label="Text" wide problem={sent?.problems.text}>
          {(controlProps) => (
            <Input.TextArea
              {...controlProps}
              name="text"
              autoSize={{ minRows: 3 }}
              maxLength={4000}
              defaultValue={typed.text ?? block?.text ?? ""}
            />
          )}
        </Field>
        <Presses mayChange={mayChange} save={block ? "Save as the next version" : "Save the text"} removal={removal} />
      </Form>
      {block && removal && (
        <Form method="post" id={removal}>
          <input type="hidden" name="what" value="remove-text" />
          <input type="hidden" name="id" value={block.id} />
          <input type="hidden" name="version" value={block.version} />
        </Form>
      )}
    </>
  );
}

const AUTHORITY_FIELDS = [
  { name: "name", label: "Name", isLong: false },
  { name: "days", label: "Working days until it answers", isLong: false },
  { name: "fees", label: "Fees", isLong: false },
  { name: "forms", label: "Forms, and where they are", isLong: true },
  { name: "wishes", label: "Wishes of its own: disconnect outdoors, edition, picture of the label", isLong: true },
] as const;

function AuthorityForm({ page, sent, mayChange }: FormProps & { page: Authority | null }) {
  const removal = page && `remove-${page.id}`;
  return (
    <>
      <Form method="post" className={styles.form} noValidate>
        <input type="hidden" name="what" value="save-authority" />
        {page && <input type="hidden" name="id" value={page.id} />}
        {AUTHORITY_FIELDS.map(({ name, label, isLong }) => (
          <Field key={name} label={label} wide={isLong} problem={sent?.problems[name]}>
            {(controlProps) => {
              const shared = { ...controlProps, name, defaultValue: sent?.typed[name] ?? String(page?.[name] ?? "") };
              return isLong ? <Input.TextArea {...shared} autoSize={{ minRows: 2 }} /> : <Input {...shared} />;
            }}
          </Field>
        ))}
        <Presses
          mayChange={mayChange}
          save={page ? "Save, and confirm it today" : "Add the authority"}
          removal={removal}
        />
      </Form>
      {page && removal && (
        <Form method="post" id={removal}>
          <input type="hidden" name="what" value="remove-authority" />
          <input type="hidden" name="id" value={page.id} />
        </Form>
      )}
    </>
  );
}
