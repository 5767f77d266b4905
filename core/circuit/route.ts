/** Route checks of all regions: floors and walls along the run, and the total voltage drop. */

import { clampPlaceOf } from "#core/case/document/clamp-place.ts";
import { chargerRun, onSupply, panelsTo } from "#core/case/document/lookups.ts";
import type { CaseDocument, RunSegment } from "#core/case/document/types.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import { laidSegments, lengthIn } from "#core/rules/circuit/laid.ts";
import { indexesWhere, oneCheckFor } from "#core/rules/circuit/parts-of-run.ts";
import type {
  CircuitDesign,
  CircuitRules,
  RouteCheck,
  RoutedCircuit,
  SupportSpacing,
} from "#core/rules/circuit/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds, roundedUp } from "#core/tolerance.ts";
import { showNumber, showPercent } from "#core/units.ts";
import { withConfirmations } from "./confirmed.ts";
import { wishChecks } from "./looks.ts";
import { signalChecks } from "./signal.ts";

/** How many hold a part: one at each end, and between them no further apart than they may be. */
export const countOfSupports = (length: number, { every, fromEnd }: SupportSpacing): number =>
  roundedUp(Math.max(0, length - 2 * (fromEnd ?? 0)) / every) + 1;

/** How a part is held, each line with its spacing and count. */
function supportChecks(
  { segments, design }: Pick<RoutedCircuit, "segments" | "design">,
  { circuit, lengthUnit }: Codebook,
): RouteCheck[] {
  return segments.flatMap((segment, i) => {
    const made = design.segments[i];
    const supports = made && circuit.supportsOf(segment, made);
    if (!supports) return [];
    const long = lengthIn(segment.length, lengthUnit);
    const { every, fromEnd, name, rule } = supports;
    const end = fromEnd === null ? "" : `, within ${showNumber(fromEnd)} ${lengthUnit} of each end`;
    return [
      routeCheck(
        "supports",
        `Supports, part ${i + 1}`,
        true,
        rule,
        `every ${showNumber(every)} ${lengthUnit}${end}`,
        `${countOfSupports(long, supports)} ${name} on ${showNumber(long)} ${lengthUnit}`,
      ),
    ];
  });
}

interface CrossingCheck {
  through: keyof NonNullable<RunSegment["through"]>;
  id: string;
  label: string;
  passes: RouteCheck["passes"];
  asks: string;
  /** What is done there. */
  todo?: string;
}

/** Crossings: heated floors and steel must not be drilled; concrete only after its contents are known. */
const CROSSING_CHECKS: readonly CrossingCheck[] = [
  {
    through: "heatedFloors",
    id: "heated-floor",
    label: "A heated floor",
    passes: false,
    asks: "a heated floor is not drilled",
    todo: "choose another route",
  },
  {
    through: "steelBeams",
    id: "steel-beam",
    label: "A steel beam",
    passes: false,
    asks: "steel that carries the building is not drilled without its engineer",
    todo: "choose another route",
  },
  {
    through: "flatRoofs",
    id: "flat-roof",
    label: "Through a flat roof",
    passes: null,
    asks: "by a sleeve with a roofer's collar, above standing water; whoever vouches for the roof agrees",
  },
  {
    through: "concreteFloors",
    id: "concrete-floor",
    label: "A concrete floor",
    passes: null,
    asks: "pipes, steel and heating are located before it is drilled",
    todo: "locate them, then drill",
  },
  {
    through: "cavityWalls",
    id: "cavity",
    label: "Through a cavity",
    passes: null,
    asks: "in a sleeve, sloping to the outside by 3° or more, both ends sealed",
  },
];

/** Ground that holds a run only with some care. */
const GROUND_CHECKS: readonly { fixedTo: RunSegment["fixedTo"]; id: string; label: string; asks: string }[] = [
  {
    fixedTo: "fence",
    id: "fence",
    label: "Fixed to a fence",
    asks: "a fence moves and rots: fixed to its posts with slack between, and its owner agrees in writing",
  },
  {
    fixedTo: "board",
    id: "board",
    label: "Fixed to board without studs",
    asks: "anchors made for its thickness and the weight, or a backing board over two studs",
  },
  {
    fixedTo: "post",
    id: "post",
    label: "Fixed to a post",
    asks: "the post is set in concrete or bolted down, its foot drains, and services are located before it is set",
  },
];

/** What a run is drilled through, and what it is fixed to. */
function crossingChecks({ segments }: Pick<RoutedCircuit, "segments">): RouteCheck[] {
  return [
    ...CROSSING_CHECKS.flatMap(({ through, id, label, passes, asks, todo }) =>
      oneCheckFor(
        indexesWhere(segments, (s) => (s.through?.[through] ?? 0) > 0),
        (at) => routeCheck(id, label, passes, "Heron's own", asks, todo ? `${at}: ${todo}` : at),
      ),
    ),
    ...GROUND_CHECKS.flatMap(({ fixedTo, id, label, asks }) =>
      oneCheckFor(
        indexesWhere(segments, (s) => s.fixedTo === fixedTo),
        (at) => routeCheck(id, label, null, "Heron's own", asks, at),
      ),
    ),
  ];
}

/** Share of the volts that may be lost from the supply to the charger. */
const IN_ALL = 0.05;

