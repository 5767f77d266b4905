/** The ledger as a table: one row for each load, in the order of the page, for CSV and spreadsheets. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";

export const LEDGER_COLUMNS = [
  "Load",
  "Kind",
  "Panel",
  "Quantity",
  "Nameplate, each (VA)",
  "Connected (VA)",
  "Planned",
] as const;
export type LedgerRow = [string, string, string, number, number, number, string];

export function ledgerTable(document: CaseDocument): LedgerRow[] {
  const codebook = codebookOf(document.rules);
  return countedLoads(document, codebook).map((load, i) => {
    const panel = document.panels.find((p) => p.id === document.loads[i]?.panel);
    const kind = codebook.loadKinds.find((k) => k.kind === load.kind);
    return [
      load.label,
      kind?.label ?? load.kind,
      panel?.name ?? panel?.id ?? "",
      load.quantity,
      load.unitVA,
      load.va,
      load.existing ? "" : "yes",
    ];
  });
}
