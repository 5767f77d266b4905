/**
 * Price-book items of a new charging circuit: from the design along the run, otherwise the usual size for its device.
 */

import { chargerPhases, chargerRun, hasNeutral } from "#core/case/document/lookups.ts";
import type { CaseDocument, Conductor, Run, RunSegment } from "#core/case/document/types.ts";
import { NEVER_DRILLED } from "#core/case/document/vocabulary.ts";
import { designFor, isDesigned, type KeptCircuit } from "#core/circuit/design.ts";
import { countOfSupports } from "#core/circuit/route.ts";
import { type Requirements, requirements } from "#core/estimate/requirements.ts";
import { ownValue } from "#core/own-value.ts";
import { chargerPoles } from "#core/panel/charger-poles.ts";
import { isKeptPart, laidLengthOf, laidSegments, lengthIn } from "#core/rules/circuit/laid.ts";
import { junctionBoxes } from "#core/rules/circuit/parts-of-run.ts";
import type { CircuitDesign } from "#core/rules/circuit/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";

/** Run methods whose conductors are single ones in a conduit. */
const SINGLES: readonly string[] = ["thhn", "xhhw-2"];
/** Two line conductors, or line and neutral, beside the earth conductor. */
const LIVE = 2;
/** The same of a feeder: two line conductors and the neutral. Only single conductors are counted one by one. */
const LIVE_WITH_NEUTRAL = 3;
const CONDUIT: readonly string[] = ["emt", "pvc40", "pvc80", "buried-pvc", "trunking", "ground"];
/** Charger classes of the price book, by their largest current. */
const CHARGER_CLASSES_A = [16, 32, 40, 48, 80] as const;

/** The smallest usual size that the rules allow for this device and for charging with this current. */
function usualSize({
  codebook,
  type,
  deviceA,
  chargeA,
}: {
  codebook: Codebook;
  type: string;
  deviceA: number;
  chargeA: number;
}): string {
  const { feederSizes, charging } = codebook;
  const leastA = chargeA * charging.continuousFactor;
  const carries = (size: string) => {
    const rated = codebook.conductor({ size, material: "cu", type });
    return rated !== null && charging.deviceOnConductorA(rated) >= deviceA && !exceeds(leastA, rated.ampacityA);
  };
  return feederSizes.find(carries) ?? (feederSizes.at(-1) as string);
}

/** The charger itself, of the smallest class that gives the current; none where the customer has one. */
export const chargerTakes = ({ charger }: CaseDocument, chargeA: number): Record<string, number> => {
  if (charger?.providedBy === "customer") return {};
  if (charger?.kind) return { [charger.kind]: 1 };
  const asked = Math.max(chargeA, charger?.maxA ?? 0);
  return { [`charger:${CHARGER_CLASSES_A.find((a) => a >= asked) ?? CHARGER_CLASSES_A.at(-1)}`]: 1 };
};

/** The items of a price book that a conductor is bought as, and how often along its length. */
export function conductorItems(
  { type = "", size, material }: Conductor,
  earthSize: string,
  live = LIVE,
): (readonly [item: string, times: number])[] {
  const as = material === "al" ? `${type}-al` : type;
  return SINGLES.includes(type)
    ? [
        [`wire:${as}:${size}`, live],
        [`wire:${as}:${earthSize}`, 1],
      ]
    : [[live > LIVE ? `cable:${as}:${size}:neutral` : `cable:${as}:${size}`, 1]];
}

/** Single conductors inside a building run in EMT, on any structure. */
const conduitItem = (method: string, conduit: string | null): string => {
  const kind = method === "in-wall" || method === "attic" ? "emt" : method;
  const trade = conduit && /^\S+ in/.exec(conduit)?.[0];
  return trade ? `conduit:${kind}:${trade}` : `conduit:${kind}`;
};

type Put = (item: string, count: number) => void;

/** Drilled holes and the sleeves in them. */
function putCrossings({ through = {}, fixedTo }: RunSegment, put: Put): void {
  for (const [what, count] of Object.entries(through)) {
    if (!count || NEVER_DRILLED.some((never) => never === what)) continue;
    put(`labour:drill:${what}`, count);
    if (what !== "joists") put("sleeve", count);
  }
  if (fixedTo === "fence") put("labour:fence", 1);
}

/** Ground that takes longer for each fixing than the usual wall. */
const SLOW_GROUND: readonly RunSegment["fixedTo"][] = ["masonry", "board", "post"];

/** Boxes where the conductor type changes. */
function putBoxes(designed: CircuitDesign, put: Put): void {
  const boxes = junctionBoxes(designed).length;
  if (boxes === 0) return;
  put("junction-box", boxes);
  put("labour:junction-box", boxes);
}

/** Slack that is left of a data cable, for both ends together. */
const SIGNAL_SLACK = { ft: 10, m: 3 } as const;

/** Items for the clamps' signal as the run defines it; a cable beside the circuit by default. */
export function signalTakes(document: CaseDocument, { charging, lengthUnit }: Codebook): Record<string, number> {
  const run = chargerRun(document);
  const circuit = run?.segments?.length ? laidLengthOf(run, lengthUnit) : charging.usualRun.length.value;
  const { by = "data-cable", length } = run?.signal ?? {};
  if (by === "radio") return { "signal:radio": 1, "labour:signal:radio": 1 };
  if (by === "cores") return { "signal:cores": circuit, "labour:signal:cores": 1 };
  const long = length ? lengthIn(length, lengthUnit) : circuit;
  return { "signal-cable": long + SIGNAL_SLACK[lengthUnit], "run:signal-cable": long };
}

