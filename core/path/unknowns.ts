/** Decisive values that have not been read, measured or confirmed, by link. An unknown value counts against a way. */

import { arrangesLostPen, hasTypeB, needsAmbient, onSupply, readRatingA } from "#core/case/document/lookups.ts";
import type { Circuit, Conductor, Outlet, Panel } from "#core/case/document/types.ts";
import { carFields } from "#core/case/fields/car.ts";
import { chargerFields } from "#core/case/fields/charger.ts";
import { circuitFields } from "#core/case/fields/circuit.ts";
import { dwellingFields } from "#core/case/fields/dwelling.ts";
import { type FieldDefinition, fieldKey, unknownText } from "#core/case/fields/field.ts";
import { circuitName, panelName } from "#core/case/fields/names.ts";
import { needFields } from "#core/case/fields/need.ts";
import { outletFields } from "#core/case/fields/outlet.ts";
import { feederFields, panelFields } from "#core/case/fields/panel.ts";
import { runFields, segmentFields } from "#core/case/fields/run.ts";
import { supplyFields } from "#core/case/fields/supply.ts";
import { circuitRated, feederRated, feederRatingA, unreadFeederA } from "#core/home/home.ts";
import { ownValue } from "#core/own-value.ts";
import { feedingNothing } from "#core/panel/links.ts";
import { gfciOf, rcdOf } from "#core/rules/findings/protection.ts";
import type { Home, PathTarget } from "#core/rules/home.ts";
import { assumedCircuits, assumedKey, assumedLoads, isAssumed } from "#core/survey/assumed.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { listed } from "#core/words.ts";
import type { UnknownValue } from "./types.ts";

const unknown = (key: string, text: string, more: Partial<UnknownValue> = {}): UnknownValue => ({
  key,
  text,
  step: "survey",
  knowledge: "unknown",
  decisive: false,
  ...more,
});

/** The list member that a field belongs to: its id or index for the key, and its indexes for the words. */
interface Member {
  id: string | number;
  index(): readonly number[];
}
const WHOLE_CASE: Member = { id: "", index: () => [] };

const ofPanel = ({ document }: Home, { id }: Panel): Member => ({
  id,
  index: () => [document.panels.findIndex((panel) => panel.id === id)],
});
const ofCircuit = ({ document }: Home, { id }: Circuit): Member => ({
  id,
  index() {
    const panel = document.panels.findIndex(({ circuits = [] }) => circuits.some((c) => c.id === id));
    return [panel, document.panels[panel]?.circuits?.findIndex((c) => c.id === id) ?? -1];
  },
});
const ofOutlet = ({ document }: Home, { id }: Outlet): Member => ({
  id,
  index: () => [document.outlets?.findIndex((outlet) => outlet.id === id) ?? -1],
});
const atIndex = (index: number): Member => ({ id: index, index: () => [index] });

/** What a field is called while it is unknown. */
const wordsOf = ({ document, codebook: rules }: Home, field: FieldDefinition, member: Member): string =>
  unknownText(field, { document, rules, index: member.index() });

/** Asks for a field whose value is missing, or was only told or assumed. */
function ask(
  home: Home,
  isMissing: boolean,
  field: FieldDefinition,
  member: Member = WHOLE_CASE,
  more: Partial<UnknownValue> = {},
): UnknownValue[] {
  const key = fieldKey(field, member.id);
  const { step } = field;
  if (isMissing) return [unknown(key, wordsOf(home, field, member), { step, ...more })];
  const source = ownValue(home.document.survey?.sources ?? {}, key);
  if (source !== "told" && source !== "assumed") return [];
  const text = `${wordsOf(home, field, member)}, which was only ${source}`;
  return [unknown(key, text, { step, ...more, knowledge: source })];
}

