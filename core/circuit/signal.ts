/** How the clamps' reading gets to a managed charger, and what is checked of it. */

import type { ClampPlace } from "#core/case/document/clamp-place.ts";
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

const READS = { "with-charger": "house and charger together", "house-alone": "the house alone" } as const;
const FEEDER_END = { start: "where the feeder starts", end: "where the feeder ends" } as const;

const MOVE_THEM = "move them to where they read the charger too";
const CHANGE_EITHER = "move them, or choose that reading for the job and set the charger to it";

/** Where the clamps sit as fitted, against what the charger is set to: a charger that is left out is never held back. */
function placeCheck({ signal }: Run, { divided, reads: wanted }: ClampPlace): RouteCheck {
  const { reads, feederEnd, input } = signal ?? {};
  const fitted = reads && [
    reads === wanted ? READS[reads] : `${READS[reads]}: ${divided ? CHANGE_EITHER : MOVE_THEM}`,
    feederEnd && FEEDER_END[feederEnd],
    input && `input ${input}`,
  ];
  return routeCheck(
    "signal-place",
    "What the clamps read",
    reads === undefined ? null : reads === wanted,
    RULE,
    divided
      ? wanted === "with-charger"
        ? "house and charger together, before the conductors divide"
        : "the house alone, after the conductors divide; the charger is set to add its own current"
      : "house and charger together, as the charger's circuit starts behind them",
    fitted ? fitted.filter(Boolean).join("; ") : "not looked at yet",
  );
}

/**
 * Checks of a signal: its route, room at the conductors, what it reads, and its direction, which only commissioning can
 * prove.
 */
export function signalChecks(run: Run, place: ClampPlace): RouteCheck[] {
  const { signal } = run;
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
    placeCheck(run, place),
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
