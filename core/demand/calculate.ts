/** Runs the methods of a rule set on a case and says which one governs. */
import type { CaseDocument, MethodId } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import { showA, showVA } from "../units.ts";
import { why } from "../why.ts";
import { caseVolts, countedLoads } from "./loads.ts";
import type { Calculation, CountedLoad, DemandInput, DemandMethod } from "./types.ts";

export function demandInput(
  document: CaseDocument,
  codebook: Codebook,
  ratingA: number,
  loads: readonly CountedLoad[] = countedLoads(document, codebook),
): DemandInput {
  return { document, codebook, ratingA, loads, volts: caseVolts(document, codebook) };
}

/** One method's demand in VA for the given loads; nothing else is worked out. */
export const demandVA = (method: DemandMethod, input: DemandInput): number =>
  method.calculate(input).lines.reduce((total, line) => total + line.countedVA, 0);

/** One method, with amperes, headroom and the answers to "why?". */
export function calculate(method: DemandMethod, input: DemandInput): Calculation {
  const result = method.calculate(input);
  const { volts, ratingA } = input;
  const total = result.lines.reduce((t, l) => t + l.countedVA, 0);
  const demandA = total / volts;
  const headroomA = ratingA - demandA;
  const biggest = [...result.lines].sort((a, b) => b.countedVA - a.countedVA)[0];
  return {
    method: method.id,
    name: method.name,
    rule: method.rule,
    applies: result.applies,
    ...(result.why === undefined ? {} : { why: result.why }),
    demandVA: total,
    demandA,
    headroomA,
    lines: result.lines,
    leftOut: result.leftOut,
    assumptions: result.assumptions,
    explain: {
      demandVA: why(
        "Demand",
        showVA(total),
        {
          rule: method.rule,
          formula: "sum of the counted loads",
          numbers: `${result.lines.map((l) => showVA(l.countedVA)).join(" + ") || "0 VA"} = ${showVA(total)}`,
        },
        result.assumptions,
        biggest ? [`The largest line is "${biggest.label}" with ${showVA(biggest.countedVA)}`] : [],
      ),
      demandA: why(
        "Demand in amperes",
        showA(demandA),
        {
          rule: method.rule,
          formula: "demand / supply volts",
          numbers: `${showVA(total)} / ${volts} V = ${showA(demandA)}`,
        },
        result.assumptions,
      ),
      headroomA: why(
        "Headroom",
        showA(headroomA),
        {
          rule: method.rule,
          formula: "supply rating - demand",
          numbers: `${showA(ratingA)} - ${showA(demandA)} = ${showA(headroomA)}`,
        },
        result.assumptions,
        [
          `Measured demand instead of a calculation`,
          `A larger supply than ${showA(ratingA)}`,
          "A smaller load in the ledger",
        ],
      ),
    },
  };
}

/** Every method of the rule set, side by side, in the order in which they govern. */
export const calculateAll = (codebook: Codebook, input: DemandInput): Calculation[] =>
  codebook.methods.map((method) => calculate(method, input));

/** The calculation that decides: the one chosen for the job where it applies, else the first that does. */
export function governing(calculations: readonly Calculation[], chosen: MethodId | null | undefined): Calculation {
  const applying = calculations.filter((c) => c.applies);
  const found = applying.find((c) => c.method === chosen) ?? applying[0];
  if (!found) throw new Error("every rule set has a method that always applies");
  return found;
}
