/** Homes that a master electrician would stop at, and what is said of them: by way, one reason each. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import { answerOf } from "#core/decide/answer.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, usCase } from "#core/testing/cases.ts";
import {
  afterIn,
  codesIn,
  onPanel,
  onSupplyOf,
  wayIn,
  withCircuitIn,
  withOutletIn,
  workIn,
} from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();
const managed = "dynamic-load-management";

/** A receptacle on a circuit of its own, all of it read. */
const receptacle: Outlet = {
  id: "o",
  type: "14-50",
  circuit: "c-ev",
  leadLength: { value: 18, unit: "ft" },
  gfci: true,
};
const receptacleCircuit: Circuit = {
  id: "c-ev",
  label: "Garage receptacle",
  position: 5,
  poles: 2,
  ratingA: 50,
  status: "in-use",
  conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
  loads: [],
};
const plug = { ...us.charger, connection: "plug" as const };
const withReceptacle = (outlet: Partial<Outlet> = {}, circuit: Partial<Circuit> = {}): CaseDocument => ({
  ...withOutletIn(withCircuitIn(us, { ...receptacleCircuit, ...circuit }), { ...receptacle, ...outlet }),
  charger: plug,
});

/** A dryer's receptacle that could be shared. */
const dryerOutlet: Outlet = {
  id: "d",
  type: "14-30",
  circuit: "c-dryer",
  sharedWith: "dryer",
  leadLength: { value: 15, unit: "ft" },
  gfci: true,
};
const withDryer = (outlet: Partial<Outlet> = {}, home: CaseDocument = us): CaseDocument => ({
  ...withOutletIn(home, { ...dryerOutlet, ...outlet }),
  // It draws no more by itself than the dryer's circuit allows.
  charger: { ...plug, maxA: 24 },
});

/** A garage panel on a feeder, everything read, the charger to start there. */
const withGarage = (home: CaseDocument, changes: Partial<Panel> = {}): CaseDocument => ({
  ...home,
  panels: [
    ...home.panels,
    {
      id: "garage",
      name: "Garage",
      fedFrom: "main",
      busA: 125,
      spaces: 8,
      condition: "sound",
      surgeProtection: true,
      feeder: { ratingA: 60, conductor: { size: "4 AWG", material: "cu", type: "thhn" } },
      circuits: [
        { id: "g1", label: "Garage lights", position: 1, poles: 1, ratingA: 15, rcd: "A", status: "in-use", loads: [] },
      ],
      ...changes,
    },
  ],
  loads: [
    ...home.loads,
    { id: "saw", kind: home.rules.startsWith("uk") ? "fixed-appliance" : "motor", va: 1200, panel: "garage" },
  ],
  charger: { ...home.charger, panel: "garage" },
});

const charger = (changes: CaseDocument["charger"]) => ({ charger: { ...uk.charger, ...changes } });

describe("the known homes", () => {
  it("are ready without the fault, so that the fault is the reason", () => {
    expect(wayIn(us, "dedicated-circuit")).toMatchObject({ verdict: "ready", chargeA: 48, circuitA: 60 });
    expect(wayIn(us, managed)).toMatchObject({ verdict: "ready", chargeA: 48, limitA: 160 });
    expect(wayIn(uk, "dedicated-circuit")).toMatchObject({ verdict: "ready", chargeA: 32, circuitA: 40 });
    expect(wayIn(withReceptacle(), "existing-outlet")).toMatchObject({ verdict: "ready", chargeA: 40, circuitA: 50 });
    expect(wayIn(withDryer(), "circuit-splitter")).toMatchObject({ verdict: "ready", chargeA: 24, circuitA: 30 });
    expect(wayIn(withGarage(us), "dedicated-circuit")).toMatchObject({ verdict: "ready", chargeA: 40, circuitA: 50 });
    expect(answerOf(assess(us))).toMatchObject({ state: "fits", verdict: "Fits" });
  });
});

type Stopped = readonly [
  what: string,
  home: CaseDocument,
  way: string,
  verdict: "with-work" | "ruled-out",
  said: RegExp,
];

