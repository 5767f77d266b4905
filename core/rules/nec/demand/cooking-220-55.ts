/** Demand of household cooking appliances (Table 220.55). */
import type { CaseDocument } from "#core/case/document/types.ts";
import { countedLine, totalVA } from "#core/rules/demand/lines.ts";
import type { CalculationLine, CountedLoad } from "#core/rules/demand/types.ts";
import { showPercent, showVA } from "#core/units.ts";
import { isCooking } from "./general.ts";
import { COOKING } from "./rules.ts";

const share = (column: readonly number[], count: number) =>
  (column[Math.min(count, column.length) - 1] as number) / 100;
const columnCKW = (count: number) => COOKING.columnC[count - 1] ?? COOKING.columnCManyKW + count;

/**
 * A cooktop and up to two wall ovens on one branch circuit are one range (Note 4); without a circuit every appliance
 * counts separately.
 */
function pieces(document: CaseDocument, loads: readonly CountedLoad[]): CountedLoad[] {
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
    const va = totalVA(group);
    joined.push({ ...(tops[0] as CountedLoad), label: group.map((l) => l.label).join(" + "), va, unitVA: va });
  }
  return [...joined, ...rest];
}

interface Group {
  appliances: readonly CountedLoad[];
  countedVA: number;
  because(): string;
}

/** Column C: all of them together, 5 % more for each kilowatt above 12 (notes 1 and 2). */
function byColumnC(appliances: readonly CountedLoad[]): Group {
  const count = appliances.length;
  const average = appliances.reduce((t, l) => t + Math.max(l.unitVA, COOKING.columnCUpToVA), 0) / count / 1000;
  const over = Math.floor(average - COOKING.columnCUpToVA / 1000 + 0.5);
  const base = columnCKW(count);
  return {
    appliances,
    countedVA: base * 1000 * (1 + COOKING.perKWAbove * over),
    because: () =>
      `column C, ${count}: ${base} kW${over ? ` + ${showPercent(COOKING.perKWAbove)} for each of the ${over} kW above 12` : ""}`,
  };
}

/** Columns A and B: a share of the nameplates (note 3). */
function byShare(appliances: readonly CountedLoad[], name: "A" | "B"): Group {
  const factor = share(name === "A" ? COOKING.columnA : COOKING.columnB, appliances.length);
  return {
    appliances,
    countedVA: totalVA(appliances) * factor,
    because: () =>
      `column ${name}, ${name === "A" ? "under 3.5 kW" : "3.5 to 8.75 kW"}, ${appliances.length}: ${showPercent(factor)}`,
  };
}

/** The groups in which the appliances are counted: each column by itself, or all by column C where that is less. */
function grouped(appliances: readonly CountedLoad[]): Group[] {
  const large = appliances.filter((l) => l.unitVA > COOKING.columnBUpToVA);
  const middle = appliances.filter((l) => l.unitVA >= COOKING.columnABelowVA && l.unitVA <= COOKING.columnBUpToVA);
  const small = appliances.filter((l) => l.unitVA < COOKING.columnABelowVA);
  const apart = [
    ...(large.length > 0 ? [byColumnC(large)] : []),
    ...(middle.length > 0 ? [byShare(middle, "B")] : []),
    ...(small.length > 0 ? [byShare(small, "A")] : []),
  ];
  const together = byColumnC(appliances);
  return together.countedVA < apart.reduce((t, g) => t + g.countedVA, 0) ? [together] : apart;
}

/** Lines of the household cooking equipment by NEC table 220.55 and its notes. */
export function cookingLines(document: CaseDocument, loads: readonly CountedLoad[]): CalculationLine[] {
  const appliances = pieces(document, loads.filter(isCooking));
  if (appliances.length === 0) return [];
  return grouped(appliances).map(({ appliances: own, countedVA, because }) =>
    countedLine(
      own.length === 1 ? `${own[0]?.label}` : `${own.length} cooking appliances`,
      own,
      countedVA,
      COOKING.rule,
      () => ({
        formula: `Table 220.55 by number and size; ${because()}`,
        numbers: `${showVA(totalVA(own))} connected counts as ${showVA(countedVA)}`,
        changes: ["A cooktop and ovens on one branch circuit count as one range"],
      }),
    ),
  );
}
