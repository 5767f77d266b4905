/** United Kingdom: checks of a charging circuit's route, and of the devices at its ends. */

import { feedsBack, hasGenerationOrBattery, hasTypeB, isResidualElsewhere } from "#core/case/document/lookups.ts";
import type { CaseDocument, RunSegment } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import { indexesWhere, junctionBoxes, oneCheckFor } from "#core/rules/circuit/parts-of-run.ts";
import type { DesignedSegment, RouteCheck, RoutedCircuit, SupportSpacing } from "#core/rules/circuit/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { lengthM, showA, showNumber, showOhm } from "#core/units.ts";
import { lostPenInWords, residualInWords, unitRoomChecks } from "../protection.ts";
import type { Bs7671Sections } from "../sections.ts";
import { SURGE_RULE, surgeAnswer } from "../surge.ts";
import { ukWords } from "../words.ts";

/** Usual practice where the rules give no figure; the firm and the maker come first. */
const COVER_M = 0.5;
const COVER_UNDER_CARS_M = 0.6;
const UNDER_CARS: readonly string[] = ["paving", "gravel", "asphalt", "concrete"];
const EVERY_M: Readonly<Record<string, number>> = { "twin-earth": 0.25, "multicore-70": 0.3 };
const ARMOURED_EVERY_M = 0.4;
const TRUNKING_EVERY_M = 0.5;
const IN_WALL: readonly string[] = ["insulated-wall", "stud-touching", "stud-not-touching"];
const ON_SURFACE: readonly string[] = ["clipped", "free-air", "trunking"];

/** Supports of a segment on a surface, with their spacing; null for other methods. */
export function bsSupports({ method, escapeRoute }: RunSegment, { conductor }: DesignedSegment): SupportSpacing | null {
  if (!ON_SURFACE.includes(method)) return null;
  const every = method === "trunking" ? TRUNKING_EVERY_M : (ownValue(EVERY_M, conductor.type) ?? ARMOURED_EVERY_M);
  const metal = escapeRoute !== false && method !== "free-air";
  return {
    item: metal ? "support:metal-clip" : "support:clip",
    name: metal ? "metal clips" : "clips",
    every,
    fromEnd: null,
    rule: "BS 7671 522.8.4, usual practice",
  };
}

/** The circuit's residual-current device, by what the charger sees of smooth direct current. */
function rcd({ document }: RoutedCircuit): RouteCheck {
  const { charger } = document;
  const rule = "BS 7671 722.531.3";
  const formula =
    "30 mA for each charging point: type B, or type A or F where the charger opens at 6 mA of direct current";
  const detects = charger?.dcDetection;
  const where = residualInWords(document);
  if (hasTypeB(document))
    return routeCheck("rcd", "Residual-current device", true, rule, formula, `30 mA type B, double pole, ${where}`);
  return routeCheck(
    "rcd",
    "Residual-current device",
    detects === undefined ? null : true,
    rule,
    formula,
    detects === undefined
      ? "not recorded whether the charger detects direct current"
      : detects
        ? `the charger detects it: 30 mA type A, double pole, ${where}`
        : `the charger does not: 30 mA type B, double pole, ${where}`,
  );
}

/** Cable in a wall, less than 50 mm deep and without earthed metal, is itself behind 30 mA: so the RCD is at the board. */
const inWalls = ({ segments, document }: RoutedCircuit): RouteCheck[] =>
  oneCheckFor(
    indexesWhere(segments, (s) => IN_WALL.includes(s.method)),
    (at) =>
      routeCheck(
        "in-wall-rcd",
        "Cable in a wall",
        !isResidualElsewhere(document),
        "BS 7671 522.6.202",
        "less than 50 mm deep without earthed metal: 30 mA for the cable itself, in the safe zones",
        isResidualElsewhere(document)
          ? `${at}: the RCD is ${residualInWords(document)}, behind the cable`
          : `${at}: the RCD is at the board, before the cable`,
      ),
  );

const SURGE_ANSWERED = {
  wanted: "the board has none; the owner wants it with the work",
  refused: "the board has none; the owner refused the offer",
};

/** Surge protection of the board that it starts from; where there is none, the owner's answer to the offer. */
function surge({ document, panel: id }: RoutedCircuit): RouteCheck {
  const panel = document.panels.find((p) => p.id === id);
  const has = panel?.surgeProtection;
  const answered = panel ? surgeAnswer(document, panel, { words: ukWords }) : null;
  return routeCheck(
    "surge",
    "Surge protection",
    has || answered ? true : null,
    SURGE_RULE,
    "offered by default; the owner's refusal is recorded",
    has
      ? "the board has it"
      : answered
        ? SURGE_ANSWERED[answered]
        : has === false
          ? "the board has none: offer it"
          : "not looked at yet",
  );
}

/** Permitted touch voltage on an electrode while the neutral's current returns through it, V. */
const TOUCH_V = 70;
/** TT: 50 V while 30 mA flow. */
const TT_V = 50;
const TRIPS_A = 0.03;

