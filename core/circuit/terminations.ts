/** Every terminal of a designed circuit, in the order in which they are made: what the log of terminations is filled in by. */
import { hasNeutral } from "#core/case/document/lookups.ts";
import type { CaseDocument, Conductor } from "#core/case/document/types.ts";
import type { CircuitUnit } from "#core/estimate/requirements.ts";
import { junctionBoxes } from "#core/rules/circuit/parts-of-run.ts";
import type { CircuitDesign, DesignedSegment, TerminalNames } from "#core/rules/circuit/types.ts";
import { showSize } from "#core/units.ts";

export interface Termination {
  /** Its name in the log. */
  terminal: string;
  /** "6 AWG copper". */
  conductor: string;
  /** Torqued, then once more: stranded wire settles. */
  twice: boolean;
  /** The value on its maker's label, where it was entered. */
  torque?: string;
}

/** Solid in these sizes, stranded above. */
const SOLID: readonly string[] = ["14 AWG", "12 AWG", "10 AWG", "1 mm2", "1.5 mm2", "2.5 mm2"];

const terminationOf = (
  terminal: string,
  { size, material }: Conductor,
  metals: TerminalNames["metals"],
): Termination => ({
  terminal,
  conductor: `${showSize(size)} ${metals[material ?? "cu"]}`,
  twice: !SOLID.includes(size),
});

/** The terminals of one end of a conductor. */
type End = Pick<DesignedSegment, "conductor" | "earthConductor">;

/**
 * The terminals at one thing, in the order in which they are made: gland, live ones, earth.
 * @param atBoard what the protective conductor ends at, where the thing is a device of a board
 */
function terminalsAt(
  thing: string,
  { conductor, earthConductor }: End,
  { earth, gland, metals }: TerminalNames,
  live: readonly string[],
  atBoard?: string,
): Termination[] {
  const armoured = gland?.types.includes(conductor.type ?? "") ? gland : null;
  const glandAt = atBoard ? armoured?.board : thing;
  return [
    // A gland is tightened once: its armour does not settle like stranded wire.
    ...(armoured ? [{ ...terminationOf(`${glandAt}, ${armoured.name}`, conductor, metals), twice: false }] : []),
    ...live.map((line) => terminationOf(`${thing}, ${line}`, conductor, metals)),
    terminationOf(atBoard ?? `${thing}, ${earth}`, earthConductor, metals),
  ];
}

/**
 * Every terminal of a renewed feeder, at the device that it starts from and at the panel that it feeds, where the neutral
 * has a bar of its own.
 * @param panel name of the panel that it feeds
 */
export function terminationsOfFeeder({ segments }: CircuitDesign, panel: string, names: TerminalNames): Termination[] {
  const [first] = segments;
  const last = segments.at(-1);
  if (!first || !last) return [];
  const { live, device, earthBar } = names;
  const lines = live.includes(NEUTRAL) ? live : [...live, NEUTRAL];
  return [
    ...terminalsAt(`${device} of the feeder`, first, names, lines, earthBar && `${earthBar}, the feeder`),
    ...terminalsAt(panel, last, names, lines),
  ];
}
const NEUTRAL = "neutral";

/**
 * Every terminal of a designed circuit with its conductor, from the panel to the charger.
 * @param units between the device and the charger
 */
export function terminationsOf(
  document: Pick<CaseDocument, "run" | "charger" | "options">,
  design: CircuitDesign,
  names: TerminalNames,
  units: readonly CircuitUnit[] = [],
): Termination[] {
  const { run, charger } = document;
  const { segments } = design;
  const first = segments[0];
  const last = segments.at(-1);
  if (!first || !last) return [];
  const live = hasNeutral(document) && !names.live.includes(NEUTRAL) ? [...names.live, NEUTRAL] : names.live;
  const at = (thing: string, end: End) => terminalsAt(thing, end, names, live);
  const device = terminalsAt(names.device, first, names, live, names.earthBar && `${names.earthBar}, the circuit`);
  const boxes = junctionBoxes(design).flatMap((i) => {
    const [before, after] = [segments[i - 1], segments[i]] as [End, End];
    const box = `Junction box before part ${i + 1}`;
    return [...at(`${box}, from the supply`, before), ...at(`${box}, to the charger`, after)];
  });
  const disconnect =
    run?.disconnect === "in-sight" || run?.disconnect === "out-of-sight"
      ? [...at("Disconnect, line side", last), ...at("Disconnect, load side", last)]
      : [];
  const end = at(charger?.connection === "plug" ? "Receptacle" : "Charger", last);
  const torque = charger?.connection === "plug" ? undefined : charger?.torque;
  const ofUnits = units.flatMap(({ name }) => [
    ...at(`${name}, supply side`, first),
    ...at(`${name}, charger side`, first),
  ]);
  return [...device, ...ofUnits, ...boxes, ...disconnect, ...end.map((made) => (torque ? { ...made, torque } : made))];
}