/** Asks for a conductor's size, or for what of it was not recorded. */
function askForConductor(
  home: Home,
  conductor: Conductor | null | undefined,
  rated: { unrecorded: readonly string[] } | null,
  field: FieldDefinition,
  member: Member = WHOLE_CASE,
): UnknownValue[] {
  if (conductor && rated && rated.unrecorded.length === 0) return ask(home, false, field, member);
  const key = fieldKey(field, member.id);
  const text = wordsOf(home, field, member);
  if (!conductor) return [unknown(key, text)];
  if (!rated) return [unknown(key, `${text}: ${conductor.size} is not in the tables`)];
  return [unknown(key, `the ${rated.unrecorded.join(" and ")} of ${text}`)];
}

/** Circuits in use without entered loads; general lights and outlets may be counted by area. */
function feedingUnknown({ document, codebook }: Home): Circuit[] {
  const outlets = new Set((document.outlets ?? []).map((o) => o.circuit));
  const { poles, aboveA } = codebook.ownLoadFrom;
  return feedingNothing(document).flatMap(({ circuit }) =>
    !circuit.planned && !outlets.has(circuit.id) && ((circuit.poles ?? 1) >= poles || (circuit.ratingA ?? 0) > aboveA)
      ? [circuit]
      : [],
  );
}

const PLUGGED_IN_ENDS = [
  ["from", "from when the car is plugged in"],
  ["to", "until when the car is plugged in"],
] as const;

/** "load", "3 loads" */
const counted = (count: number, thing: string) => (count === 1 ? thing : `${count} ${thing}s`);

/** The values that the demand of the home depends on. */
function ofDemand(home: Home): UnknownValue[] {
  const { document, codebook, method, loads } = home;
  const { dwelling, need, supply } = document;
  const own = document.charger?.load;
  // Loads that every dwelling has do not show that this dwelling was surveyed.
  const started = new Set(codebook.startLoads.map((l) => l.kind));
  const found: UnknownValue[] = [];
  if (!method.measures) {
    if (codebook.asksFor.floorArea) {
      const isMissing = !dwelling.floorArea;
      // A floor area that somebody told is as good as a measured one.
      if (isMissing || isAssumed(document, "dwelling.floorArea"))
        found.push(...ask(home, isMissing, dwellingFields.floorArea, WHOLE_CASE, { decisive: isMissing }));
    }
    if (!document.loads.some((l) => !started.has(l.kind) && l.id !== own))
      found.push(unknown("loads", "the loads of the home", { step: "demand", decisive: true }));
    const assumed = assumedLoads(document).length;
    if (assumed > 0)
      found.push(
        unknown(
          "loads.assumed",
          `the ${counted(assumed, "load")} that ${assumed === 1 ? "was" : "were"} only assumed`,
          {
            step: "demand",
            knowledge: "assumed",
          },
        ),
      );
    const [first, ...others] = feedingUnknown(home);
    if (first) {
      const names = [first, ...others].map((c) => `${circuitName(c)}${c.ratingA ? ` (${showA(c.ratingA)})` : ""}`);
      found.push(
        unknown(`circuit.${first.id}.loads`, `what ${listed(names)} ${others.length === 0 ? "feeds" : "feed"}`),
      );
    }
  }
  if (supply.system === "three-phase-230-400") {
    const unplaced = loads.filter(
      (l) => l.phase === undefined && l.id !== own && (!method.measures || !l.existing),
    ).length;
    if (unplaced > 0)
      found.push(
        unknown("loads.phase", `the phase of ${unplaced === 1 ? "one load" : `${unplaced} loads`}`, { step: "demand" }),
      );
  }
  if (need?.energyPerDayKWh === undefined) {
    const cars = need?.cars ?? [];
    if (cars.length === 0)
      found.push(unknown("need.cars", wordsOf(home, carFields.distancePerDay, WHOLE_CASE), { step: "need" }));
    const assumedCar = cars.findIndex((_, i) => isAssumed(document, assumedKey.carDistance(i)));
    if (assumedCar >= 0) found.push(...ask(home, false, carFields.distancePerDay, atIndex(assumedCar)));
  }
  if (!need?.pluggedIn) found.push(...ask(home, true, needFields.pluggedIn));
  for (const [end, when] of PLUGGED_IN_ENDS)
    if (isAssumed(document, `need.pluggedIn.${end}`))
      found.push(
        unknown(`need.pluggedIn.${end}`, `${when}, which was only assumed`, { step: "need", knowledge: "assumed" }),
      );
  return found;
}

