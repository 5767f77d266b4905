/** The firm's price book: every figure that a price or a wait is made of, as a table to change, in and out as a file. */

import { Button, Checkbox, Input } from "antd";
import { useState } from "react";
import { data, Form, useNavigation } from "react-router";
import { isoDay, showDay } from "#core/dates.ts";
import { GROUP_IDS, ITEM_GROUPS, type ItemGroup, type PriceItem } from "#core/estimate/book.ts";
import { type Correction, type Corrections, correctionsOf, isWorthwhile } from "#core/estimate/corrections.ts";
import { inputName } from "#core/estimate/edited-book.ts";
import { PICKS } from "#core/estimate/schedule.ts";
import { hasRight } from "#core/firm/rights.ts";
import { MOST_PRICE_BODY_BYTES } from "#core/limits.ts";
import { ownValue } from "#core/own-value.ts";
import { showNumber } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { readUpload } from "#server/input.ts";
import { firmContext, forPeople, inWords, personContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forFiles } from "#server/work.ts";
import { Field } from "#ui/field/field.tsx";
import { FormSelect } from "#ui/field/form-select.tsx";
import frame from "#ui/frame/page.module.css";
import { PageHead } from "#ui/frame/page-head.tsx";
import { type Column, DataTable } from "#ui/table/data-table.tsx";
import type { Route } from "./+types/route";
import styles from "./prices.module.css";

export const meta: Route.MetaFunction = () => [{ title: "Prices - Heron" }];
export const middleware: Route.MiddlewareFunction[] = [forPeople];

const VERSIONS_SHOWN = 5;

export async function loader({ context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const { prices, jobs } = context.get(firmContext);
  const [{ version, book }, versions, actuals] = await Promise.all([
    prices.newest(),
    prices.versions(),
    jobs.actuals(),
  ]);
  return {
    corrections: correctionsOf(actuals),
    version,
    book,
    versions: versions.slice(0, VERSIONS_SHOWN).map((v) => ({ ...v, at: isoDay(v.at) })),
    mayChange: hasRight(person.role, "change-prices"),
    firm: person.firmName,
  };
}

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const person = requireRight(context, "change-prices");
    const { prices } = context.get(firmContext);
    const refused = (problems: string[], typed: Record<string, string>, status = 400) =>
      data({ problems, typed, saved: null }, { status });
    const upload = await readUpload(request, MOST_PRICE_BODY_BYTES);
    const { version, book } = await prices.newest();
    const read = await forFiles("priceBook", { upload, book }, [upload.body]);
    if (!read) throw refuse("bad-request");
    if (read.kind === "refused") return refused(read.problems, read.typed);
    const saved = await prices.save(read.book, read.madeOn ?? version, person.id);
    if (saved.kind === "changed-since")
      return refused(
        [
          `${saved.by} has saved version ${saved.version} since this page was opened. What you typed is still here: look at theirs in another tab, then save again.`,
        ],
        read.typed,
        409,
      );
    return data({ problems: [], typed: {} as Record<string, string>, saved: saved.version });
  });

