/** Unread values are asked for by name, at their link; unneeded values are not. */
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { assumedKey, reorderPartMarks } from "#core/survey/assumed.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { onPanel, onSupplyOf, wayIn, withCircuitIn, withOutletIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();
/** Everything asked for on today's path, with its key. */
const asked = (home: CaseDocument) => assess(home).path.flatMap((l) => l.unknowns.map((u) => `${u.key}: ${u.text}`));
const decisive = (home: CaseDocument) =>
  assess(home).path.flatMap((l) => l.unknowns.filter((u) => u.decisive).map((u) => u.key));
const year = {
  source: "utility-year" as const,
  days: 365,
  intervalMinutes: 15,
  max: { value: 40, unit: "A" as const },
};

describe("a home of which all was read", () => {
  it("is asked for nothing", () => {
    expect(asked(us)).toEqual([]);
    expect(asked(uk)).toEqual([]);
  });
});

describe("the demand", () => {
  it("rests on the floor area in North America, unless it was measured", () => {
    const bare = { ...us, dwelling: { ...us.dwelling, floorArea: null } };
    expect(asked(bare)).toEqual(["dwelling.floorArea: the floor area of the dwelling"]);
    expect(decisive(bare)).toEqual(["dwelling.floorArea"]);
    const source = (s: "told" | "assumed") => ({ ...us, survey: { sources: { "dwelling.floorArea": s } } });
    expect(asked(source("told"))).toEqual([]);
    expect(asked(source("assumed"))).toEqual([
      "dwelling.floorArea: the floor area of the dwelling, which was only assumed",
    ]);
    expect(decisive(source("assumed"))).toEqual([]);
    expect(asked({ ...bare, measured: year })).toEqual([]);
    expect(asked({ ...uk, dwelling: { ...uk.dwelling, floorArea: null } })).toEqual([]);
  });
  it("rests on loads beside those that every dwelling has", () => {
    const started = us.loads.filter((l) => l.kind === "small-appliance-circuit" || l.kind === "laundry-circuit");
    const bare = onPanel({ ...us, loads: started }, { circuits: [] });
    expect(asked(bare)).toEqual(["loads: the loads of the home"]);
    expect(decisive(bare)).toEqual(["loads"]);
    expect(asked({ ...bare, loads: [...started, { id: "x", kind: "motor", va: 100 }] })).toEqual([]);
    expect(asked({ ...bare, measured: year })).toEqual([]);
  });
  it("asks what a circuit feeds that may be more than general lights and outlets", () => {
    const one = (circuit: Partial<Circuit>) =>
      asked(withCircuitIn(us, { id: "x", label: "Mystery", position: 9, poles: 1, ratingA: 20, ...circuit }));
    expect(one({})).toEqual([]);
    expect(one({ ratingA: 20.5 })).toEqual(['circuit.x.loads: what "Mystery" (20.5 A) feeds']);
    expect(one({ ratingA: undefined })).toEqual([]);
    expect(one({ poles: undefined })).toEqual([]);
    expect(one({ poles: 2, ratingA: 15 })).toEqual(['circuit.x.loads: what "Mystery" (15 A) feeds']);
    expect(one({ poles: 2, ratingA: undefined })).toEqual(['circuit.x.loads: what "Mystery" feeds']);
    expect(one({ poles: 2, status: "abandoned" })).toEqual([]);
    expect(one({ poles: 2, planned: true })).toEqual([]);
    expect(one({ poles: 2, loads: ["wh"] })).toEqual([]);
    expect(one({ poles: 2, backfeed: { outputA: 10 } })).toEqual([]);
    expect(asked(withCircuitIn(uk, { id: "x", label: "Mystery", position: 9, ratingA: 6, rcd: "A" }))).toEqual([
      'circuit.x.loads: what "Mystery" (6 A) feeds',
    ]);
  });
  it("takes the outlet on a circuit for what it feeds", () => {
    const home = withCircuitIn(us, { id: "x", label: "Mystery", position: 9, poles: 2, ratingA: 50 });
    expect(asked(withOutletIn(home, { id: "o", type: "14-50", circuit: "x" }))).toEqual([]);
  });
  it("of three phases asks for the phase of each load", () => {
    const three = onSupplyOf(uk, { system: "three-phase-230-400" });
    expect(asked(three)).toEqual(["loads.phase: the phase of 2 loads"]);
    const [first, ...rest] = three.loads;
    const one = { ...three, loads: [{ ...(first as (typeof three.loads)[number]), phase: 1 as const }, ...rest] };
    expect(asked(one)).toEqual(["loads.phase: the phase of one load"]);
    expect(asked({ ...three, loads: three.loads.map((l) => ({ ...l, phase: 2 as const })) })).toEqual([]);
  });
  it("asks for the missing need", () => {
    expect(asked({ ...us, need: null })).toEqual([
      "need.cars: how far the car drives a day",
      "need.pluggedIn: when the car is plugged in",
    ]);
    expect(asked({ ...us, need: { cars: [], pluggedIn: { from: "20:00", to: "06:00" } } })).toEqual([
      "need.cars: how far the car drives a day",
    ]);
    expect(asked({ ...us, need: { energyPerDayKWh: 0 } })).toEqual(["need.pluggedIn: when the car is plugged in"]);
  });
});