/** The volts lost on the feeders before the circuit, each at what it would carry. */
function dropInAll({ document, design, panel, feederA }: RoutedCircuit, { circuit: rules }: Codebook): RouteCheck {
  const volts = rules.volts(document.supply.system);
  const numbers: string[] = [];
  const untold: string[] = [];
  let totalV = design.voltDropV;
  const start = document.panels.find((p) => p.id === panel) ?? null;
  for (const { id, name, feeder } of panelsTo(document, start).filter((p) => !onSupply(p))) {
    const called = `feeder to ${name ?? id}`;
    const carriesA = feederA(id);
    const dropV =
      feeder?.conductor && feeder.length && carriesA !== null
        ? rules.lostV(feeder.conductor, feeder.length, carriesA)
        : null;
    if (dropV !== null) {
      totalV += dropV;
      numbers.push(`${called} at ${showNumber(carriesA ?? 0)} A: ${showNumber(dropV)} V`);
    } else untold.push(called);
  }
  const share = totalV / volts;
  const enough = !exceeds(share, IN_ALL);
  const check = routeCheck(
    "drop-in-all",
    "Total voltage drop from the supply",
    !enough ? false : untold.length > 0 ? null : true,
    rules.drop.inAllRule,
    `feeders at the current they would carry, and the run: no more than ${showPercent(IN_ALL)}`,
    `${[...numbers, `the run ${showNumber(design.voltDropV)} V`].join(" + ")} = ${showNumber(totalV)} V of ${volts} V = ${showPercent(share)}${untold.length > 0 ? `; conductor or length not entered: ${untold.join(", ")}` : ""}${leadIn(document, design, rules)}`,
  );
  return rules.drop.refuses ? check : { ...check, advice: true };
}

/**
 * Voltage drop in the charger's lead where its length is known: its own conductor, taken as the last size of the run.
 */
function leadIn({ place }: CaseDocument, { segments, chargeA }: CircuitDesign, rules: CircuitRules): string {
  const value = place?.charger?.leadLength;
  const last = segments.at(-1);
  if (!place || value === undefined || !last) return "";
  const lostV = rules.lostV(last.conductor, { value, unit: place.unit }, chargeA);
  return lostV === null ? "" : `; its lead about ${showNumber(lostV)} V more`;
}

/** A design with more checks and the answers that they were given; what does not hold is a caution too. */
function withChecks(design: CircuitDesign, asked: readonly RouteCheck[], document: CaseDocument): CircuitDesign {
  const checks = withConfirmations(asked, document);
  const failed = checks.filter((c) => c.passes === false);
  return {
    ...design,
    checks: [...withConfirmations(design.checks, document), ...checks],
    cautions: [...design.cautions, ...failed.map((c) => `${c.label}: ${c.numbers} (${c.rule}).`)],
  };
}

/** A designed circuit with the checks of how it runs; what does not hold is a caution too. */
export function withRoute(
  routed: Omit<RoutedCircuit, "segments" | "run">,
  codebook: Codebook,
  isNew: boolean,
): CircuitDesign {
  const { design, document } = routed;
  const run = chargerRun(document);
  if (!run) return design;
  const full: RoutedCircuit = { ...routed, run, segments: laidSegments(run) };
  return withChecks(design, isNew ? routeChecks(full, codebook) : [dropInAll(full, codebook)], document);
}

/** A designed feeder with the checks of how it runs and ends; what does not hold is a caution too. */
export function withFeederRoute(document: CaseDocument, codebook: Codebook, design: CircuitDesign): CircuitDesign {
  const { run } = document;
  if (!run) return design;
  const segments = laidSegments(run);
  const asked = [
    ...supportChecks({ segments, design }, codebook),
    ...crossingChecks({ segments }),
    ...wishChecks(run),
    routeCheck(
      "neutral-apart",
      `Neutral and ${codebook.words.earthConductor} apart`,
      null,
      codebook.sections.neutralApart,
      `in the ${codebook.words.board} that it feeds no strap joins them`,
      "see to it when the feeder is terminated",
    ),
  ];
  return withChecks(design, asked, document);
}

/** Reception of the charger's data network at its wall, where somebody has looked, or the customer wants its data. */
function receptionCheck({ charger }: CaseDocument): RouteCheck[] {
  const { reception, wishes = [] } = charger ?? {};
  if (reception === undefined && !wishes.includes("data")) return [];
  const check = routeCheck(
    "reception",
    "Network at the charger's wall",
    reception === undefined ? null : reception === "good",
    "Maker's instructions",
    "good reception where it hangs, or a wired connection laid with the circuit",
    reception === undefined ? "not looked at yet" : reception === "none" ? "no reception" : `${reception} reception`,
  );
  return [{ ...check, advice: true }];
}

/** Failing checks of a circuit's run. */
export const faultsOfRun = ({ checks }: CircuitDesign): RouteCheck[] =>
  checks.filter((c) => c.passes === false && c.advice === undefined);

/** Every check of how a new circuit runs. */
function routeChecks(full: RoutedCircuit, codebook: Codebook): RouteCheck[] {
  return [
    dropInAll(full, codebook),
    ...codebook.circuit.routeChecks(full),
    ...supportChecks(full, codebook),
    ...crossingChecks(full),
    ...wishChecks(full.run),
    ...receptionCheck(full.document),
    ...(full.managed
      ? signalChecks(
          full.run,
          clampPlaceOf(full.document, full.document.panels.find((p) => p.id === full.panel) ?? null),
        )
      : []),
  ];
}
