/** Runs the methods of a rule set on a case and says which one governs. */
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import { withChargers } from "#core/rules/demand/chargers.ts";
import { caseVolts, countedLoads } from "#core/rules/demand/loads.ts";
import type { CountedLoad, DemandCalculation, DemandInput, DemandMethod } from "#core/rules/demand/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showA, showVA } from "#core/units.ts";
import { why, withLazyFields } from "#core/why.ts";

/** The input of all demand methods for a case, in VA at the supply's volts. */
export function demandInput(
  document: CaseDocument,
  codebook: Codebook,
  ratingA: number,
  loads: readonly CountedLoad[] = countedLoads(document, codebook),
): DemandInput {
  return {
    document,
    codebook,
    ratingA,
    loads,
    volts: caseVolts(document, codebook),
    at: "supply",
    general: true,
    guards: ["supply"],
  };
}

/** One method's demand for the given loads, VA, without explanations. */
export const demandVA = (method: DemandMethod, input: DemandInput): number =>
  withChargers(method, input).lines.reduce((total, line) => total + line.countedVA, 0);

const NO_FIELDS = {};
const answers = withLazyFields<typeof NO_FIELDS, DemandCalculation["explain"]>("demandVA", "demandA", "headroomA");

/** One method, with amperes, headroom and the answers to "why?". */
function calculate(method: DemandMethod, input: DemandInput): DemandCalculation {
  const result = withChargers(method, input);
  const against = method.objection(input);
  const { volts, ratingA } = input;
  const total = result.lines.reduce((t, l) => t + l.countedVA, 0);
  const demandA = total / volts;
  const headroomA = ratingA - demandA;
  const { rule } = method;
  return {
    method: method.id,
    name: method.name,
    rule,
    applies: against === null,
    ...(against !== null && { why: against }),
    demandVA: total,
    demandA,
    headroomA,
    lines: result.lines,
    leftOut: result.leftOut,
    assumptions: result.assumptions,
    explain: answers(NO_FIELDS, {
      demandVA() {
        const biggest = [...result.lines].sort((a, b) => b.countedVA - a.countedVA)[0];
        const numbers = `${result.lines.map((l) => showVA(l.countedVA)).join(" + ") || showVA(0)} = ${showVA(total)}`;
        return why(
          "Demand",
          showVA(total),
          { rule, formula: "sum of the counted loads", numbers },
          result.assumptions,
          biggest ? [`The largest line is "${biggest.label}" with ${showVA(biggest.countedVA)}`] : [],
        );
      },
      demandA() {
        const numbers = `${showVA(total)} / ${volts} V = ${showA(demandA)}`;
        return why(
          "Demand in amperes",
          showA(demandA),
          { rule, formula: "demand / supply volts", numbers },
          result.assumptions,
        );
      },
      headroomA() {
        const numbers = `${showA(ratingA)} - ${showA(demandA)} = ${showA(headroomA)}`;
        return why(
          "Headroom",
          showA(headroomA),
          { rule, formula: "supply rating - demand", numbers },
          result.assumptions,
          [
            ...(method.measures ? ["A later or longer measurement"] : ["Measured demand instead of a calculation"]),
            `A larger supply than ${showA(ratingA)}`,
            ...(method.measures ? [] : ["A smaller load in the ledger"]),
          ],
        );
      },
    }),
  };
}

/** Every method of the rule set, side by side, in the order in which they govern. */
export const calculateAll = (codebook: Codebook, input: DemandInput): DemandCalculation[] =>
  codebook.methods.map((method) => calculate(method, input));

/** The calculation that decides: the one chosen for the job where it applies, otherwise the first that applies. */
export function governingCalculation(
  calculations: readonly DemandCalculation[],
  chosen: MethodId | null | undefined,
): DemandCalculation {
  const applying = calculations.filter((c) => c.applies);
  const found = applying.find((c) => c.method === chosen) ?? applying[0];
  if (!found) throw new Error("every rule set has a method that always applies");
  return found;
}

/** The method that decides for an input, without the explanations of the others. */
export function governingMethod({ methods }: Codebook, input: DemandInput): DemandMethod {
  const chosen = input.document.options?.loadMethod;
  const ordered = [...methods].sort((a, b) => Number(b.id === chosen) - Number(a.id === chosen));
  const found = ordered.find((m) => m.objection(input) === null);
  if (!found) throw new Error("every rule set has a method that always applies");
  return found;
}