/** A run that is priced, and what lies along it. */
interface PricedRun {
  /** Null where none was entered: the usual run is priced. */
  run: Run | null;
  /** What was designed along it; null where nothing was. */
  designed: CircuitDesign | null;
  /** Live conductors in it. */
  live: number;
  /** Size of a conductor type that was not designed. */
  sizeOf(type: string): string;
  /** Parts that are there already are not bought. */
  onlyNew?: boolean;
  /** Its cable has a core for each of three phases. */
  isThreePhase?: boolean;
}

/** Cable or wires, conduit, supports and holes along a run. */
function putRun(
  { run, designed, live, sizeOf, onlyNew = false, isThreePhase = false }: PricedRun,
  codebook: Codebook,
  put: Put,
): void {
  const { usualRun } = codebook.charging;
  const usualType = (isThreePhase ? usualRun.threePhaseType : undefined) ?? usualRun.conductorType;
  const segments: readonly RunSegment[] = run?.segments?.length
    ? laidSegments(run)
    : [{ method: usualRun.method, length: usualRun.length }];
  for (const [i, segment] of segments.entries()) {
    if (onlyNew && isKeptPart(segment)) continue;
    const { method, length, conductorType } = segment;
    const long = lengthIn(length, codebook.lengthUnit);
    const made = designed?.segments[i];
    const type = made?.conductor.type ?? conductorType ?? run?.conductorType ?? usualType;
    const size = made?.conductor.size ?? sizeOf(type);
    const conductor = made?.conductor ?? { size, type };
    for (const [item, times] of conductorItems(conductor, made?.earthConductor.size ?? size, live))
      put(isThreePhase ? `${item}:3p` : item, long * times);
    if (!made?.conduitIsThere && (made?.conduit || CONDUIT.includes(method)))
      put(conduitItem(method, made?.conduit ?? null), long);
    put(segment.surface ? `run:${method}:${segment.surface}` : `run:${method}`, long);
    if (segment.raceway?.existing && segment.raceway.old) put(`labour:take-out:${segment.raceway.old}`, 1);
    const supports = made && codebook.circuit.supportsOf(segment, made);
    if (supports) {
      const count = countOfSupports(long, supports);
      put(supports.item, count);
      if (SLOW_GROUND.includes(segment.fixedTo)) put(`labour:fix:${segment.fixedTo}`, count);
    }
    putCrossings(segment, put);
  }
  if (designed) putBoxes(designed, put);
}

/** Counts items of a price book into a record. */
const putInto =
  (parts: Record<string, number>): Put =>
  (item, count) => {
    parts[item] = (ownValue(parts, item) ?? 0) + count;
  };

/** The circuit as designed along the run; null where there is none. */
function designedAlong(document: CaseDocument, codebook: Codebook, chargeA: number, kept?: KeptCircuit) {
  const found = designFor(document, codebook, chargeA, kept);
  return found && isDesigned(found) ? found : null;
}

/**
 * @param deviceA rating of its protective device, A
 * @param chargeA charging current, A
 */
export function newCircuitTakes(
  document: CaseDocument,
  codebook: Codebook,
  deviceA: number,
  chargeA: number,
): Requirements {
  const parts: Record<string, number> = {
    [`device:${chargerPoles(document, codebook)}p:${deviceA}`]: 1,
    sundries: 1,
    permit: 1,
    "labour:new-circuit": 1,
    ...chargerTakes(document, chargeA),
  };
  const sizeOf = (type: string) => usualSize({ codebook, type, deviceA, chargeA });
  const designed = designedAlong(document, codebook, chargeA);
  const isThreePhase = chargerPhases(document) === 3;
  const live = hasNeutral(document) ? LIVE_WITH_NEUTRAL : LIVE;
  putRun({ run: chargerRun(document), designed, live, sizeOf, isThreePhase }, codebook, putInto(parts));
  return requirements(parts, "permit", "order", "inspection");
}

/** Whether the run names parts that are laid anew beside parts of a circuit that is reused. */
export const hasNewParts = (document: CaseDocument): boolean =>
  chargerRun(document)?.segments?.some((segment) => !isKeptPart(segment)) ?? false;

/**
 * Items of a circuit that goes on from where it ends: of the parts of the run that are new, where it names them,
 * otherwise of all of it with the conductor that the circuit has.
 * @param chargeA charging current, A
 */
export function extensionTakes(
  document: CaseDocument,
  codebook: Codebook,
  kept: KeptCircuit,
  chargeA: number,
): Record<string, number> {
  const parts: Record<string, number> = {};
  const designed = designedAlong(document, codebook, chargeA, kept);
  const run = chargerRun(document);
  const onlyNew = hasNewParts(document);
  putRun({ run, designed, live: LIVE, sizeOf: () => kept.conductor.size, onlyNew }, codebook, putInto(parts));
  return parts;
}

/** Items of a feeder that is renewed along the run: its device, what is laid, and both ends. */
export function feederTakes(document: CaseDocument, codebook: Codebook, designed: CircuitDesign): Requirements {
  const parts: Record<string, number> = {
    [`device:${codebook.charging.poles}p:${designed.deviceA}`]: 1,
    sundries: 1,
    permit: 1,
    "labour:device": 1,
    "labour:device:far-end": 1,
  };
  const run = document.run ?? null;
  putRun({ run, designed, live: LIVE_WITH_NEUTRAL, sizeOf: () => designed.conductor.size }, codebook, putInto(parts));
  return requirements(parts, "permit", "order", "inspection");
}
