/**
 * Chargers in a calculation: by the job's treatment, limited by clamps, or sharing a circuit. The same code counts an
 * existing charger, a planned one and the one that a way adds.
 */
import type { EvTreatment } from "#core/case/document/types.ts";
import { showA, showVA } from "#core/units.ts";
import { countedLine } from "./lines.ts";
import { ofKind } from "./loads.ts";
import type { CalculationLine, CountedLoad, DemandInput, DemandMethod, MethodResult } from "./types.ts";

/** A feeder, and any method without a place for it inside, counts the charger on top. */
const treatmentOf = ({ document, at }: DemandInput): EvTreatment =>
  at === "supply" ? (document.options?.evTreatment ?? "outside-125") : "outside-125";

const asNameplate = (load: CountedLoad, input: DemandInput): CountedLoad => {
  const { va } = input.codebook.charging.nameplateVA(load.unitVA / input.volts, input.volts, load.slow);
  return { ...load, unitVA: va, va: va * load.quantity };
};

/** Chargers that the job puts among the other loads, at the edition's minimum at least. */
export const chargersInside = (input: DemandInput): CountedLoad[] =>
  treatmentOf(input) === "inside" ? ofKind(input.loads, "ev-charger").map((l) => asNameplate(l, input)) : [];

/**
 * Chargers outside the demand factors by the job's treatment.
 * @param takesInside the method has put them among its loads where the job says `inside`
 */
export function chargerLines(input: DemandInput, takesInside = false): CalculationLine[] {
  const { codebook, volts } = input;
  const treatment = treatmentOf(input);
  if (treatment === "inside" && takesInside) return [];
  return ofKind(input.loads, "ev-charger").map((load) => {
    const { va, cited } = codebook.charging.counted(
      load.unitVA / volts,
      volts,
      treatment === "inside" ? "outside-100" : treatment,
      load.slow,
    );
    return countedLine(load.label, [load], va * load.quantity, codebook.charging.countedRule(treatment), cited);
  });
}

const counted = (lines: readonly CalculationLine[]) => lines.reduce((t, l) => t + l.countedVA, 0);

/** The least limit that clamps keep where the calculation is made, A; null where they do not guard it. */
function limitHere({ managed = [] }: CountedLoad, { guards }: DemandInput): number | null {
  const limits = managed.filter((clamp) => guards.includes(clamp.at)).map((clamp) => clamp.limitA);
  return limits.length > 0 ? Math.min(...limits) : null;
}

/** A method's result with shared circuits and clamps taken into account. */
export function withChargers(method: DemandMethod, input: DemandInput): MethodResult {
  const shared = input.loads.find((l) => l.interlockedWith !== undefined);
  if (shared) return sharedResult(method, input, shared);
  const waiting = input.loads.find((l) => l.waitsFor !== undefined);
  if (waiting) return priorityResult(method, input, waiting);
  const managed = input.loads.filter((l) => limitHere(l, input) !== null);
  if (managed.length === 0) return method.calculate(input);
  const others = method.calculate({ ...input, loads: input.loads.filter((l) => !managed.includes(l)) });
  const lines = [...others.lines];
  for (const load of managed) {
    const limitA = limitHere(load, input) as number;
    const before = counted(lines);
    const { va } = input.codebook.charging.counted(load.unitVA / input.volts, input.volts, "outside-100", load.slow);
    const leftVA = Math.max(0, Math.min(va * load.quantity, limitA * input.volts - before));
    lines.push(
      countedLine(`${load.label}, held back`, [load], leftVA, input.codebook.managed.rule, () => ({
        formula: "what is left below the limit, no more than the charger draws",
        numbers: `${showA(limitA)} - ${showA(before / input.volts)} = ${showVA(leftVA)}`,
      })),
    );
  }
  return { ...others, lines };
}

/**
 * Appliance and charger on one circuit, never together (220.60): the larger of the two results, the one with the
 * appliance alone and the one with the charger among the loads in its place.
 */
function sharedResult(method: DemandMethod, input: DemandInput, charger: CountedLoad): MethodResult {
  const rest = input.loads.filter((l) => l !== charger);
  const appliance = rest.find((l) => l.id === charger.interlockedWith);
  const own = asNameplate(charger, input);
  if (!appliance)
    return withChargers(method, { ...input, loads: [...rest, { ...charger, interlockedWith: undefined }] });
  const alone = withChargers(method, { ...input, loads: rest });
  if (method.measures) {
    // The appliance is in what was measured: only what the charger draws beyond it comes on top.
    const moreVA = Math.max(0, own.va - appliance.unitVA);
    if (moreVA === 0) return alone;
    const line = countedLine(`${charger.label}, beyond ${appliance.label}`, [charger], moreVA, method.rule, () => ({
      formula: "what the charger draws more than the appliance it never runs with",
      numbers: `${showVA(own.va)} - ${showVA(appliance.unitVA)} = ${showVA(moreVA)}`,
    }));
    return { ...alone, lines: [...alone.lines, line] };
  }
  const others = withoutOne(rest, appliance);
  // Among the general loads where the method allows it, otherwise separately in full.
  const within = method.takesChargerInside
    ? [{ ...own, kind: "fixed-appliance" as const, interlockedWith: undefined }]
    : [];
  const without = withChargers(method, { ...input, loads: [...others, ...within] });
  const instead = method.takesChargerInside
    ? without
    : {
        ...without,
        lines: [
          ...without.lines,
          countedLine(charger.label, [charger], own.va, input.codebook.sharing.cited.rule, () => ({
            formula: "in the place of the appliance, in full",
            numbers: showVA(own.va),
          })),
        ],
      };
  return larger(
    input,
    { result: alone, out: own },
    { result: instead, out: appliance },
    `${charger.label} and ${appliance.label} share one circuit and never run together: the larger is counted`,
  );
}

interface Alternative {
  result: MethodResult;
  /** The load that it leaves out. */
  out: CountedLoad;
}

/** Of two loads that never run together, the result that comes to more. */
function larger({ codebook }: DemandInput, one: Alternative, other: Alternative, reason: string): MethodResult {
  const { result, out } = counted(other.result.lines) > counted(one.result.lines) ? other : one;
  const { rule } = codebook.sharing.cited;
  return { ...result, leftOut: [...result.leftOut, { label: out.label, va: out.unitVA, reason, rule }] };
}

/**
 * A charger on its own circuit that waits for an appliance (220.60): the larger of the two results, with either the
 * appliance or the charger. A measured demand includes the appliance, so both are counted.
 */
function priorityResult(method: DemandMethod, input: DemandInput, charger: CountedLoad): MethodResult {
  const { waitsFor, ...free } = charger;
  const rest = input.loads.filter((l) => l !== charger);
  const appliance = rest.find((l) => l.id === waitsFor);
  if (!appliance || method.measures) return withChargers(method, { ...input, loads: [...rest, free] });
  const others = withoutOne(rest, appliance);
  return larger(
    input,
    { result: withChargers(method, { ...input, loads: rest }), out: charger },
    { result: withChargers(method, { ...input, loads: [...others, free] }), out: appliance },
    `${charger.label} waits while ${appliance.label} runs: the larger is counted`,
  );
}

/** The loads with one piece fewer of one of them. */
function withoutOne(loads: readonly CountedLoad[], one: CountedLoad): CountedLoad[] {
  const left = one.quantity - 1;
  return loads.flatMap((l) => (l !== one ? [l] : left > 0 ? [{ ...l, quantity: left, va: l.unitVA * left }] : []));
}
