/** North America: checks of a charging circuit's route, and of the devices at its ends. */

import type { RunSegment } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import { indexesWhere, junctionBoxes, oneCheckFor, partsInWords } from "#core/rules/circuit/parts-of-run.ts";
import type { DesignedSegment, RouteCheck, RoutedCircuit, SupportSpacing } from "#core/rules/circuit/types.ts";
import { lengthFt, showA, showNumber } from "#core/units.ts";
import { BOX_VOLUME, CABLE_SUPPORT, COVER_IN, RACEWAY_SUPPORTS } from "./route-tables.ts";

const MOST_BEND = 360;
const MUCH_BEND = 270;
/** From this size on conductors are stiff in tight elbows. */
const STIFF = ["14 AWG", "12 AWG", "10 AWG", "8 AWG", "6 AWG"];
const DISCONNECT_ABOVE_A = 60;
const GFCI_OUTDOORS_UP_TO_A = 50;
const IN_TO_FT = 12;

/** "1-1/4 in EMT" in its parts. */
const conduitParts = (conduit: string): { trade: string; kind: string } => {
  const [, trade = "", kind = ""] = /^(\S+ in) (.*)$/.exec(conduit) ?? [];
  return { trade, kind };
};

/** Supports of a segment by its conduit or cable; null for a buried one. */
export function necSupports({ method }: RunSegment, { conduit }: DesignedSegment): SupportSpacing | null {
  if (method === "buried-pvc") return null;
  if (!conduit) return CABLE_SUPPORT;
  const { trade, kind } = conduitParts(conduit);
  const of = kind === "EMT" ? RACEWAY_SUPPORTS.emt : RACEWAY_SUPPORTS.pvc;
  return { ...of, every: ownValue(of.everyBySize, trade) ?? of.everyBySize.other };
}

const bends = ({ segments, design }: RoutedCircuit): RouteCheck[] =>
  segments.flatMap((segment, i) => {
    const made = design.segments[i];
    if (!made?.conduit) return [];
    const { bendDegrees } = segment;
    const rule = made.conduit.includes("EMT") ? "NEC 358.26" : "NEC 352.26";
    const stiff = !STIFF.includes(made.conductor.size);
    const much = bendDegrees !== undefined && bendDegrees >= MUCH_BEND && bendDegrees <= MOST_BEND;
    const advice = much
      ? `; a hard pull: add a pull point${stiff ? `, or one size up for ${made.conductor.size}` : ""}`
      : "";
    return [
      routeCheck(
        "bends",
        `Bends, part ${i + 1}`,
        bendDegrees === undefined ? null : bendDegrees <= MOST_BEND,
        rule,
        `no more than ${MOST_BEND}° between pull points`,
        bendDegrees === undefined
          ? "not entered"
          : `${showNumber(bendDegrees)}° against ${MOST_BEND}°${bendDegrees > MOST_BEND ? "; put a pull point between" : advice}`,
      ),
    ];
  });

const burial = ({ segments }: RoutedCircuit): RouteCheck[] =>
  segments.flatMap(({ method, cover }, i) => {
    if (method !== "buried-pvc") return [];
    const inches = cover ? lengthFt(cover) * IN_TO_FT : null;
    return [
      routeCheck(
        "cover",
        `Depth of cover, part ${i + 1}`,
        inches === null ? null : inches >= COVER_IN - 1e-6,
        "NEC 300.5, table 300.5(A)",
        `PVC conduit, ${COVER_IN} in at least`,
        inches === null ? `not entered; ${COVER_IN} in required` : `${showNumber(inches)} in against ${COVER_IN} in`,
      ),
    ];
  });

/** Cable and schedule 40 are not left where they could be struck. */
function protection({ segments, design }: RoutedCircuit): RouteCheck[] {
  const soft = (i: number, { method }: RunSegment) =>
    method === "pvc40" || (method !== "buried-pvc" && !design.segments[i]?.conduit);
  const rule = "NEC 300.4, 334.15(B), 352.10(F)";
  const formula = "cable and PVC schedule 40 are not for places exposed to physical damage; schedule 80 or EMT there";
  return [
    ...oneCheckFor(
      indexesWhere(segments, (s, i) => s.exposed === true && soft(i, s)),
      (at) =>
        routeCheck("protection", "Protection from damage", false, rule, formula, `${at} is exposed to physical damage`),
    ),
    ...oneCheckFor(
      // A cable in a wall counts as protected behind its surface.
      indexesWhere(segments, (s, i) => s.exposed === undefined && s.method !== "in-wall" && soft(i, s)),
      (at) =>
        routeCheck("protection", "Protection from damage", null, rule, formula, `${at}: not recorded whether it is`),
    ),
  ];
}