describe("the supply", () => {
  it("is asked for its rating, conductors, and in the UK for earthing and the neighbour", () => {
    expect(asked(onSupplyOf(us, { ratingA: null }))).toEqual([
      "supply.ratingA: the service rating as read off the main breaker",
    ]);
    expect(decisive(onSupplyOf(us, { ratingA: null }))).toEqual(["supply.ratingA"]);
    expect(asked(onSupplyOf(us, { conductor: null }))).toEqual([
      "supply.conductor: the size of the service conductors",
    ]);
    expect(asked(onSupplyOf(us, { conductor: { size: "3 mm2" } }))).toEqual([
      "supply.conductor: the size of the service conductors: 3 mm2 is not in the tables",
    ]);
    expect(asked(onSupplyOf(us, { conductor: { size: "4/0 AWG" } }))).toEqual([
      "supply.conductor: the metal of the size of the service conductors",
    ]);
    expect(asked(onSupplyOf(uk, { ratingA: null, earthing: undefined, looped: undefined }))).toEqual([
      "supply.ratingA: the cut-out fuse as on the cut-out label",
      "supply.earthing: the earthing arrangement",
      "supply.looped: that the supply is not looped to a neighbour",
    ]);
  });
  it("that is told or assumed is asked for again", () => {
    const sources = { "supply.ratingA": "told", "supply.conductor": "assumed", "panel.main.busA": "told" } as const;
    expect(asked({ ...us, survey: { sources } })).toEqual([
      "supply.ratingA: the service rating as read off the main breaker, which was only told",
      "supply.conductor: the size of the service conductors, which was only assumed",
      "panel.main.busA: the bus rating of the main panel, which was only told",
    ]);
    expect(decisive({ ...us, survey: { sources } })).toEqual([]);
  });
});

describe("a panel", () => {
  it("is asked for main, bus, condition, and its spaces where the charger's device is to go", () => {
    expect(asked(onPanel(us, { mainA: null, busA: null, condition: undefined, spaces: undefined }))).toEqual([
      "panel.main.mainA: the main breaker of the main panel",
      "panel.main.busA: the bus rating of the main panel",
      "panel.main.condition: the condition of the main panel",
      "panel.main.spaces: the number of spaces in the main panel",
    ]);
    expect(asked(onPanel(us, { mainA: null, mainKind: "lugs" }))).toEqual([]);
    expect(asked(onPanel(uk, { busA: undefined }))).toEqual([]);
    const placed = { ...onPanel(us, { spaces: undefined }), charger: { ...us.charger, circuit: "c-dryer" } };
    expect(asked(placed)).not.toContain("panel.main.spaces: the number of spaces in the main panel");
  });
  const garage = (changes: Partial<Panel>, loads: CaseDocument["loads"] = us.loads): CaseDocument => ({
    ...us,
    loads,
    panels: [
      { ...(us.panels[0] as Panel), spaces: undefined },
      {
        id: "g",
        name: "Garage",
        fedFrom: "main",
        busA: 100,
        spaces: 8,
        condition: "sound",
        feeder: { ratingA: 60, conductor: { size: "6 AWG", material: "cu", type: "thhn" } },
        circuits: [],
        ...changes,
      },
    ],
    charger: { ...us.charger, panel: "g" },
  });
  it("further away is asked for what it feeds, unless something is known to or it was measured", () => {
    expect(asked(garage({}))).toEqual(["panel.g.loads: what Garage feeds"]);
    const saw = [...us.loads, { id: "saw", kind: "motor" as const, va: 900, panel: "g" }];
    expect(asked(garage({}, saw))).toEqual([]);
    expect(
      asked(
        garage(
          {},
          saw.map((l) => (l.id === "saw" ? { ...l, existing: false } : l)),
        ),
      ),
    ).toEqual(["panel.g.loads: what Garage feeds"]);
    expect(asked(garage({ circuits: [{ id: "y", poles: 1, ratingA: 15 }] }))).toEqual([]);
    expect(asked(garage({ circuits: [{ id: "y", poles: 1, ratingA: 15, planned: true }] }))).toEqual([
      "panel.g.loads: what Garage feeds",
    ]);
    expect(asked(garage({ measured: year }))).toEqual([]);
  });
  it("further away is asked for its feeder's device and conductor", () => {
    expect(asked(garage({ measured: year, feeder: null }))).toEqual([
      "panel.g.feeder.ratingA: the breaker that feeds Garage",
      "panel.g.feeder.conductor: the conductor that feeds Garage",
    ]);
    expect(asked(garage({ measured: year, feeder: { ratingA: 60, conductor: { size: "6 AWG" } } }))).toEqual([
      "panel.g.feeder.conductor: the metal and cable type of the conductor that feeds Garage",
    ]);
  });
});