function lostPen({ document, demandA }: RoutedCircuit): RouteCheck[] {
  const { supply, charger } = document;
  if (supply.earthing === "tt")
    return [
      routeCheck(
        "electrode",
        "Earth electrode",
        supply.zeOhm == null ? null : !exceeds(supply.zeOhm * TRIPS_A, TT_V),
        "BS 7671 411.5.3",
        "RA x 30 mA <= 50 V, and 200 ohm or less so that it stays",
        supply.zeOhm == null
          ? "not measured"
          : `${showOhm(supply.zeOhm)} x 0.03 A = ${showNumber(supply.zeOhm * TRIPS_A)} V`,
      ),
    ];
  if (supply.earthing !== "tn-c-s") return [];
  const arranged = lostPenInWords(document);
  const detects = arranged === null ? charger?.lostPenDetection : true;
  const electrode = `an electrode instead would need ${showOhm(TOUCH_V / demandA)} or less (70 V / ${showA(demandA)}): a rod seldom gets there`;
  return [
    routeCheck(
      "lost-pen",
      "Lost neutral-and-earth conductor",
      detects === undefined ? null : true,
      "BS 7671 722.411.4.1",
      "line, neutral and earth open within 5 s below 207 V or above 253 V; or an electrode of proven resistance",
      detects === undefined
        ? `not recorded whether the charger detects it; ${electrode}`
        : arranged !== null
          ? arranged
          : detects
            ? `the charger detects it; ${electrode}`
            : `a unit before the charger does; ${electrode}`,
    ),
  ];
}

const cover = ({ segments }: RoutedCircuit): RouteCheck[] =>
  segments.flatMap(({ method, cover: deep, surface }, i) => {
    if (method !== "ground") return [];
    const least = surface && UNDER_CARS.includes(surface) ? COVER_UNDER_CARS_M : COVER_M;
    return [
      routeCheck(
        "cover",
        `Depth in the ground, part ${i + 1}`,
        deep ? !exceeds(least, lengthM(deep)) : null,
        "BS 7671 522.8.10, usual practice",
        `deep enough for what is done above it: ${COVER_M} m, ${COVER_UNDER_CARS_M} m under cars; marked by tape`,
        deep ? `${showNumber(lengthM(deep))} m against ${least} m` : `not entered; ${least} m is usual`,
      ),
    ];
  });

const fixings = ({ segments }: RoutedCircuit): RouteCheck[] => [
  ...oneCheckFor(
    indexesWhere(segments, (s) => s.escapeRoute === true && s.method !== "ground"),
    (at) =>
      routeCheck(
        "fixings",
        "Fixings that survive a fire",
        true,
        "BS 7671 521.10.202",
        "metal clips, also inside plastic trunking, so that cables do not fall across escape routes",
        `${at}: metal clips are counted in`,
      ),
  ),
  ...oneCheckFor(
    indexesWhere(segments, (s) => s.escapeRoute === undefined && ON_SURFACE.includes(s.method)),
    (at) =>
      routeCheck(
        "fixings",
        "Fixings that survive a fire",
        null,
        "BS 7671 521.10.202",
        "metal clips on an escape route; assumed to be one until it is recorded",
        `${at}: not yet recorded whether this is an escape route; metal clips are included`,
      ),
  ),
];

function protection({ segments, design }: RoutedCircuit): RouteCheck[] {
  const soft = (i: number) => !design.segments[i]?.conductor.type?.startsWith("armoured");
  return oneCheckFor(
    indexesWhere(segments, (s, i) => s.exposed === true && soft(i)),
    (at) =>
      routeCheck(
        "protection",
        "Protection from damage",
        false,
        "BS 7671 522.6",
        "armoured cable, or a guard, where it is exposed to damage",
        `${at} is exposed to damage`,
      ),
  );
}

const boxes = ({ design }: RoutedCircuit): RouteCheck[] =>
  junctionBoxes(design).map((i) =>
    routeCheck(
      "box",
      `Joint before part ${i + 1}`,
      null,
      "BS 7671 526",
      "an enclosure with its terminals accessible for inspection, glanded for the armour, IP44 outdoors",
      `${design.segments[i - 1]?.conductor.size.replace("mm2", "mm²")} to ${design.segments[i]?.conductor.size.replace("mm2", "mm²")}`,
    ),
  );

/** Current may come back from a battery, the roof or the car. */
function bothWays({ document }: { document: CaseDocument }, { bothWays: rule }: Bs7671Sections): RouteCheck[] {
  if (!hasGenerationOrBattery(document) && !feedsBack(document)) return [];
  return [
    routeCheck(
      "both-ways",
      "Current in both directions",
      null,
      rule,
      "devices before a source are suited to current in both directions",
      `${document.supply.battery ? "a battery" : hasGenerationOrBattery(document) ? "generation" : "a charger that feeds back"} is there: look for "line" and "load" on the device; a device marked so is for one direction only`,
    ),
  ];
}

/** Checks of a charging circuit's route and ends by BS 7671. */
export const bsRoute = (routed: RoutedCircuit, sections: Bs7671Sections): RouteCheck[] => [
  rcd(routed),
  ...inWalls(routed),
  surge(routed),
  ...lostPen(routed),
  ...cover(routed),
  ...fixings(routed),
  ...protection(routed),
  ...unitRoomChecks(routed.document),
  ...boxes(routed),
  ...bothWays(routed, sections),
];
