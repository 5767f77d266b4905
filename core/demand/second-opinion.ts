/**
 * A second opinion: someone else's total, and which usual mistake (or other school) gives that number.
 * Each suspicion changes one thing and computes the whole calculation again; nothing is looked up.
 */
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import type { CountedLoad, DemandInput, DemandMethod, UsualMistake } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showA, showVA } from "#core/units.ts";
import { demandInput, demandVA } from "./calculate.ts";

export interface Suspicion extends UsualMistake {
  /** Difference from the other total, as a share of it. */
  off: number;
}

export interface SecondOpinion {
  ownVA: number;
  otherVA: number;
  agrees: boolean;
  /** Those that give the other total, the closest first. */
  explains: Suspicion[];
  text: string;
}

/** Totals within this share of each other are taken as the same. */
const SAME = 0.006;

const connectedVA = (input: DemandInput, method: DemandMethod) => {
  const lines = method.calculate(input).lines;
  const tiers = lines.flatMap((l) => (l.parts.length > 0 ? l.parts.map((p) => p.va) : l.tierOf ? [] : [l.connectedVA]));
  return tiers.reduce((t, va) => t + va, 0);
};

/** Every usual mistake that can be made with this case, with the total it gives. */
export function suspicions(
  document: CaseDocument,
  codebook: Codebook,
  method: DemandMethod,
  ratingA: number,
  chargerA: number,
): { ownVA: number; found: UsualMistake[] } {
  const loads = countedLoads(document, codebook);
  const input = demandInput(document, codebook, ratingA, loads);
  const { volts } = input;
  const inputOf = (l: readonly CountedLoad[], d = document) => demandInput(d, codebook, ratingA, l);
  const ownVA = demandVA(method, input);
  const addedUpVA = connectedVA(input, method);
  const found: UsualMistake[] = [
    { text: "Everything was added up at 100 %: no demand factor was applied", totalVA: addedUpVA },
  ];
  for (const other of codebook.methods)
    if (other.id !== method.id && other.objection(input) === null)
      found.push({
        text: `The ${other.name.toLowerCase()} was used (${other.rule})`,
        totalVA: demandVA(other, input),
      });
  const nameplateVA = codebook.charging.nameplateVA(chargerA, volts).va;
  if (chargerA > 0) {
    const { va } = codebook.charging.counted(chargerA, volts, "outside-125");
    const said = `The charger of ${showA(chargerA)} is in the total already`;
    found.push({ text: `${said}, on top of the demand`, totalVA: ownVA + va });
    if (va !== nameplateVA) found.push({ text: `${said}, at 100 %`, totalVA: ownVA + nameplateVA });
  }
  const mistakes = codebook.usualMistakes({
    method,
    loads,
    volts,
    ownVA,
    connectedVA: addedUpVA,
    charger: chargerA > 0 ? { chargeA: chargerA, load: chargerLoad(nameplateVA) } : null,
    totalVA: (l) => demandVA(method, inputOf(l)),
    asEnteredVA: (l) => demandVA(method, { ...inputOf(l), asEntered: true }),
    withoutAreaVA: () =>
      document.dwelling.floorArea
        ? demandVA(method, inputOf(loads, { ...document, dwelling: { ...document.dwelling, floorArea: null } }))
        : null,
  });
  return { ownVA, found: [...found, ...mistakes] };
}

/** A charger as a worksheet has it that knows no chargers: one more appliance. */
const chargerLoad = (va: number): CountedLoad => ({
  id: "second-opinion-charger",
  kind: "fixed-appliance",
  label: "Charger",
  va,
  unitVA: va,
  quantity: 1,
  existing: true,
  controlled: 1,
  socketOnControl: false,
  continuous: false,
  slow: false,
});

/**
 * @param otherVA the other worksheet's total, VA
 * @param methodId the method it claims to follow
 * @param chargerA charging current that may be in it
 */
export function secondOpinion(
  document: CaseDocument,
  methodId: MethodId,
  ratingA: number,
  otherVA: number,
  chargerA: number,
): SecondOpinion {
  const codebook = codebookOf(document.rules);
  const method = codebook.methods.find((m) => m.id === methodId) ?? codebook.methods[0];
  if (!method) throw new Error("every rule set has a method");
  const { ownVA: own, found } = suspicions(document, codebook, method, ratingA, chargerA);
  const off = (totalVA: number) => Math.abs(totalVA - otherVA) / Math.max(otherVA, 1);
  const agrees = off(own) <= SAME;
  const explains = found
    .map((s) => ({ ...s, off: off(s.totalVA) }))
    .filter((s) => s.off <= SAME && Math.abs(s.totalVA - own) / Math.max(own, 1) > SAME)
    .sort((a, b) => a.off - b.off);
  const text = agrees
    ? `It agrees: ${method.name} gives ${showVA(own)}`
    : explains.length > 0
      ? `${method.name} gives ${showVA(own)}; the other total results if this was done:`
      : `${method.name} gives ${showVA(own)}, ${showVA(Math.abs(otherVA - own))} ${otherVA > own ? "less" : "more"}. No single usual mistake gives ${showVA(otherVA)}: compare the nameplates line by line`;
  return { ownVA: own, otherVA, agrees, explains, text };
}
