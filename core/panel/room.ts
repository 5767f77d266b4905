/** Room for a device in a panel: a free place, or one that is free after a little work. */
import { withCircuit, withCircuitsOf } from "#core/case/document/change.ts";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName } from "#core/case/fields/names.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import type { Codebook } from "#core/rules/types.ts";
import { firstPlace, slotsOf, takesSpace } from "./slots.ts";
import { countSpaces } from "./spaces.ts";

const MOVE = requirements({ "labour:device": 1 });
const TAKE_OUT = requirements({ "labour:device:abandoned": 1 });

export interface Room {
  /** The case with the place made free. */
  document: CaseDocument;
  /** The first space of the device; null where positions were not recorded. */
  position: number | null;
  /** The work that makes the place free. */
  items: WorkItem[];
}

/** The slots of a device at a place. */
const slotsAt = (position: number, poles: number, codebook: Codebook): string[] =>
  slotsOf({ id: "new", poles, position }, codebook);

/** The abandoned devices that stand in some slots. */
function abandonedIn(circuits: readonly Circuit[], slots: readonly string[], codebook: Codebook): Circuit[] {
  return circuits.filter((c) => c.status === "abandoned" && slotsOf(c, codebook).some((slot) => slots.includes(slot)));
}

/** A whole device that one hand moves: not half of a space, not a source, and none that is only planned. */
const canMove = (c: Circuit): boolean =>
  c.position !== undefined && c.half === undefined && !c.planned && (c.status ?? "in-use") === "in-use" && !c.backfeed;

interface Place {
  position: number;
  /** Abandoned devices that stand in the way. */
  abandoned: readonly Circuit[];
  /** The device that is moved, and where to. */
  moved?: { circuit: Circuit; to: number };
}

/** The ways under an RCD of type AC, as if they were taken: a charger goes outside them where it can. */
const underTypeAc = ({ rcdGroups = [] }: Panel): Circuit[] =>
  rcdGroups
    .filter((g) => g.rcd === "AC")
    .flatMap(({ id, from, to }) =>
      Array.from({ length: to - from + 1 }, (_, i) => ({ id: `${id}:${from + i}`, position: from + i, poles: 1 })),
    );

/** A place that is free, or that only abandoned devices stand in; null without one. */
function freePlace(circuits: readonly Circuit[], spaces: number, poles: number, codebook: Codebook): Place | null {
  const free = firstPlace({ poles }, circuits, spaces, codebook);
  if (free !== null) return { position: free, abandoned: [] };
  const used = circuits.filter((c) => c.status !== "abandoned");
  const position = firstPlace({ poles }, used, spaces, codebook);
  if (position === null) return null;
  return { position, abandoned: abandonedIn(circuits, slotsAt(position, poles, codebook), codebook) };
}

/** A place that is free once one device is moved, the smallest first; null where no single move is enough. */
function placeAfterMove(circuits: readonly Circuit[], spaces: number, poles: number, codebook: Codebook): Place | null {
  const used = circuits.filter((c) => c.status !== "abandoned");
  for (const circuit of used.filter(canMove).sort((a, b) => (a.poles ?? 1) - (b.poles ?? 1))) {
    const others = used.filter((c) => c !== circuit);
    const position = firstPlace({ poles }, others, spaces, codebook);
    if (position === null) continue;
    const own = circuit.poles ?? 1;
    const to = firstPlace({ poles: own }, [...others, { id: "new", poles, position }], spaces, codebook);
    if (to === null) continue;
    const slots = [...slotsAt(position, poles, codebook), ...slotsAt(to, own, codebook)];
    return { position, abandoned: abandonedIn(circuits, slots, codebook), moved: { circuit, to } };
  }
  return null;
}

/**
 * Room for a new device. A free place goes before one of an abandoned device, and that before moving a device.
 * @param poles of the new device
 * @returns null without room, also after one move; undefined where spaces or positions are not known
 */
export function roomFor(
  document: CaseDocument,
  panel: Panel,
  poles: number,
  codebook: Codebook,
): Room | null | undefined {
  const { circuits = [] } = panel;
  const counted = countSpaces(panel, codebook);
  if (!counted) return undefined;
  if (counted.free < poles) return null;
  // Nobody records which places are out of use.
  if (counted.unplaced > 0 || (panel.linkedOut ?? 0) > 0) return undefined;
  const { total: spaces } = counted;
  const devices = circuits.filter(takesSpace);
  const outside = [...devices, ...underTypeAc(panel)];
  const place =
    freePlace(outside, spaces, poles, codebook) ??
    freePlace(devices, spaces, poles, codebook) ??
    placeAfterMove(devices, spaces, poles, codebook);
  if (!place) return null;
  const { position, abandoned, moved } = place;
  const link = linkId.panel(panel.id);
  const cleared =
    abandoned.length === 0
      ? document
      : withCircuitsOf(
          document,
          panel.id,
          circuits.filter((c) => !abandoned.includes(c)),
        );
  return {
    document: moved ? withCircuit(cleared, moved.circuit.id, { position: moved.to }) : cleared,
    position,
    items: [
      ...abandoned.map((circuit) => ({
        id: `take-out:${circuit.id}`,
        text: `Prove ${circuitName(circuit)} dead, take its device out, and cap and label its conductors`,
        requires: TAKE_OUT,
        link,
      })),
      ...(moved
        ? [
            {
              id: `move:${moved.circuit.id}`,
              text: `Move ${circuitName(moved.circuit)} from ${codebook.words.space} ${moved.circuit.position} to ${moved.to}, so that there is a place for the charger's device`,
              requires: MOVE,
              link,
            },
          ]
        : []),
    ],
  };
}
