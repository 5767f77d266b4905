/** Decisive values that have not been read, measured or confirmed, by link. An unknown value counts against a way. */

import { readRatingA } from "#core/case/document/lookups.ts";
import type { CaseDocument, Circuit, Conductor, Outlet, Panel } from "#core/case/document/types.ts";
import { circuitRated, feederRated, feederRatingA } from "#core/home/home.ts";
import { ownValue } from "#core/own-value.ts";
import { feedingNothing } from "#core/panel/links.ts";
import { onSupply } from "#core/panel/sub-panels.ts";
import { needsAmbient } from "#core/rules/circuit/ambient.ts";
import { gfciOf, rcdOf } from "#core/rules/findings/protection.ts";
import type { Home, PathTarget } from "#core/rules/home.ts";
import { circuitName, outletName, panelName } from "#core/rules/link-names.ts";
import { assumedCircuits, assumedKey, assumedLoads, isAssumed } from "#core/survey/assumed.ts";
import { showA } from "#core/units.ts";
import type { UnknownValue } from "./types.ts";

const unknown = (key: string, text: string, more: Partial<UnknownValue> = {}): UnknownValue => ({
  key,
  text,
  step: "survey",
  knowledge: "unknown",
  decisive: false,
  ...more,
});

/** A value that was only told or assumed; null where it was read or measured. */
function hearsay({ document }: Home, key: string, text: string): UnknownValue | null {
  const source = ownValue(document.survey?.sources ?? {}, key);
  return source === "told" || source === "assumed"
    ? unknown(key, `${text}, which was only ${source}`, { knowledge: source })
    : null;
}

/** Asks for a value that is missing or has not been read. */
const asked = (
  home: Home,
  missing: boolean,
  key: string,
  text: string,
  more: Partial<UnknownValue> = {},
): UnknownValue[] => {
  if (missing) return [unknown(key, text, more)];
  const only = hearsay(home, key, text);
  return only ? [{ ...only, ...more, knowledge: only.knowledge }] : [];
};

/** A conductor's size, or what of it was not recorded. */
function ofConductor(
  home: Home,
  conductor: Conductor | null | undefined,
  rated: { unrecorded: readonly string[] } | null,
  key: string,
  text: string,
): UnknownValue[] {
  if (!conductor) return [unknown(key, text)];
  if (!rated) return [unknown(key, `${text}: ${conductor.size} is not in the tables`)];
  if (rated.unrecorded.length > 0) return [unknown(key, `the ${rated.unrecorded.join(" and ")} of ${text}`)];
  return asked(home, false, key, text);
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
      const source = document.survey?.sources?.["dwelling.floorArea"];
      if (!dwelling.floorArea)
        found.push(unknown("dwelling.floorArea", "the floor area of the dwelling", { decisive: true }));
      else if (source === "assumed")
        found.push(
          unknown("dwelling.floorArea", "the floor area of the dwelling, which was only assumed", {
            knowledge: source,
          }),
        );
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
    for (const circuit of feedingUnknown(home))
      found.push(
        unknown(
          `circuit.${circuit.id}.loads`,
          `what ${circuitName(circuit)}${circuit.ratingA ? ` (${showA(circuit.ratingA)})` : ""} feeds`,
        ),
      );
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
    if (cars.length === 0) found.push(unknown("need.cars", "how far the car drives a day", { step: "need" }));
    const assumedCar = cars.findIndex((_, i) => isAssumed(document, assumedKey.carDistance(i)));
    if (assumedCar >= 0)
      found.push(
        unknown(assumedKey.carDistance(assumedCar), "how far the car drives a day, which was only assumed", {
          step: "need",
          knowledge: "assumed",
        }),
      );
  }
  if (!need?.pluggedIn) found.push(unknown("need.pluggedIn", "when the car is plugged in", { step: "need" }));
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
  const { words, asksFor } = codebook;
  const { supply } = document;
  return [
    ...asked(
      home,
      readRatingA(document) === null,
      "supply.ratingA",
      `the ${words.supplyRating.toLowerCase()} ${words.ratingReadOff}`,
      {
        decisive: readRatingA(document) === null,
      },
    ),
    ...(asksFor.earthing
      ? [
          ...asked(home, supply.earthing === undefined, "supply.earthing", "the earthing arrangement"),
          // With other earthing the charger's RCD gives fault protection at any loop impedance; here it depends on the
          // electrode.
          ...asked(
            home,
            supply.earthing === "tt" && typeof supply.zeOhm !== "number",
            "supply.zeOhm",
            "the resistance of the earth electrode",
          ),
          ...asked(home, supply.looped === undefined, "supply.looped", "that the supply is not looped to a neighbour"),
        ]
      : []),
    ...ofDemand(home),
  ];
}

/** Unknown values of the service conductors or tails. */
export function unknownsOfSupplyConductor(home: Home): UnknownValue[] {
  const { document, codebook } = home;
  const { conductor } = document.supply;
  const rules = codebook.supplyConductor;
  return ofConductor(
    home,
    conductor,
    conductor ? rules.allows(conductor) : null,
    "supply.conductor",
    `the size of the ${rules.name}`,
  );
}

/** Unknown rating of a panel's main device. */
export const unknownsOfMain = (home: Home, panel: Panel): UnknownValue[] =>
  asked(
    home,
    !panel.mainA && onSupply(panel) && panel.mainKind !== "lugs",
    `panel.${panel.id}.mainA`,
    `the main device of ${panelName(panel, home.codebook)}`,
  );

