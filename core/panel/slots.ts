/**
 * Positions of devices in a panel: every space has two halves, so that tandem and quad devices are placed correctly. A
 * slot is written `5a`: space 5, first half.
 */
import type { Circuit, Panel } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { capital } from "#core/words.ts";

/** The spaces of a device, first pole first; empty where its position is not recorded. */
export function positionsOf(circuit: Circuit, { board }: Codebook): number[] {
  if (circuit.position === undefined) return [];
  const positions: number[] = [];
  for (let i = 0; i < (circuit.poles ?? 1); i++) positions.push(circuit.position + i * board.poleStep);
  return positions;
}

/** Halves of spaces a device takes; the outer pair of a quad takes the first half above and the second below. */
export function slotsOf(circuit: Circuit, codebook: Codebook): string[] {
  const slots: string[] = [];
  for (const [i, p] of positionsOf(circuit, codebook).entries())
    switch (circuit.half) {
      case "a":
      case "b":
        slots.push(`${p}${circuit.half}`);
        break;
      case "outer":
        slots.push(`${p}${i === 0 ? "a" : "b"}`);
        break;
      case "inner":
        slots.push(`${p}${i === 0 ? "b" : "a"}`);
        break;
      default:
        slots.push(`${p}a`, `${p}b`);
    }
  return slots;
}

/** A blank plate covers a space and takes none. */
export const takesSpace = (circuit: Circuit): boolean => circuit.device !== "blank";

/** Slots taken in a panel, with the device in each. */
function takenSlots(circuits: readonly Circuit[], codebook: Codebook): Map<string, Circuit> {
  const taken = new Map<string, Circuit>();
  for (const circuit of circuits)
    if (takesSpace(circuit)) for (const slot of slotsOf(circuit, codebook)) taken.set(slot, circuit);
  return taken;
}

/** Upper bound of a dwelling's panel; used where the spaces were not counted. */
export const MOST_SPACES = 120;

/** Spaces of a panel; where they have not been counted, as many as its devices reach. */
export const spacesOf = (panel: Panel, codebook: Codebook): number =>
  panel.spaces ?? Math.max(0, ...(panel.circuits ?? []).flatMap((c) => positionsOf(c, codebook)));

const nameOf = (circuit: Circuit) => `"${circuit.label || circuit.id}"`;

/**
 * The reason why a device cannot be at its position, or null: beyond the last space, or on top of another device.
 * @param others the devices that stay in place; blanks give way, abandoned ones do not
 */
export function placeProblem(
  circuit: Circuit,
  others: readonly Circuit[],
  spaces: number | undefined,
  codebook: Codebook,
): string | null {
  const { words } = codebook;
  const last = Math.max(0, ...positionsOf(circuit, codebook));
  if (spaces !== undefined && last > spaces)
    return `${nameOf(circuit)} would reach ${words.space} ${last}; the last one is ${spaces}`;
  const taken = takenSlots(others, codebook);
  const other = slotsOf(circuit, codebook).flatMap((slot) => taken.get(slot) ?? [])[0];
  return other
    ? `${capital(words.space)} ${circuit.position} is taken by ${nameOf(other)}${other.status === "abandoned" ? ", abandoned but still there" : ""}`
    : null;
}

/** First position with room for the poles (and that half); null without one. */
export function firstPlace(
  device: Pick<Circuit, "poles" | "half">,
  others: readonly Circuit[],
  spaces: number,
  codebook: Codebook,
): number | null {
  const taken = takenSlots(others, codebook);
  for (let position = 1; position <= spaces; position++) {
    const asked = { id: "new", ...device, position };
    const within = Math.max(...positionsOf(asked, codebook)) <= spaces;
    if (within && slotsOf(asked, codebook).every((slot) => !taken.has(slot))) return position;
  }
  return null;
}
