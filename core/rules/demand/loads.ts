/** The ledger of a case as the methods want it: volt-amperes of every load, quantities worked in. */
import type { CaseDocument, Load, LoadKindId } from "#core/case/document/types.ts";
import { lower } from "#core/words.ts";
import type { Codebook } from "../types.ts";
import type { CountedLoad } from "./types.ts";

/** Nominal volts that turn VA into supply amperes for this case. */
export const caseVolts = (document: CaseDocument, codebook: Codebook): number => codebook.volts(document.supply.system);

/** Phases of the supply that a demand is spread over. */
export const phasesOf = ({ document }: { document: CaseDocument }): number =>
  document.supply.system === "three-phase-230-400" ? 3 : 1;

/** Name of a load: its own label, otherwise that of its kind. */
export const loadName = ({ label, kind }: Pick<Load, "label" | "kind">, { loadKinds }: Codebook): string =>
  label || loadKinds.find((k) => k.kind === kind)?.label || kind;

/** The same as it goes on within a sentence: "the dryer", or its own label in quotation marks. */
export const loadInSentence = (load: Pick<Load, "label" | "kind">, codebook: Codebook): string =>
  load.label ? `"${load.label}"` : `the ${lower(loadName(load, codebook))}`;

/** The loads of all but the given kinds. */
export const loadsWithout = (loads: readonly CountedLoad[], ...kinds: readonly LoadKindId[]): CountedLoad[] =>
  loads.filter((l) => !kinds.includes(l.kind));
/** The loads of the given kinds. */
export const ofKind = (loads: readonly CountedLoad[], ...kinds: LoadKindId[]): CountedLoad[] =>
  loads.filter((l) => kinds.includes(l.kind));

/** A load of the case with its volt-amperes on this supply. */
export function countedLoad(load: Load, codebook: Codebook, volts: number): CountedLoad {
  const kind = codebook.loadKinds.find((k) => k.kind === load.kind);
  const quantity = load.quantity ?? 1;
  const unitVA =
    kind?.fixedVA ??
    (load.va !== undefined
      ? load.va / (load.phases ?? 1)
      : load.amps === undefined
        ? 0
        : load.amps * (load.volts ?? volts));
  return {
    id: load.id,
    kind: load.kind,
    label: loadName(load, codebook),
    va: unitVA * quantity,
    unitVA,
    quantity,
    existing: load.existing ?? true,
    controlled: load.controlled ?? quantity,
    ...(load.phase !== undefined && { phase: load.phase }),
    ...(load.phases === 3 && { onAllPhases: true as const }),
    socketOnControl: load.socketOnControl ?? false,
    continuous: load.continuous ?? false,
    slow: load.kind === "ev-charger" && load.va === undefined && (load.volts ?? volts) < volts,
    ...(load.interlockedWith !== undefined && { interlockedWith: load.interlockedWith }),
    ...(load.waitsFor !== undefined && { waitsFor: load.waitsFor }),
    ...(load.managed !== undefined && { managed: load.managed }),
    ...(load.ampsFrom === "mca" && { note: "MCA of the label, on the high side" }),
  };
}

/** Loads of a case are never changed in place, so what one comes to is worked out once. */
const counted = new WeakMap<Load, { codebook: Codebook; volts: number; hasThree: boolean; load: CountedLoad }>();

/** The loads of a case with their VA on its supply. */
export function countedLoads(document: CaseDocument, codebook: Codebook): CountedLoad[] {
  const volts = caseVolts(document, codebook);
  const hasThree = document.supply.system === "three-phase-230-400";
  return document.loads.map((load) => {
    const known = counted.get(load);
    if (known?.codebook === codebook && known.volts === volts && known.hasThree === hasThree) return known.load;
    // On a supply of one phase nothing draws from three.
    const { phases: _, ...onOne } = load;
    const made = countedLoad(hasThree ? load : onOne, codebook, volts);
    counted.set(load, { codebook, volts, hasThree, load: made });
    return made;
  });
}
