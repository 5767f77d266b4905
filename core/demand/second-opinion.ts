/**
 * A second opinion: someone else's total, and which usual mistake (or other school) gives that number.
 * Each suspicion changes one thing and computes the whole calculation again; nothing is looked up.
 */
import type { CaseDocument, LoadKindId, MethodId } from "../case/document/types.ts";
import { codebookOf } from "../codebook/index.ts";
import type { Codebook } from "../codebook/types.ts";
import { showA, showPercent, showVA } from "../units.ts";
import { demandInput, demandVA } from "./calculate.ts";
import { countedLoads, ofKind } from "./loads.ts";
import { HEATING_KINDS } from "./nec/general.ts";
import { LIGHTING_VA_PER_FT2, TIERS } from "./nec/rules.ts";
import type { CountedLoad, DemandInput, DemandMethod } from "./types.ts";
import { DIVERSITY } from "./uk/rules.ts";

export interface Suspicion {
  /** What was probably done, in words. */
  text: string;
  totalVA: number;
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

const [dwellingTier, dwellingRest] = TIERS.dwellingUnit;
const [existingTier] = TIERS.existingDwelling;
/** What it makes where the first tier of the one method is taken for that of the other, VA. */
const TIER_DIFFERENCE_VA = (dwellingTier.upToVA - existingTier.upToVA) * (dwellingTier.factor - dwellingRest.factor);

/** Totals within this share of each other are taken as the same. */
const SAME = 0.006;

const without = (loads: readonly CountedLoad[], ...kinds: LoadKindId[]) => loads.filter((l) => !kinds.includes(l.kind));
const connectedVA = (input: DemandInput, method: DemandMethod) => {
  const lines = method.calculate(input).lines;
  const tiers = lines.flatMap((l) => (l.parts.length > 0 ? l.parts.map((p) => p.va) : l.tierOf ? [] : [l.connectedVA]));
  return tiers.reduce((t, va) => t + va, 0);
};

/** Every usual mistake that can be made with this case, with the total it gives. */
function suspicions(
  document: CaseDocument,
  codebook: Codebook,
  method: DemandMethod,
  ratingA: number,
  chargerA: number,
) {
  const loads = countedLoads(document, codebook);
  const input = demandInput(document, codebook, ratingA, loads);
  const { volts } = input;
  const total = (l: readonly CountedLoad[], d = document, m = method) =>
    demandVA(m, demandInput(d, codebook, ratingA, l));
  const asEntered = (l: readonly CountedLoad[]) =>
    demandVA(method, { ...demandInput(document, codebook, ratingA, l), asEntered: true });
  const found: { text: string; totalVA: number }[] = [];
  const add = (text: string, totalVA: number) => found.push({ text, totalVA });
  const charger = (va: number): CountedLoad => ({
    id: "second-opinion-charger",
    kind: "fixed-appliance",
    label: "Charger",
    va,
    unitVA: va,
    quantity: 1,
    existing: true,
    controlled: 1,
    socketOnControl: false,
    slow: false,
  });
  const own = total(loads);

  add("Everything was added up at 100 %: no demand factor was applied", connectedVA(input, method));
  for (const other of codebook.methods)
    if (other.id !== method.id && other.objection(input) === null)
      add(`The ${other.name.toLowerCase()} was used (${other.rule})`, total(loads, document, other));
  if (chargerA > 0) {
    const { va } = codebook.charging.counted(chargerA, volts, "outside-125");
    const nameplate = codebook.charging.nameplateVA(chargerA, volts).va;
    add(`The charger of ${showA(chargerA)} is in the total already, on top of the demand`, own + va);
    if (va !== nameplate) add(`The charger of ${showA(chargerA)} is in the total already, at 100 %`, own + nameplate);
    if (codebook.asksFor.evTreatment)
      add(
        `The charger of ${showA(chargerA)} was put among the other loads, at ${showPercent(dwellingRest.factor)}`,
        total([...loads, charger(nameplate)]),
      );
  }

  if (codebook.region === "us") {
    if (document.dwelling.floorArea)
      add(
        `General lighting (${LIGHTING_VA_PER_FT2} VA/ft²) was forgotten`,
        total(loads, { ...document, dwelling: { ...document.dwelling, floorArea: null } }),
      );
    if (ofKind(loads, "small-appliance-circuit").length > 0)
      add("The small-appliance circuits were forgotten", asEntered(without(loads, "small-appliance-circuit")));
    if (ofKind(loads, "laundry-circuit").length > 0)
      add("The laundry circuit was forgotten", asEntered(without(loads, "laundry-circuit")));
    const heating = ofKind(loads, ...HEATING_KINDS);
    const cooling = ofKind(loads, "air-conditioning");
    if (heating.length > 0 && cooling.length > 0) {
      // Counted as fixed appliances, neither of the two is left out any more.
      const both = loads.map((l) =>
        heating.includes(l) || cooling.includes(l) ? { ...l, kind: "fixed-appliance" as const } : l,
      );
      add("Heating and cooling were both counted; only the larger runs", total(both));
    }
    if (heating.length + cooling.length > 0)
      add("Heating and cooling were forgotten", total(without(loads, ...HEATING_KINDS, "air-conditioning")));
    if (method.id === "nec-220.83") {
      const general = connectedVA(input, method);
      if (general > dwellingTier.upToVA) add("10 kVA instead of 8 kVA was taken at 100 %", own + TIER_DIFFERENCE_VA);
    }
    if (method.id === "nec-220.82" && connectedVA(input, method) > dwellingTier.upToVA)
      add("8 kVA instead of 10 kVA was taken at 100 %", own - TIER_DIFFERENCE_VA);
    if (method.id === "nec-standard") {
      const cooking = ofKind(loads, "range", "oven", "cooktop");
      const cookingVA = own - total(without(loads, "range", "oven", "cooktop"));
      const nameplate = cooking.reduce((t, l) => t + l.va, 0);
      if (nameplate > 0)
        add("The range was counted at its nameplate instead of Table 220.55", own - cookingVA + nameplate);
    }
  } else {
    for (const [kind, name] of [
      ["cooker", "cooker"],
      ["socket-circuit", "socket circuits"],
      ["lighting", "lighting"],
    ] as const) {
      const these = ofKind(loads, kind);
      if (these.length === 0) continue;
      const rest = total(without(loads, kind));
      add(`No diversity was allowed for the ${name}`, rest + these.reduce((t, l) => t + l.va, 0));
      add(`The ${name} ${kind === "socket-circuit" ? "were" : "was"} forgotten`, rest);
    }
    if (ofKind(loads, "cooker").some((l) => l.socketOnControl))
      add(
        `The ${showA(DIVERSITY.cooker.socketA)} for the socket on the cooker control was forgotten`,
        own - DIVERSITY.cooker.socketA * volts,
      );
  }
  return { own, found };
}

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
  const { own, found } = suspicions(document, codebook, method, ratingA, chargerA);
  const off = (totalVA: number) => Math.abs(totalVA - otherVA) / Math.max(otherVA, 1);
  const agrees = off(own) <= SAME;
  const explains = found
    .map((s) => ({ ...s, off: off(s.totalVA) }))
    .filter((s) => s.off <= SAME && Math.abs(s.totalVA - own) / Math.max(own, 1) > SAME)
    .sort((a, b) => a.off - b.off);
  const text = agrees
    ? `It agrees: ${method.name} gives ${showVA(own)}`
    : explains.length > 0
      ? `${method.name} gives ${showVA(own)}; the other total comes out where this was done:`
      : `${method.name} gives ${showVA(own)}, ${showVA(Math.abs(otherVA - own))} ${otherVA > own ? "less" : "more"}. No single usual mistake gives ${showVA(otherVA)}: compare the nameplates line by line`;
  return { ownVA: own, otherVA, agrees, explains, text };
}
