/** The path from the supply to the car: every link in order, what it carries and may carry, and how well it is known. */

import { feedsBack, onSupply, panelsTo, readRatingA } from "#core/case/document/lookups.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName, mainName, outletName, panelName } from "#core/case/fields/names.ts";
import { isDesigned } from "#core/circuit/design.ts";
import { faultsOnPath } from "#core/findings/index.ts";
import { circuitCarriesA } from "#core/home/circuit-load.ts";
import { circuitRated, feederRated, feederRatingA, unreadFeederA } from "#core/home/home.ts";
import { ownValue } from "#core/own-value.ts";
import type { PathFault, SurveyFinding } from "#core/rules/findings/types.ts";
import type { Home, PathTarget } from "#core/rules/home.ts";
import { plugMostA } from "#core/rules/plug.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { designAt } from "./designed.ts";
import type { Knowledge, LinkKind, PathLink, UnknownValue } from "./types.ts";
import {
  unknownsOfBus,
  unknownsOfCharger,
  unknownsOfConductor,
  unknownsOfDevice,
  unknownsOfFeederConductor,
  unknownsOfFeederDevice,
  unknownsOfMain,
  unknownsOfOutlet,
  unknownsOfPanel,
  unknownsOfSupply,
  unknownsOfSupplyConductor,
} from "./unknowns.ts";

export interface SupplyPath {
  target: PathTarget;
  /** The panels on the way, the one at the supply first. */
  panels: readonly Panel[];
  links: PathLink[];
  faults: readonly PathFault[];
}

const ORDER: readonly Knowledge[] = ["unknown", "assumed", "told", "planned", "read"];
const leastKnown = (unknowns: readonly UnknownValue[], planned: boolean): Knowledge =>
  (unknowns.length > 0 ? ORDER.find((k) => unknowns.some((u) => u.knowledge === k)) : undefined) ??
  (planned ? "planned" : "read");

const NONE: readonly never[] = [];

const assumedInWords = (ratingA: number): string => `${showA(ratingA)} assumed, not read`;

/** Whether somebody told or assumed a value, and nobody read it. */
function isOnlyTold({ survey }: CaseDocument, key: string): boolean {
  const source = ownValue(survey?.sources ?? {}, key);
  return source === "told" || source === "assumed";
}

/** The faults at a link. */
export function faultsAt(faults: readonly PathFault[], link: string): readonly SurveyFinding[] {
  if (!faults.some((f) => f.finding.link === link)) return NONE;
  return faults.flatMap(({ finding }) => (finding.link === link ? [finding] : []));
}

/**
 * The parts of a path to work out: the judge needs only the faults of some paths and only the unknown values of
 * others.
 */
export interface LookFor {
  faults: boolean;
  unknowns: boolean;
}
const EVERYTHING: LookFor = { faults: true, unknowns: true };