/** Ways that only need confirmation. */
const UNREAD: Stopped[] = [
  [
    "service conductors that nobody has seen",
    onSupplyOf(us, { conductor: null }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the size of the service conductors/,
  ],
  [
    "service conductors without their metal",
    onSupplyOf(us, { conductor: { size: "4/0 AWG" } }),
    managed,
    "with-work",
    /^Confirm the metal of the size of the service conductors/,
  ],
  [
    "tails that nobody has seen",
    onSupplyOf(uk, { conductor: undefined }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the size of the tails/,
  ],
  [
    "an unread cut-out",
    onSupplyOf(uk, { ratingA: null }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the cut-out fuse as on the cut-out label/,
  ],
  [
    "a service rating that was only told",
    { ...us, survey: { sources: { "supply.ratingA": "told" } } },
    "dedicated-circuit",
    "with-work",
    /^Confirm the service rating as read off the main breaker, which was only told/,
  ],
  [
    "an assumed floor area",
    { ...us, survey: { sources: { "dwelling.floorArea": "assumed" } } },
    "dedicated-circuit",
    "with-work",
    /^Confirm the floor area of the dwelling, which was only assumed/,
  ],
  [
    "an earthing arrangement nobody has noted",
    onSupplyOf(uk, { earthing: undefined }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the earthing arrangement/,
  ],
  [
    "an electrode that nobody has measured",
    onSupplyOf(uk, { earthing: "tt", zeOhm: null }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the resistance of the earth electrode/,
  ],
  [
    "a supply that may be looped",
    onSupplyOf(uk, { looped: undefined }),
    "dedicated-circuit",
    "with-work",
    /^Confirm that the supply is not looped to a neighbour/,
  ],
  [
    "a charger that may not see a lost neutral",
    { ...uk, ...charger({ lostPenDetection: undefined }) },
    "dedicated-circuit",
    "with-work",
    /^Confirm that the charger disconnects on an open PEN/,
  ],
  [
    "a charger that may not see DC",
    { ...uk, ...charger({ dcDetection: undefined }) },
    managed,
    "with-work",
    /^Confirm that the charger detects 6 mA of DC/,
  ],
  [
    "an unread bus",
    onPanel(us, { busA: null }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the bus rating of the main panel/,
  ],
  [
    "a panel whose condition nobody noted",
    onPanel(us, { condition: undefined }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the condition of the main panel/,
  ],
  [
    "uncounted spaces",
    onPanel(us, { spaces: undefined }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the number of spaces in the main panel/,
  ],
  [
    "a large breaker that feeds nobody knows what",
    withCircuitIn(us, { id: "x", label: "Shed", position: 9, poles: 2, ratingA: 40 }),
    "dedicated-circuit",
    "with-work",
    /^Confirm what "Shed" \(40 A\) feeds/,
  ],
  [
    "a way of a board that feeds nobody knows what",
    withCircuitIn(uk, { id: "x", label: "Spare?", position: 5, ratingA: 16, rcd: "A" }),
    managed,
    "with-work",
    /^Confirm what "Spare\?" \(16 A\) feeds/,
  ],
  [
    "a lead that nobody has measured",
    withReceptacle({ leadLength: undefined }),
    "existing-outlet",
    "with-work",
    /^Confirm how far the lead must reach from the 14-50 receptacle/,
  ],
  [
    "a receptacle without a known circuit",
    withReceptacle({ circuit: null }),
    "existing-outlet",
    "with-work",
    /Confirm which circuit feeds the 14-50 receptacle/,
  ],
  [
    "a receptacle whose conductor nobody has seen",
    withReceptacle({}, { conductor: undefined }),
    "existing-outlet",
    "with-work",
    /^Confirm the conductor of "Garage receptacle" along its whole length/,
  ],
  [
    "a cable of unknown type",
    withReceptacle({}, { conductor: { size: "6 AWG", material: "cu" } }),
    "existing-outlet",
    "with-work",
    /^Confirm the cable type of the conductor of "Garage receptacle"/,
  ],
  [
    "a receptacle whose GFCI nobody has tried",
    withReceptacle({ gfci: undefined }),
    "existing-outlet",
    "with-work",
    /^Confirm that the 14-50 receptacle has GFCI protection/,
  ],
  [
    "a dryer receptacle whose lead nobody has measured",
    withDryer({ leadLength: null }),
    "circuit-splitter",
    "with-work",
    /^Confirm how far the lead must reach/,
  ],
  [
    "a feeder whose conductor nobody has seen",
    withGarage(us, { feeder: { ratingA: 60 } }),
    "dedicated-circuit",
    "with-work",
    /^Confirm the conductor that feeds Garage/,
  ],
  [
    "no need at all",
    { ...us, need: { pluggedIn: { from: "20:00", to: "06:00" } } },
    "dedicated-circuit",
    "with-work",
    /^Confirm how far the car drives a day/,
  ],
  [
    "no hours",
    { ...us, need: { energyPerDayKWh: 8 } },
    "dedicated-circuit",
    "with-work",
    /^Confirm when the car is plugged in/,
  ],
];

/** Faults with a simple repair. */
const TO_MEND: Stopped[] = [
  [
    "thin service conductors",
    onSupplyOf(us, { conductor: { size: "1/0 AWG", material: "al" } }),
    "dedicated-circuit",
    "with-work",
    /Have the service conductors renewed in 2\/0 AWG copper for 200 A/,
  ],
  [
    "thin tails",
    onSupplyOf(uk, { conductor: { size: "16 mm2", material: "cu" } }),
    "dedicated-circuit",
    "with-work",
    /Have the tails renewed in 25 mm² for 100 A/,
  ],
  [
    "a looped supply",
    onSupplyOf(uk, { looped: true }),
    managed,
    "with-work",
    /^Have the network operator separate the looped supply before anything else/,
  ],
  [
    "an electrode of dry ground",
    onSupplyOf(uk, { earthing: "tt", zeOhm: 1668 }),
    "dedicated-circuit",
    "with-work",
    /Add to the earth electrode until it has 200 ohm or less/,
  ],
  [
    "a supply whose earth is doubtful",
    onSupplyOf(uk, { zeOhm: 0.36 }),
    managed,
    "with-work",
    /Have the network operator put the supply's earth right, and measure Ze again/,
  ],
  [
    "a combined earth where the operator promises none",
    onSupplyOf(uk, { earthing: "tn-s", zeOhm: 0.81 }),
    "dedicated-circuit",
    "with-work",
    /Have the network operator put the supply's earth right/,
  ],
  [
    "a type AC RCD in the board",
    withCircuitIn(uk, { id: "x", position: 5, ratingA: 16, rcd: "AC", loads: ["li"] }),
    "dedicated-circuit",
    "with-work",
    /Change the type AC RCDs of the consumer unit for type A/,
  ],
  [
    "a charger that does not see a lost neutral",
    { ...uk, ...charger({ lostPenDetection: false }) },
    "dedicated-circuit",
    "with-work",
    /Fit a charger or unit that opens line, neutral and earth/,
  ],
  [
    "a charger that does not see DC",
    { ...uk, ...charger({ dcDetection: false }) },
    "dedicated-circuit",
    "with-work",
    /Fit a 30 mA RCD of type B/,
  ],
  [
    "bonding that is absent",
    { ...us, survey: { seen: ["bonding-absent"] } },
    "dedicated-circuit",
    "with-work",
    /Bond the pipe before the charger is energised/,
  ],
  [
    "two conductors under one terminal",
    { ...uk, survey: { seen: ["doubled-lug"] } },
    managed,
    "with-work",
    /Give each conductor its own terminal/,
  ],
  [
    "a receptacle without GFCI",
    withReceptacle({ gfci: false }),
    "existing-outlet",
    "with-work",
    /Fit GFCI protection to the 14-50 receptacle/,
  ],
  [
    "a receptacle on an AFCI breaker",
    withReceptacle({ gfci: undefined }, { protects: "afci" }),
    "existing-outlet",
    "with-work",
    /Fit GFCI protection/,
  ],
  [
    "a Y-lead on the dryer's receptacle",
    withDryer({ plainSplitter: true }),
    "circuit-splitter",
    "with-work",
    /Remove the plain Y-lead from the receptacle/,
  ],
  [
    "a breaker too large for its conductor",
    withReceptacle({}, { conductor: { size: "8 AWG", material: "cu", type: "nm-b" } }),
    "existing-outlet",
    "with-work",
    /Fit a 40 A breaker to "Garage receptacle": its conductor allows no more/,
  ],
  [
    "an owner who was not asked",
    { ...us, enquiry: { permissions: { owner: "to-ask" } } },
    "dedicated-circuit",
    "with-work",
    /Get consent in writing: the owner of the home/,
  ],
  [
    "an association that has not answered",
    { ...us, enquiry: { permissions: { association: "asked" } } },
    managed,
    "with-work",
    /Get consent in writing: the association/,
  ],
  [
    "a tenant whose owner nobody asked",
    { ...us, enquiry: { tenure: "tenant" } },
    "dedicated-circuit",
    "with-work",
    /Get consent in writing: the owner/,
  ],
  [
    "an obsolete panel upstream of a receptacle",
    onPanel(withReceptacle(), { condition: "obsolete" }),
    "existing-outlet",
    "with-work",
    /Change the main panel for a new panel/,
  ],
  [
    "an obsolete panel upstream of the garage",
    onPanel(
      withGarage(withReceptacle({ circuit: "g-ev" }), {
        circuits: [{ ...receptacleCircuit, id: "g-ev", position: 3 }],
      }),
      { condition: "obsolete" },
    ),
    "existing-outlet",
    "with-work",
    /Change the main panel for a new panel/,
  ],
  [
    "a feeder behind too large a device",
    withGarage(us, { feeder: { ratingA: 60, conductor: { size: "8 AWG", material: "cu", type: "thhn" } } }),
    "dedicated-circuit",
    "with-work",
    /Renew the feeder of Garage in 4 AWG copper for its 60 A breaker/,
  ],
  [
    "a thin feeder of aluminum, in copper",
    withGarage(us, { feeder: { ratingA: 60, conductor: { size: "8 AWG", material: "al", type: "thhn" } } }),
    "dedicated-circuit",
    "with-work",
    /Renew the feeder of Garage in 4 AWG copper for its 60 A breaker/,
  ],
  [
    "a thin feeder of aluminum, in aluminum where the job allows it",
    {
      ...withGarage(us, { feeder: { ratingA: 60, conductor: { size: "8 AWG", material: "al", type: "thhn" } } }),
      options: { ...us.options, allowAluminium: true },
    },
    "dedicated-circuit",
    "with-work",
    /Renew the feeder of Garage in 3 AWG aluminum for its 60 A breaker/,
  ],
  [
    "a service of 60 A",
    onPanel(
      onSupplyOf(knownUsHome({ loads: us.loads.slice(0, 3), charger: { maxA: 48, managed: true } }), { ratingA: 60 }),
      { mainA: 60, circuits: [] },
    ),
    managed,
    "with-work",
    /authority's agreement in writing that the 60 A service may take this load/,
  ],
  [
    "a bus that its main and solar overload",
    onPanel(us, {
      circuits: [
        { id: "pv", poles: 2, position: 9, ratingA: 70, backfeed: { outputA: 56, oppositeEnd: true } },
        { id: "hot", poles: 2, position: 13, ratingA: 100, loads: ["range"] },
      ],
    }),
    "dedicated-circuit",
    "with-work",
    /Change the main panel for one with a bus of \d+ A/,
  ],
  [
    "a hard-wired charger at a receptacle",
    { ...withReceptacle(), charger: us.charger as NonNullable<CaseDocument["charger"]> },
    "existing-outlet",
    "with-work",
    /Exchange the hard-wired charger for one with a plug/,
  ],
  [
    "a hard-wired charger at a dryer's receptacle",
    { ...withDryer(), charger: us.charger as NonNullable<CaseDocument["charger"]> },
    "circuit-splitter",
    "with-work",
    /Exchange the hard-wired charger for one with a plug/,
  ],
  [
    "a socket without an RCD",
    {
      ...withOutletIn(
        withCircuitIn(uk, {
          id: "sk",
          label: "Garage socket",
          position: 5,
          ratingA: 16,
          rcd: "none",
          conductor: { size: "2.5 mm2", type: "twin-earth" },
          loads: [],
        }),
        { id: "o", type: "bs1363", circuit: "sk", leadLength: { value: 4, unit: "m" } },
      ),
      ...charger({ connection: "plug" }),
    },
    "existing-outlet",
    "with-work",
    /Fit a 30 mA RCBO of type A to "Garage socket"/,
  ],
];

/** Faults that the way cannot repair. */
const RULED_OUT: Stopped[] = [
  [
    "no loads",
    {
      ...us,
      loads: us.loads.slice(0, 2).map((l, i) => ({ ...l, id: ["small-appliance", "laundry"][i] as string })),
      panels: onPanel(us, { circuits: [] }).panels,
    },
    "dedicated-circuit",
    "ruled-out",
    /Without the loads of the home there is no demand to judge by/,
  ],
  [
    "no floor area",
    { ...us, dwelling: { ...us.dwelling, floorArea: null } },
    "service-upgrade",
    "ruled-out",
    /Without the floor area of the dwelling there is no demand to judge by/,
  ],
  [
    "an unread feeder, which may be too small",
    withGarage(us, { feeder: { conductor: { size: "4 AWG", material: "cu", type: "thhn" } } }),
    "dedicated-circuit",
    "ruled-out",
    /the breaker of the feeder to Garage has only [\d.]+ A spare/,
  ],
  [
    "an unread main, which may be too small",
    onPanel(us, { mainA: null }),
    "dedicated-circuit",
    "ruled-out",
    /Main breaker of the main panel is 21.2 A over what it may carry already: 60 A assumed, not read/,
  ],
  [
    "an owner who refused",
    { ...us, enquiry: { permissions: { owner: "refused" } } },
    "dedicated-circuit",
    "ruled-out",
    /has refused/,
  ],
  ["an unsafe panel", onPanel(us, { condition: "unsafe" }), "dedicated-circuit", "ruled-out", /main panel is unsafe/],
  [
    "an unsafe panel upstream of a receptacle",
    onPanel(withReceptacle(), { condition: "unsafe" }),
    "existing-outlet",
    "ruled-out",
    /main panel is unsafe/,
  ],
  [
    "an unsafe panel upstream of the garage",
    onPanel(withGarage(us), { condition: "unsafe" }),
    "dedicated-circuit",
    "ruled-out",
    /main panel is unsafe/,
  ],
  [
    "an unsafe panel behind a separate one",
    onPanel(us, { condition: "unsafe" }),
    "separate-board",
    "ruled-out",
    /main panel is unsafe/,
  ],
  [
    "heat marks at the bus",
    { ...us, survey: { seen: ["heat-marks"] } },
    "dedicated-circuit",
    "ruled-out",
    /Heat marks/,
  ],
  [
    "heat marks upstream of a receptacle",
    { ...withReceptacle(), survey: { seen: ["heat-marks"] } },
    "existing-outlet",
    "ruled-out",
    /Heat marks/,
  ],
  [
    "a board not to be disturbed",
    { ...withReceptacle(), survey: { seen: ["do-not-disturb"] } },
    "existing-outlet",
    "ruled-out",
    /old type/,
  ],
  ["an obsolete board", onPanel(uk, { condition: "obsolete" }), "dedicated-circuit", "ruled-out", /obsolete/],
  [
    "a full panel",
    onPanel(us, { spaces: 4 }),
    "dedicated-circuit",
    "ruled-out",
    /0 of 4 spaces free; the charger's device takes 2 spaces/,
  ],
  [
    "a receptacle that the dryer stands on, whatever was ticked",
    { ...withOutletIn(us, { ...dryerOutlet, sharedWith: null }), charger: plug },
    "existing-outlet",
    "ruled-out",
    /shares its circuit with the dryer: a charger has a circuit of its own or an automatic splitter/,
  ],
  [
    "a receptacle without an equipment ground",
    withReceptacle({ type: "10-50" }),
    "existing-outlet",
    "ruled-out",
    /no equipment ground/,
  ],
  [
    "a face without a ground behind it",
    withReceptacle({ grounded: false }),
    "existing-outlet",
    "ruled-out",
    /no equipment ground/,
  ],
  [
    "a dryer face without a ground",
    withDryer({ type: "10-30" }),
    "circuit-splitter",
    "ruled-out",
    /no equipment ground/,
  ],
  [
    "a lead of 25 ft and a hand",
    withReceptacle({ leadLength: { value: 25.1, unit: "ft" } }),
    "existing-outlet",
    "ruled-out",
    /out of the lead's reach \(25 ft at most\)/,
  ],
  [
    "a supply that a measurement puts over already",
    usCase({ measured: { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 90, unit: "A" } } }),
    managed,
    "ruled-out",
    /carries 112.5 A of 100 A by measurement/,
  ],
  [
    "a charger that cannot be managed",
    knownUsHome({ charger: { maxA: 48, managed: false, panel: "main" } }),
    managed,
    "ruled-out",
    /cannot be managed/,
  ],
  [
    "a thin feeder",
    withGarage(us, { feeder: { ratingA: 20, conductor: { size: "12 AWG", material: "cu", type: "nm-b" } } }),
    "dedicated-circuit",
    "ruled-out",
    /Garage has only 13.8 A spare/,
  ],
  [
    "the thin feeder of a garage board",
    withGarage(uk, { feeder: { ratingA: 20, conductor: { size: "2.5 mm2", type: "armoured-70" } } }),
    "dedicated-circuit",
    "with-work",
    /New 16 A circuit from Garage/,
  ],
  [
    "a stub of 14 AWG",
    withCircuitIn(us, {
      id: "stub",
      label: "Stub",
      position: 9,
      poles: 2,
      ratingA: 50,
      status: "charger-ready",
      conductor: { size: "18 AWG", material: "cu", type: "nm-b" },
    }),
    "reuse-circuit",
    "ruled-out",
    /18 AWG is not in the table/,
  ],
  [
    "a stub whose conductor nobody has seen",
    withCircuitIn(us, { id: "stub", label: "Stub", position: 9, poles: 2, ratingA: 50, status: "charger-ready" }),
    "reuse-circuit",
    "ruled-out",
    /The conductor of "Stub" has not been seen/,
  ],
];

describe.each([
  ["what nobody has read is confirmed first", UNREAD],
  ["what is wrong is mended with the work", TO_MEND],
  ["what no work of the way mends rules it out", RULED_OUT],
] as const)("%s", (_kind, homes) => {
  it.each(homes as Stopped[])("%s", (_what, home, way, verdict, said) => {
    const found = wayIn(home, way);
    expect(found.verdict).toBe(verdict);
    expect(verdict === "with-work" ? workIn(home, way) : found.reasons.map((r) => r.text).join(" | ")).toMatch(said);
    if (verdict === "ruled-out") expect(found).toMatchObject({ chargeA: 0, circuitA: 0, work: [] });
    else expect(found.chargeA).toBeGreaterThan(0);
  });
});

describe("ways that only need confirmation", () => {
  it.each(UNREAD.filter(([what]) => what !== "an unread cut-out"))("%s: fits once confirmed", (_what, home, way) => {
    expect(wayIn(home, way).onlyConfirm).toBe(true);
  });
  it.each(TO_MEND)("not so %s", (_what, home, way) => {
    expect(wayIn(home, way).onlyConfirm).toBe(false);
  });
  it("is the answer on top, in those words", () => {
    expect(answerOf(assess(onSupplyOf(us, { conductor: null })))).toMatchObject({
      state: "once-confirmed",
      verdict: "Fits once confirmed",
      next: { step: "survey", text: "Confirm the size of the service conductors" },
    });
    expect(codesIn(onSupplyOf(us, { conductor: null }), "dedicated-circuit")).toContain("not-confirmed");
  });
});

describe("the home after its faults are mended", () => {
  it.each(TO_MEND)("%s: gone", (_what, home, way) => {
    const before = assess(home).findings.filter((f) => f.severity !== "note");
    const mended = wayIn(home, way).workItems.flatMap((i) => (i.mends ? [i.mends] : []));
    const after = assess(afterIn(home, way)).findings.map((f) => f.code as string);
    for (const code of mended) expect(after).not.toContain(code);
    if (!/hard-wired/.test(_what)) expect(before.length + mended.length).toBeGreaterThan(0);
  });
  it("costs what its mends cost", () => {
    const dear = wayIn({ ...uk, ...charger({ dcDetection: false }) }, "dedicated-circuit").cost.typical;
    expect(dear - wayIn(uk, "dedicated-circuit").cost.typical).toBe(288);
    const loop = wayIn(onSupplyOf(uk, { looped: true }), "dedicated-circuit");
    expect(loop.leadTimeDays.typical).toBe(60);
  });
});