/** A box where the conductor type changes: conductors of both sides, one allowance for the earths, one for clamps. */
const boxes = ({ design }: RoutedCircuit): RouteCheck[] =>
  junctionBoxes(design).map((i) => {
    const sides = [design.segments[i - 1], design.segments[i]] as DesignedSegment[];
    const volumes = sides.map(({ conductor }) => ownValue(BOX_VOLUME, conductor.size));
    const label = `Junction box before part ${i + 1}`;
    const rule = "NEC 314.16(B)";
    if (volumes.some((v) => v === undefined))
      return routeCheck(
        "box",
        label,
        null,
        "NEC 314.28",
        "conductors of 4 AWG and larger in raceways: a pull box, 8 times the largest raceway's trade size along a straight pull, 6 times for an angle",
        sides.map(({ conductor, conduit }) => `${conductor.size}${conduit ? ` in ${conduit}` : ""}`).join(" to "),
      );
    const live = volumes.reduce<number>((t, v) => t + 2 * (v ?? 0), 0);
    const earth = Math.max(...sides.map((s) => ownValue(BOX_VOLUME, s.earthConductor.size) ?? 0));
    const clamps = sides.some((s) => !s.conduit) ? Math.max(...volumes.map((v) => v ?? 0)) : 0;
    return routeCheck(
      "box",
      label,
      null,
      rule,
      "two conductors from each side, one allowance for all equipment grounding conductors, one for cable clamps inside",
      `${showNumber(live)} + ${showNumber(earth)}${clamps > 0 ? ` + ${showNumber(clamps)}` : ""} = a box of ${showNumber(live + earth + clamps)} in³ or more`,
    );
  });

/** Lockable and in sight where the rules ask for it, or the firm or its authority does. */
function disconnect({ document, run, design }: RoutedCircuit): RouteCheck {
  const byRule = design.deviceA > DISCONNECT_ABOVE_A;
  const asked = byRule || document.options?.disconnectInSight === true;
  const rule = byRule ? "NEC 625.43" : "The firm's own";
  const formula = "readily accessible and lockable open; with a plaque at the charger where it is out of sight";
  if (!asked)
    return routeCheck(
      "disconnect",
      "Disconnect",
      true,
      "NEC 625.43",
      `required above ${DISCONNECT_ABOVE_A} A`,
      `${showA(design.deviceA)}: not required`,
    );
  const told = {
    "in-sight": "in sight of the charger",
    "out-of-sight": "out of sight: a plaque says where",
    none: "there is none",
  } as const;
  const passes =
    run.disconnect === undefined ? null : run.disconnect === "in-sight" || (run.disconnect !== "none" && byRule);
  return routeCheck(
    "disconnect",
    "Disconnect",
    passes,
    rule,
    formula,
    run.disconnect ? told[run.disconnect] : "not entered",
  );
}

function gfci({ document, design }: RoutedCircuit): RouteCheck[] {
  const { charger, options } = document;
  if (charger?.connection === "plug")
    return [
      routeCheck(
        "gfci",
        "GFCI protection of the receptacle",
        null,
        "NEC 625.54",
        "every receptacle for charging",
        "its breaker or receptacle is a GFCI",
      ),
    ];
  if (!charger?.outdoors || design.deviceA > GFCI_OUTDOORS_UP_TO_A) return [];
  return [
    routeCheck(
      "gfci",
      "GFCI protection outdoors",
      options?.outdoorGfci === undefined ? null : true,
      "NEC 210.8(F)",
      "outdoor outlets of 50 A and less; authorities and charger makers differ for hard-wired chargers",
      options?.outdoorGfci === undefined
        ? "ask the authority and the maker"
        : options.outdoorGfci
          ? "the firm fits it"
          : "the firm relies on the charger's own, as its authority accepts",
    ),
  ];
}

/** Aluminum ends only where its terminals are marked for it. */
function aluminium({ design }: RoutedCircuit): RouteCheck[] {
  const at = design.segments.flatMap((s, i) => (s.conductor.material === "al" ? [i] : []));
  if (at.length === 0) return [];
  return [
    routeCheck(
      "aluminium",
      "Aluminum conductors",
      null,
      "NEC 110.14, 250.120(B)",
      "terminals marked for aluminum; a bare grounding conductor of it not within 18 in of the ground outdoors",
      partsInWords(at),
    ),
  ];
}

/** Checks of a charging circuit's route and ends by the NEC. */
export const necRoute = (routed: RoutedCircuit): RouteCheck[] => [
  ...bends(routed),
  ...burial(routed),
  ...protection(routed),
  ...boxes(routed),
  disconnect(routed),
  ...gfci(routed),
  ...aluminium(routed),
];
