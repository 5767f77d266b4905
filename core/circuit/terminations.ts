/** Every terminal of a designed circuit, in the order in which they are made: what the log of terminations is filled in by. */
import { hasNeutral } from "#core/case/document/lookups.ts";
import type { CaseDocument, Conductor } from "#core/case/document/types.ts";
import { junctionBoxes } from "#core/rules/circuit/parts-of-run.ts";
import type { CircuitDesign, TerminalNames } from "#core/rules/circuit/types.ts";
import { showSize } from "#core/units.ts";

export interface Termination {
  /** Its name in the log. */
  terminal: string;
  /** "6 AWG copper". */
  conductor: string;
  /** Torqued, then once more: stranded wire settles. */
  twice: boolean;
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

/**
 * Every terminal of a renewed feeder, at the device that it starts from and at the panel that it feeds, where the neutral
 * has a bar of its own.
 * @param panel name of the panel that it feeds
 */
export function terminationsOfFeeder(
  { segments }: CircuitDesign,
  panel: string,
  { live, earth, device, metals }: TerminalNames,
): Termination[] {
  const [first] = segments;
  const last = segments.at(-1);
  if (!first || !last) return [];
  const lines = live.includes(NEUTRAL) ? live : [...live, NEUTRAL];
  return [
    { thing: `${device} of the feeder`, made: first },
    { thing: panel, made: last },
  ].flatMap(({ thing, made }) => [
    ...lines.map((line) => terminationOf(`${thing}, ${line}`, made.conductor, metals)),
    terminationOf(`${thing}, ${earth}`, made.earthConductor, metals),
  ]);
}
const NEUTRAL = "neutral";

/** Every terminal of a designed circuit with its conductor, from the panel to the charger. */
export function terminationsOf(
  document: Pick<CaseDocument, "run" | "charger" | "options">,
  design: CircuitDesign,
  { live: lineNames, earth, device: deviceName, metals }: TerminalNames,
): Termination[] {
  const { run, charger } = document;
  const liveNames = hasNeutral(document) && !lineNames.includes(NEUTRAL) ? [...lineNames, NEUTRAL] : lineNames;
  const { segments } = design;
  const first = segments[0];
  const last = segments.at(-1);
  if (!first || !last) return [];
  const named = (terminal: string, conductor: Conductor) => terminationOf(terminal, conductor, metals);
  /** The terminals of one thing: its live ones, and the earth. */
  const at = (thing: string, { conductor, earthConductor }: typeof first, live = liveNames) => [
    ...live.map((l) => named(`${thing}, ${l}`, conductor)),
    named(`${thing}, ${earth}`, earthConductor),
  ];
  const device = at(deviceName, first);
  const boxes = junctionBoxes(design).flatMap((i) => {
    const [before, after] = [segments[i - 1], segments[i]] as [typeof first, typeof first];
    const box = `Junction box before part ${i + 1}`;
    return [...at(`${box}, from the supply`, before), ...at(`${box}, to the charger`, after)];
  });
  const disconnect =
    run?.disconnect === "in-sight" || run?.disconnect === "out-of-sight"
      ? [...at("Disconnect, line side", last), ...at("Disconnect, load side", last)]
      : [];
  const end = at(charger?.connection === "plug" ? "Receptacle" : "Charger", last);
  return [...device, ...boxes, ...disconnect, ...end];
}