/** Unknown values of the supply and of the demand on it. */
export function unknownsOfSupply(home: Home): UnknownValue[] {
  const { document, codebook } = home;
  const { supply } = document;
  const isUnread = readRatingA(document) === null;
  return [
    ...ask(home, isUnread, supplyFields.ratingA, WHOLE_CASE, { decisive: isUnread }),
    ...(codebook.asksFor.earthing
      ? [
          ...ask(home, supply.earthing === undefined, supplyFields.earthing),
          // With other earthing the charger's RCD gives fault protection at any loop impedance; here it depends on the
          // electrode.
          ...ask(home, supply.earthing === "tt" && typeof supply.zeOhm !== "number", supplyFields.zeOhm),
          ...ask(home, supply.looped === undefined, supplyFields.looped),
        ]
      : []),
    ...ofDemand(home),
  ];
}

/** Unknown values of the service conductors or tails. */
export function unknownsOfSupplyConductor(home: Home): UnknownValue[] {
  const { conductor } = home.document.supply;
  const rated = conductor ? home.codebook.supplyConductor.allows(conductor) : null;
  return askForConductor(home, conductor, rated, supplyFields.conductor);
}

/** Whether a rating leaves no room for the least charging beside what a panel carries. */
function leavesNoRoom(home: Home, panel: Panel, ratingA: number): boolean {
  const { minimumA, continuousFactor } = home.codebook.charging;
  return exceeds(home.at(panel).demandA + minimumA * continuousFactor, ratingA);
}

/**
 * Unknown rating of a panel's main device. It decides where the smallest main there may be leaves no room for a charger.
 */
export function unknownsOfMain(home: Home, panel: Panel): UnknownValue[] {
  const isMissing = !panel.mainA && onSupply(panel) && panel.mainKind !== "lugs";
  const decisive = isMissing && leavesNoRoom(home, panel, home.codebook.unknownRatingA(null));
  return ask(home, isMissing, panelFields.mainA, ofPanel(home, panel), { decisive });
}

/** Unknown rating of a panel's bus. */
export const unknownsOfBus = (home: Home, panel: Panel): UnknownValue[] =>
  ask(home, !panel.busA && home.codebook.bus !== null, panelFields.busA, ofPanel(home, panel));

/** Condition; room where a device is still to be fitted; and whether anybody has looked at what it feeds. */
export function unknownsOfPanel(home: Home, panel: Panel, target: PathTarget): UnknownValue[] {
  const name = panelName(panel, home.codebook);
  const takesDevice = target.panel?.id === panel.id && (target.circuit === null || target.circuit.planned === true);
  const assumed = assumedCircuits(home.document, panel).length;
  const empty =
    !onSupply(panel) && !panel.circuits?.some((c) => !c.planned) && home.at(panel).loads.every((l) => !l.existing);
  return [
    ...ask(home, panel.condition === undefined, panelFields.condition, ofPanel(home, panel)),
    ...(takesDevice && !target.outlet
      ? ask(home, panel.spaces === undefined, panelFields.spaces, ofPanel(home, panel))
      : []),
    ...(assumed > 0
      ? [
          unknown(
            `panel.${panel.id}.circuits`,
            `the ${counted(assumed, "circuit")} of ${name} that ${assumed === 1 ? "was" : "were"} only assumed`,
            { knowledge: "assumed" },
          ),
        ]
      : []),
    ...(empty && !panel.measured ? [unknown(`panel.${panel.id}.loads`, `what ${name} feeds`)] : []),
  ];
}

