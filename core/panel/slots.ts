/**
 * Where devices stand in a panel: every space has two halves, so that tandem and quad devices take their real place.
 * A slot is written `5a`: space 5, first half.
 */
import type { Circuit, Panel } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";

export type Region = Codebook["region"];

/** From one pole of a device to the next: down the column of a two-column panel, or along the row of a UK board. */
export const poleStep = (region: Region): number => (region === "us" ? 2 : 1);

/** Spaces a device stands in, first pole first; empty where its place is not recorded. */
export function positionsOf(circuit: Circuit, region: Region): number[] {
  if (circuit.position === undefined) return [];
  const step = poleStep(region);
  const positions: number[] = [];
  for (let i = 0; i < (circuit.poles ?? 1); i++) positions.push(circuit.position + i * step);
  return positions;
}

/** Halves of spaces a device takes; the outer pair of a quad takes the first half above and the second below. */
export function slotsOf(circuit: Circuit, region: Region): string[] {
  const slots: string[] = [];
  for (const [i, p] of positionsOf(circuit, region).entries())
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
export function takenSlots(circuits: readonly Circuit[], region: Region): Map<string, Circuit> {
  const taken = new Map<string, Circuit>();
  for (const circuit of circuits)
    if (takesSpace(circuit)) for (const slot of slotsOf(circuit, region)) taken.set(slot, circuit);
  return taken;
}

/** More than any dwelling's panel has; the bound where nobody has counted them. */
export const MOST_SPACES = 120;

/** Spaces of a panel; where they have not been counted, as many as its devices reach. */
export const spacesOf = (panel: Panel, region: Region): number =>
  panel.spaces ?? Math.max(0, ...(panel.circuits ?? []).flatMap((c) => positionsOf(c, region)));

const nameOf = (circuit: Circuit) => `"${circuit.label || circuit.id}"`;

/**
 * Why a device may not stand where it says, or null: beyond the last space, or on top of another.
 * @param others the devices that stay where they are; blanks give way, abandoned ones do not
 */
export function placeProblem(
  circuit: Circuit,
  others: readonly Circuit[],
  spaces: number | undefined,
  region: Region,
): string | null {
  const last = Math.max(0, ...positionsOf(circuit, region));
  if (spaces !== undefined && last > spaces)
    return `${nameOf(circuit)} would reach ${region === "us" ? "space" : "way"} ${last}; the last one is ${spaces}`;
  const taken = takenSlots(others, region);
  const other = slotsOf(circuit, region).flatMap((slot) => taken.get(slot) ?? [])[0];
  return other
    ? `${region === "us" ? "Space" : "Way"} ${circuit.position} is taken by ${nameOf(other)}${other.status === "abandoned" ? ", abandoned but still there" : ""}`
    : null;
}

/** First position where a device of so many poles (and that half) can stand; null where there is none. */
export function firstPlace(
  device: Pick<Circuit, "poles" | "half">,
  others: readonly Circuit[],
  spaces: number,
  region: Region,
): number | null {
  const taken = takenSlots(others, region);
  for (let position = 1; position <= spaces; position++) {
    const asked = { id: "new", ...device, position };
    const within = Math.max(...positionsOf(asked, region)) <= spaces;
    if (within && slotsOf(asked, region).every((slot) => !taken.has(slot))) return position;
  }
  return null;
}

/** Leg (US: 1, 2) or phase (three-phase board: 1 to 3) of a space; 1 where there is only one. */
export function legOf(position: number, region: Region, legs: number): number {
  return region === "us" ? (Math.floor((position - 1) / 2) % legs) + 1 : ((position - 1) % legs) + 1;
}
