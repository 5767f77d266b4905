/** The chargers of the firm beside what the customer wishes for. */
import { Button, Checkbox } from "antd";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { ChargerFunction, Length } from "#core/case/document/types.ts";
import { itemsIn } from "#core/estimate/book.ts";
import { CHARGER_FUNCTION_NAMES, type ChargerKind, comparedKinds, withKind } from "#core/estimate/charger-kinds.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { FT_PER_M, showA, showNumber } from "#core/units.ts";
import { listed } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./need.module.css";

const FUNCTIONS = Object.entries(CHARGER_FUNCTION_NAMES) as [ChargerFunction, string][];
/** Functions that only matter where a rule book asks for the earthing. */
const OF_EARTHING: readonly ChargerFunction[] = ["dc", "pen"];
const LB_PER_KG = 2.2046;
const SET_BY = { switch: "switches", tool: "its maker's tool", app: "the installer's app" } as const;

/** What its maker declares beside its functions: "lead of 7.5 m, 190 x 320 mm, set by its maker's tool". */
function declaredInWords(kind: ChargerKind, unit: Length["unit"], grants: ReadonlyMap<string, string>): string {
  const { lead, leadKg, plug, plugType, widthM, heightM, setBy, torque, warrantyYears } = kind;
  const inFeet = unit === "ft";
  const small = (m = 0) => showNumber(inFeet ? Math.round(m * FT_PER_M * 120) / 10 : Math.round(m * 1000));
  const weight =
    leadKg && (inFeet ? `${showNumber(Math.round(leadKg * LB_PER_KG * 10) / 10)} lb` : `${showNumber(leadKg)} kg`);
  return [
    lead
      ? `lead of ${showNumber(lead.value)} ${lead.unit}${weight ? ` and ${weight}` : ""}`
      : !plug && "socket for a loose lead",
    plug && `by plug${plugType ? ` ${plugType}` : ""}`,
    widthM && heightM && `${small(widthM)} x ${small(heightM)} ${inFeet ? "in" : "mm"}`,
    setBy && `set by ${SET_BY[setBy]}`,
    torque && `terminals ${torque}`,
    warrantyYears && `warranty ${warrantyYears} ${warrantyYears === 1 ? "year" : "years"}`,
    ...kind.grants.map((id) => `grant: ${grants.get(id) ?? id}`),
  ]
    .filter(Boolean)
    .join(", ");
}
const nameOf = (wish: ChargerFunction): string => CHARGER_FUNCTION_NAMES[wish];

export function KindsSection() {
  const { document, prices } = useJob();
  const store = useJobStore();
  const { charger } = document;
  const { asksFor, lengthUnit } = codebookOf(document.rules);
  const wishes = charger?.wishes ?? [];
  const kinds = comparedKinds(prices.book, document);
  if (kinds.length === 0) return null;
  const grants = new Map(itemsIn(prices.book, "grants").map(({ id, name }) => [id, name]));
  const wish = (next: ChargerFunction[]) =>
    store.edit(setValue(store.getState().document, "/charger/wishes", next.length > 0 ? next : undefined));
  const take = (kind: ChargerKind) => {
    const { document: now } = store.getState();
    store.edit(createPatch(now, withKind(now, kind)) as Patch);
  };
  return (
    <Section id="kinds" title="Which charger">
      <p className="quiet">
        What the customer wishes for; the chargers that have all of it stand first, the cheapest in front.
      </p>
      <Checkbox.Group
        aria-label="Wishes"
        className={styles.wishes as string}
        options={FUNCTIONS.filter(([name]) => asksFor.earthing || !OF_EARTHING.includes(name)).map(
          ([value, label]) => ({
            value,
            label,
          }),
        )}
        value={wishes}
        onChange={wish}
      />
      <DataTable
        label="Chargers of the firm"
        stacksOnPhone
        rows={kinds}
        rowKey={({ kind }) => kind.id}
        isMarked={({ kind }) => kind.id === charger?.kind}
        columns={[
          {
            title: "Charger",
            kind: "name",
            cell: ({ kind }) => (
              <>
                {kind.name}
                {kind.id === charger?.kind && <span className="quiet"> chosen</span>}
                <small>
                  {showA(kind.maxA)}
                  {kind.phases === 3 ? " on three phases" : ""}, {declaredInWords(kind, lengthUnit, grants)}
                </small>
              </>
            ),
          },
          wishes.length > 0 && {
            title: "Wishes",
            isBad: ({ lacks }) => lacks.length > 0,
            cell: ({ lacks }) => (lacks.length === 0 ? "has all" : `lacks: ${listed(lacks.map(nameOf))}`),
          },
          { title: "Price", kind: "figure", cell: ({ kind }) => showMoney(kind.typical, prices.book.currency) },
          {
            title: "Take it",
            cell: ({ kind }) =>
              kind.id === charger?.kind ? (
                <Button
                  size="small"
                  onClick={() => store.edit(setValue(store.getState().document, "/charger/kind", undefined))}
                >
                  Leave it open
                </Button>
              ) : (
                <Button size="small" aria-label={`Use ${kind.name}`} onClick={() => take(kind)}>
                  Use
                </Button>
              ),
          },
        ]}
      />
    </Section>
  );
}