/** Unknown rating of the device that feeds a panel. It decides as that of a main does. */
export function unknownsOfFeederDevice(home: Home, panel: Panel): UnknownValue[] {
  const isMissing = feederRatingA(home.document, panel) === undefined;
  const decisive = isMissing && leavesNoRoom(home, panel, unreadFeederA(home.codebook));
  return ask(home, isMissing, feederFields.ratingA, ofPanel(home, panel), { decisive });
}

/** Unknown values of the conductor to a panel. */
export const unknownsOfFeederConductor = (home: Home, panel: Panel): UnknownValue[] =>
  askForConductor(
    home,
    panel.feeder?.conductor,
    feederRated(home, panel),
    feederFields.conductor,
    ofPanel(home, panel),
  );

/** Unknown rating and RCD type of a circuit's device. */
export function unknownsOfDevice(home: Home, circuit: Circuit, target: PathTarget): UnknownValue[] {
  const member = ofCircuit(home, circuit);
  return [
    ...ask(home, circuit.ratingA === undefined, circuitFields.ratingA, member),
    ...(home.codebook.asksFor.earthing
      ? ask(home, rcdOf(target.panel, circuit) === undefined, circuitFields.rcd, member)
      : []),
  ];
}

/** Unknown values of a circuit's conductor; for a planned circuit, of its run. */
export function unknownsOfConductor(home: Home, circuit: Circuit): UnknownValue[] {
  if (circuit.planned) return unknownsOfRun(home);
  const member = ofCircuit(home, circuit);
  return [
    ...askForConductor(home, circuit.conductor, circuitRated(home, circuit), circuitFields.conductor, member),
    // A way that reuses it says so: no circuit in use is asked for it.
    ...ask(home, circuit.endsSeen === false, circuitFields.endsSeen, member, { withTheWork: true }),
  ];
}

function unknownsOfRun(home: Home): UnknownValue[] {
  const { document } = home;
  const { segments = [], ambientC } = document.run ?? {};
  return [
    ...segments.flatMap((_, i) => ask(home, false, segmentFields.length, atIndex(i))),
    ...(needsAmbient(document) ? ask(home, ambientC === undefined, runFields.ambientC) : []),
  ];
}

/** Unknown values of an outlet for charging: type, circuit, reach of the lead, GFCI protection. */
export function unknownsOfOutlet(home: Home, outlet: Outlet, target: PathTarget): UnknownValue[] {
  const member = ofOutlet(home, outlet);
  return [
    ...ask(home, false, outletFields.type, member),
    ...(target.circuit ? [] : ask(home, true, outletFields.circuit, member)),
    ...ask(home, !outlet.leadLength, outletFields.leadLength, member),
    ...(home.codebook.asksFor.earthing
      ? []
      : ask(home, gfciOf(home.document, outlet, target.circuit) === undefined, outletFields.gfci, member)),
  ];
}

/** Protection that a charger needs in addition to its circuit; asked for where the rules require it. */
export function unknownsOfCharger(home: Home, target: PathTarget): UnknownValue[] {
  const { document, codebook } = home;
  if (!codebook.asksFor.earthing) return [];
  const { charger, supply } = document;
  const combined = supply.earthing === undefined || supply.earthing === "tn-c-s";
  const arranged = arrangesLostPen(document);
  const typeB = hasTypeB(document) || (target.circuit !== null && rcdOf(target.panel, target.circuit) === "B");
  return [
    ...(combined && !arranged && charger?.lostPenDetection === undefined
      ? ask(home, true, chargerFields.lostPenDetection)
      : []),
    ...(!typeB && charger?.dcDetection === undefined ? ask(home, true, chargerFields.dcDetection) : []),
  ];
}
