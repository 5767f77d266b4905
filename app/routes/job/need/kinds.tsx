/** The chargers of the firm beside what the customer wishes for. */
import { Button, Checkbox } from "antd";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { ChargerFunction } from "#core/case/document/types.ts";
import { CHARGER_FUNCTION_NAMES, type ChargerKind, comparedKinds, withKind } from "#core/estimate/charger-kinds.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { showA, showNumber } from "#core/units.ts";
import { listed } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";

const FUNCTIONS = Object.entries(CHARGER_FUNCTION_NAMES) as [ChargerFunction, string][];
const nameOf = (wish: ChargerFunction): string => CHARGER_FUNCTION_NAMES[wish];

export function KindsSection() {
  const { document, prices } = useJob();
  const store = useJobStore();
  const { charger } = document;
  const kinds = comparedKinds(prices.book, document);
  if (kinds.length === 0) return null;
  const wish = (wishes: ChargerFunction[]) =>
    store.edit(setValue(store.getState().document, "/charger/wishes", wishes.length > 0 ? wishes : undefined));
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
        options={FUNCTIONS.map(([value, label]) => ({ value, label }))}
        value={charger?.wishes ?? []}
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
              </>
            ),
          },
          {
            title: "Current",
            cell: ({ kind }) => `${showA(kind.maxA)}${kind.phases === 3 ? ", three phases" : ""}`,
          },
          {
            title: "Lead",
            cell: ({ kind }) =>
              kind.lead ? `${showNumber(kind.lead.value)} ${kind.lead.unit}` : kind.plug ? "by plug" : "socket",
          },
          {
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