export default function PricesPage({ loaderData, actionData }: Route.ComponentProps) {
  const { book, version, versions, mayChange, firm, corrections } = loaderData;
  const [wanted, setWanted] = useState("");
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const isWanted = ({ name, group }: PriceItem) => {
    const text = `${name} ${ITEM_GROUPS[group]}`.toLowerCase();
    return words.every((word) => text.includes(word));
  };
  const busy = useNavigation().state === "submitting";
  const typed: Record<string, string> = actionData?.typed ?? {};
  const problems = actionData?.problems ?? [];
  // Shown once the page has the saved version: a form sent earlier would refer to the version before.
  const saved = actionData?.saved && version >= actionData.saved ? actionData.saved : null;
  return (
    <div className={`${frame.page} ${styles.page}`}>
      <PageHead title={`Prices of ${firm}`}>
        <p className="quiet">
          {version === 0 ? "As they come with Heron" : `Version ${version}`},{" "}
          {book.currency === "GBP" ? "pounds" : "dollars"}
          {book.madeUp && (
            <>
              {" "}
              <b className="looks">made-up example prices</b>
            </>
          )}
        </p>
      </PageHead>
      <main>
        <p className={styles.lead}>
          Heron works out every price and every wait from these. Jobs that were quoted keep the version they were quoted
          with; all others follow the newest. As a file:{" "}
          <a href="/prices.csv" download>
            CSV
          </a>{" "}
          or{" "}
          <a href="/prices.xlsx" download>
            XLSX
          </a>
          .
        </p>
        {problems.length > 0 && (
          <div role="alert" className={styles.problems} ref={intoView}>
            <p>Nothing was saved:</p>
            <ul>
              {problems.map((p) => (
                <li key={p}>{p}</li>
              ))}
            </ul>
          </div>
        )}
        {!mayChange && <p className="quiet">Only the owner of the firm can change prices.</p>}
        <FromJobs corrections={corrections} version={version} mayChange={mayChange} />
        <label className={styles.search}>
          Find an item
          <Input
            type="search"
            allowClear
            autoComplete="off"
            placeholder="6 AWG, permit, travel"
            value={wanted}
            onChange={(e) => setWanted(e.target.value)}
          />
        </label>
        {wanted.trim() !== "" && !book.items.some(isWanted) && <p role="status">No item has these words.</p>}
        {/** A new version resets the inputs. */}
        <Form method="post" key={version} noValidate>
          <input type="hidden" name="version" value={version} />
          {GROUP_IDS.map((group) => (
            <GroupTable
              key={group}
              group={group}
              title={ITEM_GROUPS[group]}
              items={book.items.filter((i) => i.group === group)}
              isWanted={isWanted}
              sign={book.currency === "GBP" ? "£" : "$"}
              typed={typed}
              mayChange={mayChange}
            />
          ))}
          {mayChange && (
            <>
              <NewItem typed={typed} />
              <div className={styles.save}>
                <Button type="primary" htmlType="submit" loading={busy}>
                  Save as version {version + 1}
                </Button>
                {saved && (
                  <p role="status" className="holds">
                    Saved as version {saved}.
                  </p>
                )}
              </div>
            </>
          )}
        </Form>
        {mayChange && (
          <Form method="post" encType="multipart/form-data" className={styles.file}>
            <input type="hidden" name="version" value={version} />
            <input type="hidden" name="what" value="file" />
            <label>
              Import a whole price book from a CSV or XLSX file
              <input type="file" name="file" accept=".csv,.xlsx" required />
            </label>
            <Button htmlType="submit">Import as version {version + 1}</Button>
          </Form>
        )}
        {versions.length > 0 && (
          <p className="quiet">
            {versions
              .map(
                (v) =>
                  `Version ${v.version}: ${v.by}, ${showDay(v.at, { locale: book.currency === "GBP" ? "en-GB" : "en-US" })}`,
              )
              .join(" · ")}
          </p>
        )}
      </main>
    </div>
  );
}

interface FromJobsProps {
  corrections: Corrections;
  version: number;
  mayChange: boolean;
}

/** What the firm's finished jobs took against what was predicted; the book is changed by a press alone. */
function FromJobs({ corrections: { hours, price }, version, mayChange }: FromJobsProps) {
  if (!hours && !price) return null;
  const said = ({ jobs, factor, low, high }: Correction, what: string) =>
    `${jobs} finished jobs took ${showNumber(factor)} times the predicted ${what} (median; 8 of 10 between ${showNumber(low)} and ${showNumber(high)}).`;
  return (
    <section aria-label="From your jobs" className={styles.correction}>
      <h2>From your jobs</h2>
      {hours && <p>{said(hours, "hours")}</p>}
      {price && <p>{said(price, "price")}</p>}
      {hours && mayChange && isWorthwhile(hours) && (
        <Form method="post" action="/prices/correction">
          <input type="hidden" name="version" value={version} />
          <Button htmlType="submit">
            Multiply all labour by {showNumber(hours.factor)}, as version {version + 1}
          </Button>
        </Form>
      )}
    </section>
  );
}

/** Problems are shown at the top of a long page. */
const intoView = (place: HTMLElement | null) => place?.scrollIntoView({ block: "center" });

/** Groups whose figures are money. */
const IN_MONEY: readonly ItemGroup[] = ["materials", "devices", "equipment", "rates", "charges", "grants", "standard"];

