/** How the clamps' reading gets to a managed charger, and what is checked of it. */
import type { Run } from "#core/case/document/types.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";
import { showPercent } from "#core/units.ts";

/** Below this share of full strength a radio link is not relied on. */
const LEAST_STRENGTH = 0.4;
const RULE = "Maker's instructions";

const BY = {
  cores: "cores in the charging cable, which is bought with them",
  "data-cable": "a twisted pair beside the circuit, in no raceway with it unless its insulation is made for that",
  radio: "by radio",
} as const;

/** Checks of a signal: its route, room at the conductors, and its direction, which only commissioning can prove. */
export function signalChecks({ signal }: Run): RouteCheck[] {
  const { by = "data-cable", roomAtConductors, readAtClampsPercent, readAtChargerPercent } = signal ?? {};
  return [
    routeCheck(
      "signal-room",
      "Room for the clamps",
      roomAtConductors ?? null,
      RULE,
      "each clamp closes around one conductor alone",
      roomAtConductors === undefined
        ? "not looked at yet"
        : roomAtConductors
          ? "they close"
          : "they do not close there",
    ),
    routeCheck(
      "signal-way",
      "The clamps' signal",
      signal ? (by === "radio" ? strongEnough(readAtClampsPercent, readAtChargerPercent) : true) : null,
      RULE,
      by === "radio"
        ? `read at both ends, ${showPercent(LEAST_STRENGTH)} of full strength at least`
        : "slack left at both ends; the pair is joined at one end's shield only",
      signal
        ? by === "radio"
          ? `${BY.radio}: ${strength("at the clamps", readAtClampsPercent)}, ${strength("at the charger", readAtChargerPercent)}`
          : BY[by]
        : `not entered: ${BY["data-cable"]} is counted in`,
    ),
    routeCheck(
      "signal-direction",
      "Direction of the clamps",
      null,
      RULE,
      "a known load of 1 kW or more, switched on and off, moves the reading by itself, and import is positive",
      "proved at commissioning",
    ),
  ];
}

const strength = (where: string, percent: number | undefined): string =>
  percent === undefined ? `${where} not read` : `${where} ${showPercent(percent / 100)}`;

function strongEnough(...read: readonly (number | undefined)[]): boolean | null {
  if (read.some((p) => p !== undefined && p / 100 < LEAST_STRENGTH)) return false;
  return read.includes(undefined) ? null : true;
}