/** The path from the supply to a target, link by link, with the current, limit, faults and unknown values of each. */
export function pathTo(home: Home, target: PathTarget, look: LookFor = EVERYTHING): SupplyPath {
  const { document, codebook, supplyA, demandA } = home;
  const { words } = codebook;
  const panels = panelsTo(document, target.panel);
  const faults = look.faults ? faultsOnPath(home, target, panels) : NONE;
  const asks = (unknowns: () => readonly UnknownValue[]) => (look.unknowns ? unknowns() : NONE);
  const links: PathLink[] = [];
  const add = (
    link: string,
    kind: LinkKind,
    name: string,
    of: PathLink["demandScope"],
    carriesA: number,
    mayCarryA: number | null,
    decidedBy: string,
    unknowns: readonly UnknownValue[],
    planned = false,
  ) => {
    links.push({
      link,
      kind,
      name,
      carriesA,
      mayCarryA,
      decidedBy,
      known: leastKnown(unknowns, planned),
      unknowns,
      faults: faultsAt(faults, link),
      demandScope: of,
      work: NONE,
    });
  };

  const nowhere: readonly UnknownValue[] = target.panel
    ? NONE
    : [{ key: "panels", text: `the ${words.panel}`, step: "survey", knowledge: "unknown", decisive: false }];
  add(
    "supply",
    "supply",
    capital(words.supplyRating),
    "supply",
    demandA,
    supplyA,
    readRatingA(document) === null
      ? assumedInWords(supplyA)
      : `${words.supplyOf(supplyA)}, ${isOnlyTold(document, "supply.ratingA") ? "as it was told" : words.ratingReadOff}`,
    asks(() => [...unknownsOfSupply(home), ...nowhere]),
  );
  const { conductor } = document.supply;
  const serves = conductor ? codebook.supplyConductor.allows(conductor) : null;
  add(
    "supply-conductor",
    "supply-conductor",
    capital(codebook.supplyConductor.name),
    "supply",
    demandA,
    serves?.ampacityA ?? null,
    serves?.cited.numbers ?? "not known yet",
    asks(() => unknownsOfSupplyConductor(home)),
  );

  for (const panel of panels) {
    const carried = home.at(panel);
    const of = carried.whole ? "supply" : panel.id;
    const name = panelName(panel, codebook);
    const carry = carried.demandA;
    if (!onSupply(panel)) {
      const ratingA = feederRatingA(document, panel);
      const rated = feederRated(home, panel);
      add(
        linkId.feederDevice(panel.id),
        "feeder-device",
        `${capital(words.device)} of the feeder to ${name}`,
        of,
        carry,
        // An unread device is no missing limit, as with a main.
        ratingA ?? unreadFeederA(codebook),
        ratingA === undefined ? assumedInWords(unreadFeederA(codebook)) : `${showA(ratingA)} ${words.device}`,
        asks(() => unknownsOfFeederDevice(home, panel)),
        panel.feeder?.planned,
      );
      add(
        linkId.feederConductor(panel.id),
        "feeder-conductor",
        `Feeder to ${name}`,
        of,
        carry,
        rated?.ampacityA ?? null,
        rated?.cited.numbers ?? "not known yet",
        asks(() => (panel.feeder?.planned ? NONE : unknownsOfFeederConductor(home, panel))),
        panel.feeder?.planned,
      );
    }
    const mainUnknowns = unknownsOfMain(home, panel);
    if (panel.mainA || mainUnknowns.length > 0)
      add(
        linkId.main(panel.id),
        "main",
        capital(`${mainName(panel, codebook)} of ${name}`),
        of,
        carry,
        // An unread main is no missing limit: it counts as the smallest there may be.
        panel.mainA ?? codebook.unknownRatingA(null),
        panel.mainA ? `rated ${showA(panel.mainA)}` : assumedInWords(codebook.unknownRatingA(null)),
        mainUnknowns,
        panel.planned,
      );
    const busUnknowns = unknownsOfBus(home, panel);
    if (panel.busA || busUnknowns.length > 0)
      add(
        linkId.bus(panel.id),
        "bus",
        `${capital(words.bus)} of ${name}`,
        of,
        carry,
        panel.busA ?? null,
        panel.busA ? `rated ${showA(panel.busA)}` : "not known yet",
        busUnknowns,
        panel.planned,
      );
    add(
      linkId.panel(panel.id),
      "panel",
      panel.name || capital(codebook.words.panel),
      of,
      carry,
      null,
      panel.condition ?? "condition not known yet",
      asks(() => unknownsOfPanel(home, panel, target)),
      panel.planned,
    );
  }

  const { circuit, outlet } = target;
  const own = document.loads.find((l) => l.id === document.charger?.load);
  const chargeA = own?.amps ?? (own?.va ?? 0) / home.volts;
  if (circuit) {
    const volts = outlet ? (codebook.outlets[outlet.type]?.volts ?? home.volts) : home.volts;
    const carriesA = circuitCarriesA(home, circuit, volts);
    const [mayCarryA, decidedBy] = conductorLimit(home, target, circuit, chargeA);
    add(
      linkId.device(circuit.id),
      "device",
      `${capital(words.device)} of ${circuitName(circuit)}`,
      "circuit",
      carriesA,
      circuit.ratingA ?? null,
      circuit.ratingA === undefined ? "not known yet" : `${showA(circuit.ratingA)} ${words.device}`,
      asks(() => unknownsOfDevice(home, circuit, target)),
      circuit.planned,
    );
    add(
      linkId.conductor(circuit.id),
      "conductor",
      `Conductor of ${circuitName(circuit)}`,
      "circuit",
      carriesA,
      mayCarryA,
      decidedBy,
      asks(() => unknownsOfConductor(home, circuit)),
      circuit.planned,
    );
  }
  if (outlet) {
    const use = codebook.outlets[outlet.type];
    add(
      linkId.outlet(outlet.id),
      "outlet",
      `${outletName(outlet, codebook)}${outlet.place ? `, ${outlet.place}` : ""}`,
      "circuit",
      chargeA * codebook.charging.continuousFactor,
      use?.circuitA ?? null,
      use ? `${use.name ?? outlet.type}, ${showA(use.circuitA)}` : "not an outlet for charging",
      asks(() => unknownsOfOutlet(home, outlet, target)),
    );
  }
  const { plug, usualMaxA } = codebook.charging;
  const ownA = document.charger?.maxA ?? usualMaxA;
  const plugA = plugMostA(document, codebook);
  const byPlug = document.charger?.connection === "plug" && plugA < ownA;
  const mostA = byPlug ? plugA : ownA;
  add(
    "charger",
    "charger",
    "Charger",
    "circuit",
    chargeA,
    mostA,
    byPlug ? `a plug: ${showA(mostA)} at most (${plug.rule})` : `charger of ${showA(mostA)} at most`,
    asks(() => unknownsOfCharger(home, target)),
  );
  const exportsA = target.circuit?.backfeed && feedsBack(document) ? target.circuit.backfeed.outputA : undefined;
  if (exportsA !== undefined) for (const link of links) link.exportsA = exportsA;
  return { target, panels, links, faults };
}

/**
 * The limit of the charger's circuit conductor and its reason: from the design along the run, otherwise from its size.
 */
function conductorLimit(
  home: Home,
  target: PathTarget,
  circuit: NonNullable<PathTarget["circuit"]>,
  chargeA: number,
): [number | null, string] {
  const designed = designAt(home.document, home.codebook, target, chargeA);
  if (designed && !isDesigned(designed)) return [0, designed.refused.numbers];
  if (designed) {
    const least = designed.stretches.reduce((best, s) => (s.mayCountA < best.mayCountA ? s : best));
    return [least.mayCountA, least.decidedBy.numbers];
  }
  const rated = circuitRated(home, circuit);
  if (rated) return [rated.ampacityA, rated.cited.numbers];
  return [null, circuit.planned ? "the run is still to be designed" : "not known yet"];
}

/** The first link that carries more than it may, or null. */
export const overLimit = (links: readonly PathLink[]): PathLink | null =>
  links.find((l) => l.mayCarryA !== null && exceeds(l.carriesA, l.mayCarryA)) ?? null;

/** The link with the least room left, or null where none has a limit; what is still to be made is made to fit. */
export function tightestLink(links: readonly PathLink[]): PathLink | null {
  let least: PathLink | null = null;
  let room = Number.POSITIVE_INFINITY;
  for (const link of links) {
    if (link.mayCarryA === null || link.known === "planned" || link.mayCarryA - link.carriesA >= room) continue;
    least = link;
    room = link.mayCarryA - link.carriesA;
  }
  return least;
}