/** Unit of an item's price in words: "$ per ft", "min", "%". */
const unitInWords = ({ group, unit }: PriceItem, sign: string): string =>
  IN_MONEY.includes(group) ? `${sign} per ${unit === "each" ? "piece" : unit === "h" ? "hour" : unit}` : unit;

function GroupTable(props: {
  group: ItemGroup;
  title: string;
  items: readonly PriceItem[];
  /** Others are out of sight, and still sent. */
  isWanted(item: PriceItem): boolean;
  sign: string;
  typed: Readonly<Record<string, string>>;
  mayChange: boolean;
}) {
  const { group, title, items, isWanted, sign, typed, mayChange } = props;
  if (items.length === 0) return null;
  return (
    <section hidden={!items.some(isWanted)}>
      <h2>{title}</h2>
      <DataTable
        label={title}
        isWide
        className={styles.items}
        rows={items}
        rowKey={(item) => item.id}
        rowAttributes={(item) => ({ hidden: !isWanted(item) })}
        columns={[
          {
            title: "Item",
            kind: "name",
            cell: (item) => (
              <>
                {item.name}
                {item.condition && !mayChange && <span className="quiet"> {item.condition}</span>}
                {item.condition && mayChange && (
                  <Input
                    name={inputName(item, "condition")}
                    defaultValue={ownValue(typed, inputName(item, "condition")) ?? item.condition}
                    autoComplete="off"
                    maxLength={500}
                    aria-label={`${group === "grants" ? "Condition" : "Declaration"} of ${item.name}`}
                  />
                )}
              </>
            ),
          },
          {
            title: "Unit",
            className: styles.unit,
            cell: (item) => (
              <>
                {unitInWords(item, sign)}
                {item.soldIn && item.soldIn > 1 && <span className="quiet">, sold by {item.soldIn}</span>}
              </>
            ),
          },
          ...PICKS.map(
            (pick): Column<PriceItem> => ({
              title: capital(pick),
              kind: "number",
              className: styles.pick,
              cell: (item) =>
                mayChange ? (
                  <Input
                    name={inputName(item, pick)}
                    defaultValue={ownValue(typed, inputName(item, pick)) ?? item[pick]}
                    inputMode="decimal"
                    autoComplete="off"
                    aria-label={`${pick} of ${item.name}`}
                  />
                ) : (
                  item[pick]
                ),
            }),
          ),
          mayChange && {
            title: "Remove",
            className: styles.remove,
            cell: (item) => (
              <Checkbox
                name={inputName(item, "gone")}
                defaultChecked={ownValue(typed, inputName(item, "gone")) === "on"}
                aria-label={`Remove ${item.name}`}
              />
            ),
          },
        ]}
      />
    </section>
  );
}

/** A new item; an entry without a name is ignored. */
function NewItem({ typed }: { typed: Readonly<Record<string, string>> }) {
  const field = (name: string, label: string, more: object = {}) => (
    <label>
      {label}
      <Input name={`new|${name}`} defaultValue={ownValue(typed, `new|${name}`)} autoComplete="off" {...more} />
    </label>
  );
  return (
    <section>
      <h2>Add an item</h2>
      <div className={styles.newItem}>
        <Field label="Group">
          {(controlProps) => (
            <FormSelect
              {...controlProps}
              name="new|group"
              initial={typed["new|group"] ?? "materials"}
              options={GROUP_IDS.map((value) => ({ value, label: ITEM_GROUPS[value] }))}
            />
          )}
        </Field>
        {field("name", "Name", { placeholder: "6 AWG XHHW-2, one conductor" })}
        {field("id", "Id", { placeholder: "wire:xhhw-2:6 AWG" })}
        {field("unit", "Unit", { placeholder: "ft" })}
        {field("low", "Low", { inputMode: "decimal" })}
        {field("typical", "Typical", { inputMode: "decimal" })}
        {field("high", "High", { inputMode: "decimal" })}
        {field("soldIn", "Sold in lengths or packs of", { inputMode: "decimal" })}
        {field("condition", "Condition of a grant, or what a charger's maker declares", {
          placeholder: "32 A, 3 phases, schedule, solar, clamps, dc, pen, lead 7.5 m",
        })}
      </div>
    </section>
  );
}