/** Unknown rating of a panel's bus. */
export const unknownsOfBus = (home: Home, panel: Panel): UnknownValue[] =>
  asked(
    home,
    !panel.busA && home.codebook.bus !== null,
    `panel.${panel.id}.busA`,
    `the bus rating of ${panelName(panel, home.codebook)}`,
  );

/** Condition; room where a device is still to be fitted; and whether anybody has looked at what it feeds. */
export function unknownsOfPanel(home: Home, panel: Panel, target: PathTarget): UnknownValue[] {
  const name = panelName(panel, home.codebook);
  const { words } = home.codebook;
  const takesDevice = target.panel?.id === panel.id && (target.circuit === null || target.circuit.planned === true);
  const assumed = assumedCircuits(home.document, panel).length;
  const empty =
    !onSupply(panel) && !panel.circuits?.some((c) => !c.planned) && home.at(panel).loads.every((l) => !l.existing);
  return [
    ...asked(home, panel.condition === undefined, `panel.${panel.id}.condition`, `the condition of ${name}`),
    ...(takesDevice && !target.outlet
      ? asked(home, panel.spaces === undefined, `panel.${panel.id}.spaces`, `the number of ${words.spaces} in ${name}`)
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

/** Unknown rating of the device that feeds a panel. */
export function unknownsOfFeederDevice(home: Home, panel: Panel): UnknownValue[] {
  return asked(
    home,
    feederRatingA(home.document, panel) === undefined,
    `panel.${panel.id}.feeder.ratingA`,
    `the ${home.codebook.words.device} that feeds ${panelName(panel, home.codebook)}`,
  );
}

/** Unknown values of the conductor to a panel. */
export function unknownsOfFeederConductor(home: Home, panel: Panel): UnknownValue[] {
  return ofConductor(
    home,
    panel.feeder?.conductor,
    feederRated(home, panel),
    `panel.${panel.id}.feeder.conductor`,
    `the conductor that feeds ${panelName(panel, home.codebook)}`,
  );
}

/** Unknown rating and RCD type of a circuit's device. */
export function unknownsOfDevice(home: Home, circuit: Circuit, target: PathTarget): UnknownValue[] {
  const asksForRcd = home.codebook.asksFor.earthing;
  return [
    ...asked(
      home,
      circuit.ratingA === undefined,
      `circuit.${circuit.id}.ratingA`,
      `the ${home.codebook.words.device} of ${circuitName(circuit)}`,
    ),
    ...(asksForRcd
      ? asked(
          home,
          rcdOf(target.panel, circuit) === undefined,
          `circuit.${circuit.id}.rcd`,
          `the RCD type of ${circuitName(circuit)}`,
        )
      : []),
  ];
}

/** Unknown values of a circuit's conductor; for a planned circuit, of its run. */
export function unknownsOfConductor(home: Home, circuit: Circuit): UnknownValue[] {
  if (circuit.planned) return unknownsOfRun(home.document);
  return ofConductor(
    home,
    circuit.conductor,
    circuitRated(home, circuit),
    `circuit.${circuit.id}.conductor`,
    `the conductor of ${circuitName(circuit)} along its whole length`,
  );
}

function unknownsOfRun(document: CaseDocument): UnknownValue[] {
  const { segments = [], ambientC } = document.run ?? {};
  const lengths = segments.flatMap((_, i) =>
    isAssumed(document, assumedKey.partLength(i))
      ? [
          unknown(assumedKey.partLength(i), `the length of part ${i + 1} of the run, which was only assumed`, {
            step: "circuit",
            knowledge: "assumed",
          }),
        ]
      : [],
  );
  return needsAmbient(document) && ambientC === undefined
    ? [
        ...lengths,
        unknown("run.ambientC", "the temperature of the attic that the run goes through", { step: "circuit" }),
      ]
    : lengths;
}

/** Unknown values of an outlet for charging: type, circuit, reach of the lead, GFCI protection. */
export function unknownsOfOutlet(home: Home, outlet: Outlet, target: PathTarget): UnknownValue[] {
  const { asksFor } = home.codebook;
  const at = `the ${outletName(outlet, home.codebook)}${outlet.place ? ` (${outlet.place})` : ""}`;
  return [
    ...asked(home, false, assumedKey.outletType(outlet.id), `the type of ${at}`),
    ...(target.circuit ? [] : [unknown(`outlet.${outlet.id}.circuit`, `which circuit feeds ${at}`)]),
    ...asked(home, !outlet.leadLength, `outlet.${outlet.id}.leadLength`, `how far the lead must reach from ${at}`),
    ...(asksFor.earthing
      ? []
      : asked(
          home,
          gfciOf(home.document, outlet, target.circuit) === undefined,
          `outlet.${outlet.id}.gfci`,
          `that ${at} has GFCI protection`,
        )),
  ];
}

/** Protection that a charger needs in addition to its circuit; asked for where the rules require it. */
export function unknownsOfCharger(home: Home, target: PathTarget): UnknownValue[] {
  const { document, codebook } = home;
  if (!codebook.asksFor.earthing) return [];
  const { charger, supply } = document;
  const combined = supply.earthing === undefined || supply.earthing === "tn-c-s";
  const typeB = target.circuit !== null && rcdOf(target.panel, target.circuit) === "B";
  return [
    ...(combined && charger?.lostPenDetection === undefined
      ? [
          unknown("charger.lostPenDetection", "that the charger disconnects on an open PEN (lost neutral)", {
            step: "need",
          }),
        ]
      : []),
    ...(!typeB && charger?.dcDetection === undefined
      ? [unknown("charger.dcDetection", "that the charger detects 6 mA of DC", { step: "need" })]
      : []),
  ];
}