describe("a circuit and the equipment at its end", () => {
  it("in the UK is asked for its RCD, device and conductor", () => {
    const stub: Circuit = {
      id: "s",
      label: "Stub",
      position: 5,
      status: "charger-ready",
      conductor: { size: "4 mm2" },
    };
    const home = { ...withCircuitIn(uk, stub), charger: { ...uk.charger, circuit: "s" } };
    expect(asked(home)).toEqual(
      expect.arrayContaining([
        'circuit.s.ratingA: the protective device of "Stub"',
        'circuit.s.rcd: the RCD type of "Stub"',
        'circuit.s.conductor: the cable type of the conductor of "Stub" along its whole length',
      ]),
    );
    const group = onPanel(home, { rcdGroups: [{ id: "g", rcd: "A", from: 5, to: 8 }] });
    expect(asked(group).join()).not.toMatch(/RCD type/);
    const american = { ...withCircuitIn(us, { ...stub, conductor: null }), charger: { ...us.charger, circuit: "s" } };
    expect(asked(american).join()).not.toMatch(/RCD/);
    expect(asked(american)).toContain('circuit.s.conductor: the conductor of "Stub" along its whole length');
  });
  it("an outlet is named with its place", () => {
    const home = withOutletIn(
      { ...us, charger: { ...us.charger, connection: "plug" } },
      { id: "o", type: "14-50", place: "carport" },
    );
    expect(wayIn(home, "existing-outlet").unknowns.map((u) => u.text)).toEqual([
      "which circuit feeds the 14-50 receptacle (carport)",
      "how far the lead must reach from the 14-50 receptacle (carport)",
      "that the 14-50 receptacle (carport) has GFCI protection",
    ]);
  });
  it("a charger in the UK is asked what it detects: a lost neutral on TN-C-S only, DC unless the RCD is type B", () => {
    const plain = (changes: Partial<CaseDocument["supply"]>) =>
      asked({ ...onSupplyOf(uk, changes), charger: { maxA: 32, panel: "main" } }).map((a) => a.split(":")[0]);
    expect(plain({})).toEqual(["charger.lostPenDetection", "charger.dcDetection"]);
    expect(plain({ earthing: "tt" })).toEqual(["charger.dcDetection"]);
    const typeB = withCircuitIn(uk, { id: "s", position: 5, ratingA: 40, rcd: "B", loads: [], planned: true });
    expect(asked({ ...typeB, charger: { maxA: 32, circuit: "s", lostPenDetection: true } })).toEqual([]);
    expect(asked({ ...us, charger: { maxA: 32, panel: "main" } })).toEqual([]);
  });
});

describe("the run of a new circuit", () => {
  const part = { method: "in-wall", length: { value: 30, unit: "ft" }, conductorType: "nm-b" } as const;
  const withParts = (assumed: readonly number[]): CaseDocument => ({
    ...us,
    run: { segments: [part, part] },
    survey: {
      ...us.survey,
      sources: {
        ...us.survey?.sources,
        ...Object.fromEntries(assumed.map((i) => [assumedKey.partLength(i), "assumed"])),
      },
    } as CaseDocument["survey"],
  });
  const missing = (home: CaseDocument) => assess(home).missing.map(({ key, text, step }) => `${step}, ${key}: ${text}`);

  it("asks for a length that was only assumed, in the circuit step, and for no other", () => {
    expect(missing(withParts([]))).toEqual([]);
    expect(missing(withParts([1]))).toEqual([
      "circuit, run.segments.1.length: The length of part 2 of the run, which was only assumed",
    ]);
    expect(assess(withParts([])).ways.find((w) => w.way === "dedicated-circuit")?.verdict).toBe("ready");
    expect(assess(withParts([1])).ways.find((w) => w.way === "dedicated-circuit")?.verdict).toBe("with-work");
  });
  it("keeps the mark at its part when a part before it is removed", () => {
    const home = withParts([1]);
    const after = applyPatch(home, [{ op: "remove", path: "/run/segments/0" }, ...reorderPartMarks(home, [1])]);
    expect(after.survey?.sources).toMatchObject({ [assumedKey.partLength(0)]: "assumed" });
    expect(missing(after)).toEqual([
      "circuit, run.segments.0.length: The length of part 1 of the run, which was only assumed",
    ]);
    expect(reorderPartMarks(withParts([]), [1])).toEqual([]);
  });
});
