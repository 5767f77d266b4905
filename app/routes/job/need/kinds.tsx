/** The chargers of the firm beside what the customer wishes for. */
import { Button, Checkbox } from "antd";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { ChargerFunction } from "#core/case/document/types.ts";
import { CHARGER_FUNCTION_NAMES, type ChargerKind, comparedKinds, withKind } from "#core/estimate/charger-kinds.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber } from "#core/units.ts";
import { listed } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./need.module.css";

const FUNCTIONS = Object.entries(CHARGER_FUNCTION_NAMES) as [ChargerFunction, string][];
/** Functions that only matter where a rule book asks for the earthing. */
const OF_EARTHING: readonly ChargerFunction[] = ["dc", "pen"];
const leadInWords = ({ lead, plug }: ChargerKind): string =>
  lead
    ? `lead of ${showNumber(lead.value)} ${lead.unit}${plug ? ", by plug" : ""}`
    : plug
      ? "by plug"
      : "socket for a loose lead";
const nameOf = (wish: ChargerFunction): string => CHARGER_FUNCTION_NAMES[wish];

export function KindsSection() {
  const { document, prices } = useJob();
  const store = useJobStore();
  const { charger } = document;
  const { asksFor } = codebookOf(document.rules);
  const wishes = charger?.wishes ?? [];
  const kinds = comparedKinds(prices.book, document);
  if (kinds.length === 0) return null;
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
                  {kind.phases === 3 ? " on three phases" : ""}, {leadInWords(kind)}
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
