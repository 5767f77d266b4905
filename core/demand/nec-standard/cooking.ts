/** Demand of household cooking appliances (Table 220.55). */
import type { CaseDocument } from "../../case/document/types.ts";
import { showNumber, showVA } from "../../units.ts";
import { partsOf, sum } from "../lines.ts";
import { ofKind } from "../nec-general.ts";
import type { CountedLoad, Line } from "../types.ts";

const RULE = "NEC 220.55";
/** Table 220.55 for one to ten appliances: columns A and B in %, column C in kW. */
const COLUMN_A = [80, 75, 70, 66, 62, 59, 56, 53, 51, 49];
const COLUMN_B = [80, 65, 55, 50, 45, 43, 40, 36, 35, 34];
const COLUMN_C_KW = [8, 11, 14, 17, 20, 21, 22, 23, 24, 25];

const row = (column: readonly number[], count: number) => column[Math.min(count, column.length) - 1] as number;

/** A cooktop and up to two wall ovens on one branch circuit are one range (Note 4). */
function joinOnOneCircuit(document: CaseDocument, loads: readonly CountedLoad[]): CountedLoad[] {
  const rest = new Set(
    loads.flatMap((l) => Array.from({ length: l.quantity }, () => ({ ...l, va: l.unitVA, quantity: 1 }))),
  );
  const joined: CountedLoad[] = [];
  for (const circuit of document.panels.flatMap((p) => p.circuits ?? [])) {
    const here = [...rest].filter((l) => circuit.loads?.includes(l.id));
    const tops = here.filter((l) => l.kind === "cooktop");
    const ovens = here.filter((l) => l.kind === "oven");
    if (tops.length !== 1 || ovens.length < 1 || ovens.length > 2) continue;
    const group = [...tops, ...ovens];
    for (const load of group) rest.delete(load);
    const va = sum(group);
    joined.push({ ...(tops[0] as CountedLoad), label: group.map((l) => l.label).join(" + "), va, unitVA: va });
  }
  return [...joined, ...rest];
}

/** Counted VA of one column's appliances, with the words for "why?". */
function columnDemand(appliances: readonly CountedLoad[]): { countedVA: number; because: string } {
  const count = appliances.length;
  const total = sum(appliances);
  const largest = Math.max(...appliances.map((l) => l.unitVA));
  if (largest > 8750) {
    const base = row(COLUMN_C_KW, count);
    const average = appliances.reduce((t, l) => t + Math.max(l.unitVA, 12_000), 0) / count / 1000;
    const over = Math.max(0, Math.floor(average - 12 + 0.5));
    return {
      countedVA: base * 1000 * (1 + 0.05 * over),
      because: `column C, ${count} of over 8.75 kW: ${base} kW${over ? ` + 5 % for each of the ${over} kW above 12` : ""}`,
    };
  }
  const small = largest < 3500;
  const percent = row(small ? COLUMN_A : COLUMN_B, count);
  return {
    countedVA: (total * percent) / 100,
    because: `column ${small ? "A, under 3.5 kW" : "B, 3.5 to 8.75 kW"}, ${count}: ${percent} %`,
  };
}

export function cookingLines(document: CaseDocument, loads: readonly CountedLoad[]): Line[] {
  const appliances = joinOnOneCircuit(document, ofKind(loads, "range", "oven", "cooktop"));
  const columns = [
    appliances.filter((l) => l.unitVA > 8750),
    appliances.filter((l) => l.unitVA >= 3500 && l.unitVA <= 8750),
    appliances.filter((l) => l.unitVA < 3500),
  ];
  return columns
    .filter((column) => column.length > 0)
    .map((column) => {
      const { countedVA, because } = columnDemand(column);
      const connectedVA = sum(column);
      const label = column.length === 1 ? `${column[0]?.label}` : `${column.length} cooking appliances`;
      return {
        label,
        connectedVA,
        factor: connectedVA > 0 ? countedVA / connectedVA : 1,
        countedVA,
        rule: RULE,
        parts: partsOf(column),
        why: {
          figure: label,
          value: showVA(countedVA),
          formula: `Table 220.55 by number and size; ${because}`,
          numbers: `${showVA(connectedVA)} connected (${showNumber(connectedVA / 1000)} kW) counts as ${showVA(countedVA)}`,
          rule: RULE,
          assumes: [],
          changes: ["A cooktop and ovens on one branch circuit count as one range"],
        },
      };
    });
}
