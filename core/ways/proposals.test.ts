/** Proposals at the edges: small chargers, many outlets, used names, measured homes on three phases. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, usCaseOn } from "#core/testing/cases.ts";
import {
  afterIn,
  codesIn,
  linkIn,
  onPanel,
  onSupplyOf,
  reasonsIn,
  wayIn,
  withCircuitIn,
  withOutletIn,
  workIn,
} from "#core/testing/ways.ts";

const us = knownUsHome({ charger: { maxA: 48, connection: "plug", managed: true, panel: "main" } });
const uk = knownUkHome();
const cable = { size: "6 AWG", material: "cu" as const, type: "nm-b" };

describe("an outlet", () => {
  const on = (type: Outlet["type"], charger: CaseDocument["charger"], more: Partial<Outlet> = {}) =>
    withOutletIn(
      withCircuitIn(
        { ...us, charger: { connection: "plug", panel: "main", ...charger } },
        {
          id: "o",
          label: "Outlet",
          position: 7,
          poles: type.startsWith("5") ? 1 : 2,
          ratingA: Number(type.split("-")[1]),
          conductor: cable,
        },
      ),
      { id: "o", type, circuit: "o", leadLength: { value: 25, unit: "ft" }, gfci: true, ...more },
    );
  const chargeA = (type: Outlet["type"], maxA: number) => wayIn(on(type, { maxA }), "existing-outlet").chargeA;
  it("of a household has the settings of a lead for such outlets, up to the limits of charger and circuit", () => {
    expect([6, 7, 8, 10, 12, 13, 15, 16, 20].map((maxA) => chargeA("5-20", maxA))).toEqual([
      6, 6, 8, 10, 12, 13, 13, 16, 16,
    ]);
    expect(chargeA("5-15", 16)).toBe(12);
    expect(codesIn(on("5-20", { maxA: 5 }), "existing-outlet")).toEqual(["conductor-limit"]);
  });
  it("of high current takes the charger's own settings, from 12 A up", () => {
    expect([24, 32, 40, 48].map((maxA) => chargeA("14-50", maxA))).toEqual([24, 32, 40, 40]);
    expect(wayIn(on("14-50", { maxA: 48, settableA: [8, 12] }), "existing-outlet").chargeA).toBe(12);
    expect(codesIn(on("14-50", { maxA: 48, settableA: [8, 11] }), "existing-outlet")).toEqual(["conductor-limit"]);
  });
  it("says what is said at its kind: heat for a household one, no extension for the others", () => {
    expect(wayIn(on("5-20", { maxA: 16 }), "existing-outlet").cautions.join()).toMatch(/night after night/);
    expect(wayIn(on("14-50", { maxA: 16 }), "existing-outlet").cautions.join()).toMatch(/^No extension lead/);
  });
  it("turns a charger for fixed wiring into one with a plug, and says so", () => {
    const wired = on("14-50", { maxA: 40, connection: "hard-wired" });
    expect(afterIn(wired, "existing-outlet").charger).toMatchObject({ connection: "plug", outlet: "o", circuit: "o" });
    expect(workIn(wired, "existing-outlet")).toMatch(
      /Exchange the hard-wired charger for one with a plug: a receptacle is no place for fixed wiring/,
    );
    expect(wayIn(wired, "existing-outlet").verdict).toBe("with-work");
    expect(workIn(on("14-50", { maxA: 40 }), "existing-outlet")).not.toMatch(/Exchange/);
  });
  it("that is used by an appliance, by the survey or by its circuit, is not free", () => {
    const shared = on("14-50", { maxA: 40 }, { sharedWith: "range" });
    expect(reasonsIn(shared, "existing-outlet")).toMatch(/shares its circuit with the range/);
    const two = { ...shared, outlets: [{ id: "p", type: "14-30" as const, circuit: "o" }, ...(shared.outlets ?? [])] };
    const free = { ...two, outlets: two.outlets.map((o) => ({ ...o, sharedWith: null })) };
    expect(reasonsIn(free, "existing-outlet")).toMatch(/shares its circuit with the 14-30 receptacle/);
    // General outlets share a circuit.
    const general = on("5-20", { maxA: 16 });
    const several = {
      ...general,
      outlets: [...(general.outlets ?? []), { id: "p", type: "5-20" as const, circuit: "o" }],
    };
    expect(wayIn(several, "existing-outlet").chargeA).toBe(16);
  });
  it("of another country's pattern is refused by name", () => {
    expect(reasonsIn(withOutletIn(us, { id: "x", type: "bs1363" }), "existing-outlet")).toBe(
      "A bs1363 is not a receptacle of these rules",
    );
  });
  it("with an unknown circuit counts at the panel of the charger, and is asked for", () => {
    const home = withOutletIn(us, { id: "x", type: "14-50", leadLength: { value: 9, unit: "ft" }, gfci: true });
    const found = wayIn(home, "existing-outlet");
    expect(found).toMatchObject({ verdict: "with-work", chargeA: 40 });
    expect(afterIn(home, "existing-outlet").loads.at(-1)).toMatchObject({ panel: "main" });
    expect(found.work[0]).toBe("Confirm which circuit feeds the 14-50 receptacle");
  });
  it("with the largest current is found among many, at any position of the list", () => {
    const slow = Array.from(
      { length: 14 },
      (_, i): Outlet => ({ ...(on("5-15", {}).outlets?.[0] as Outlet), id: `a${i}` }),
    );
    const home = on("14-50", { maxA: 48 }, { id: "z" });
    const many = { ...home, outlets: [...slow.map((o) => ({ ...o, circuit: null })), ...(home.outlets ?? [])] };
    expect(wayIn(many, "existing-outlet").chargeA).toBe(40);
    expect(afterIn(many, "existing-outlet").charger?.outlet).toBe("z");
  });
});

describe("of several that give the same", () => {
  const circuit = (id: string, position: number): Circuit => ({
    id,
    position,
    poles: 2,
    ratingA: 50,
    conductor: cable,
  });
  const two = withCircuitIn(withCircuitIn(us, circuit("p", 7)), circuit("q", 11));
  const outlet = (id: string, at: string, more: Partial<Outlet> = {}): Outlet => ({
    id,
    type: "14-50",
    circuit: at,
    leadLength: { value: 10, unit: "ft" },
    gfci: true,
    ...more,
  });
  const taken = (...outlets: Outlet[]) => {
    const first = afterIn({ ...two, outlets }, "existing-outlet").charger?.outlet;
    expect(afterIn({ ...two, outlets: [...outlets].reverse() }, "existing-outlet").charger?.outlet).toBe(first);
    return first;
  };
  it("the one that is ready is taken, then the one with less work, then the first by its name", () => {
    expect(taken(outlet("a", "p", { gfci: false }), outlet("b", "q"))).toBe("b");
    expect(taken(outlet("a", "p", { gfci: false, plainSplitter: true }), outlet("b", "q", { gfci: false }))).toBe("b");
    expect(taken(outlet("a", "p"), outlet("b", "q"))).toBe("a");
    // A larger gain justifies more work.
    const home = { ...two, outlets: [outlet("a", "p", { type: "14-30" }), outlet("b", "q", { gfci: false })] };
    expect(wayIn(home, "existing-outlet")).toMatchObject({ chargeA: 40, verdict: "with-work" });
  });
  it("a spare circuit of the smaller device is left for the one that may carry more", () => {
    const spare = (id: string, size: string): Circuit => ({
      ...circuit(id, id === "p" ? 7 : 11),
      status: "abandoned",
      conductor: { ...cable, size },
    });
    const home = onPanel(us, { circuits: [spare("p", "10 AWG"), spare("q", "6 AWG")] });
    expect(afterIn(home, "reuse-circuit").charger?.circuit).toBe("q");
  });
});

describe("ruled-out homes", () => {
  it("gives nothing, costs nothing, and is not to be confirmed", () => {
    const refused = wayIn(us, "existing-outlet");
    expect(refused).toMatchObject({
      verdict: "ruled-out",
      onlyConfirm: false,
      chargeA: 0,
      circuitA: 0,
      energyPerNightKWh: 0,
      meetsNeed: false,
      work: [],
      cautions: [],
      cost: { low: 0, typical: 0, high: 0, currency: "USD", madeUp: true },
      leadTimeDays: { low: 0, typical: 0, high: 0 },
    });
    expect(refused.spareA).toBeCloseTo(200 - 81.1833, 3);
    expect(refused.level).toMatchObject({ ratingA: 200, chargingA: 0, limitA: null });
    const judged = wayIn(usCaseOn(100), "dedicated-circuit");
    expect(judged).toMatchObject({ verdict: "ruled-out", chargeA: 0, circuitA: 0, energyPerNightKWh: 0, work: [] });
    expect(judged.cautions).toEqual([]);
  });
});

describe("a shared circuit", () => {
  const dryer: Circuit = { id: "d", position: 7, poles: 2, ratingA: 30, loads: ["dryer"], conductor: cable };
  const outlet: Outlet = { id: "o", type: "14-30", circuit: "d", leadLength: { value: 10, unit: "ft" }, gfci: true };
  const home = withOutletIn(onPanel(us, { circuits: [dryer] }), outlet);
  it("gives no more than the charger takes", () => {
    const at = (maxA: number) => wayIn({ ...home, charger: { ...home.charger, maxA } }, "circuit-splitter").chargeA;
    expect([12, 16, 24, 48].map(at)).toEqual([12, 16, 24, 24]);
  });
  it("changes only the circuit that it shares", () => {
    const others = onPanel(home, {
      circuits: [
        { ...dryer, loads: [] },
        { id: "r", poles: 2, ratingA: 50, loads: ["range"] },
      ],
    });
    const found = withOutletIn(others, { ...outlet, sharedWith: "dryer" });
    const circuits = afterIn(found, "circuit-splitter").panels[0]?.circuits ?? [];
    expect(circuits.map((c) => c.loads)).toEqual([["dryer", "charger"], ["range"]]);
  });
  it("takes another charger where the one that was chosen is for fixed wiring", () => {
    const wired = { ...home, charger: { ...home.charger, connection: "hard-wired" as const } };
    expect(workIn(wired, "circuit-splitter")).toMatch(/^Exchange the hard-wired charger/);
    expect(afterIn(wired, "circuit-splitter").charger?.connection).toBe("plug");
    expect(wayIn({ ...home, charger: { ...home.charger, maxA: 24 } }, "circuit-splitter").verdict).toBe("ready");
  });
  it("in the UK depends on its own board only", () => {
    const shower: Circuit = {
      id: "s",
      ratingA: 40,
      loads: ["sh"],
      rcd: "A",
      conductor: { size: "10 mm2", type: "twin-earth" },
    };
    const loads = [...uk.loads, { id: "sh", kind: "shower" as const, va: 8500, panel: "main" }];
    const second: Panel = {
      id: "b",
      name: "Old board",
      fedFrom: "supply",
      mainA: 60,
      spaces: 6,
      condition: "obsolete",
      circuits: [],
    };
    const two = { ...onPanel(uk, { circuits: [shower] }), loads: loads.map((l) => ({ ...l, panel: "main" })) };
    const beside = { ...two, panels: [...two.panels, second] };
    expect(wayIn(beside, "circuit-splitter").verdict).toBe("with-work");
    expect(linkIn(beside, "circuit-splitter", "circuit:s:device").work).toEqual([1]);
    expect(codesIn(onPanel(two, { condition: "obsolete" }), "circuit-splitter")).toEqual(["board-unsafe"]);
  });
});

describe("a circuit that is taken over", () => {
  const old: Circuit = {
    id: "p",
    label: "Pump",
    position: 7,
    poles: 2,
    ratingA: 50,
    conductor: cable,
    loads: ["pump"],
  };
  const home = (circuit: Partial<Circuit>, changes: Partial<CaseDocument> = {}): CaseDocument => ({
    ...withCircuitIn(us, { ...old, ...circuit }),
    loads: [...us.loads, { id: "pump", kind: "motor", va: 2000 }],
    ...changes,
  });
  it("that is abandoned loses its load, and the outlet on it", () => {
    const after = afterIn(
      home(
        { status: "abandoned" },
        {
          outlets: [
            { id: "o", type: "14-50", sharedWith: "pump" },
            { id: "q", type: "14-30", sharedWith: "dryer" },
          ],
        },
      ),
      "reuse-circuit",
    );
    expect(after.loads.map((l) => l.id)).not.toContain("pump");
    expect(after.outlets?.map((o) => o.sharedWith)).toEqual([null, "dryer"]);
    expect(after.panels[0]?.circuits?.at(-1)?.loads).toEqual(["charger"]);
  });
  it("keeps a load that another circuit feeds as well", () => {
    const both = onPanel(home({ status: "abandoned" }), {
      circuits: [
        ...(home({ status: "abandoned" }).panels[0]?.circuits ?? []),
        { id: "x", poles: 2, ratingA: 20, loads: ["pump"] },
      ],
    });
    expect(afterIn(both, "reuse-circuit").loads.map((l) => l.id)).toContain("pump");
  });
  it("that is charger-ready must have no other load, and keeps a suitable device", () => {
    expect(codesIn(home({ status: "charger-ready" }), "reuse-circuit")).toEqual(["no-spare-circuit"]);
    expect(reasonsIn(home({ status: "charger-ready" }), "reuse-circuit")).toMatch(
      /feeds .* too: a charger has a circuit/,
    );
    const planned = { id: "car", kind: "ev-charger" as const, amps: 16, existing: false };
    const meant = home({ status: "charger-ready", loads: ["car"] }, { loads: [...us.loads, planned] });
    expect(wayIn(meant, "reuse-circuit").verdict).toBe("with-work");
    const bare = home({ status: "charger-ready", loads: [] });
    expect(wayIn(bare, "reuse-circuit")).toMatchObject({ chargeA: 40, circuitA: 50 });
    expect(workIn(bare, "reuse-circuit")).not.toMatch(/Change its breaker/);
    expect(workIn(home({ status: "charger-ready", loads: [], ratingA: 30 }), "reuse-circuit")).toMatch(
      /Change its breaker of 30 A for one of 50 A/,
    );
    expect(workIn(home({ status: "charger-ready", loads: [], ratingA: undefined }), "reuse-circuit")).toMatch(
      /Change its breaker for one of 50 A/,
    );
  });
  it("gives no more than the charger takes", () => {
    const small = home({ status: "charger-ready", loads: [] }, { charger: { maxA: 24, panel: "main" } });
    expect(wayIn(small, "reuse-circuit")).toMatchObject({ chargeA: 24, circuitA: 30 });
  });
  it("with a size outside the tables is not judged", () => {
    const odd = home({ status: "abandoned", conductor: { size: "7 AWG", material: "cu", type: "nm-b" } });
    expect(reasonsIn(odd, "reuse-circuit")).toBe('The conductor of "Pump", 7 AWG, is not in the tables');
  });
});

describe("a panel that serves", () => {
  const both = (home: CaseDocument) => [reasonsIn(home, "panel-change"), reasonsIn(home, "separate-board")];
  const said = (text: string) => [text, text];
  it("is unchanged: sound where it was checked, no objection where it was not, absent where there is none", () => {
    expect(both(us)).toEqual(said("The panel is sound and has room"));
    expect(both(onPanel(us, { condition: undefined }))).toEqual(
      said("Nothing is known against the panel, as far as it was inspected"),
    );
    expect(both(onPanel(us, { spaces: undefined }))).toEqual(
      said("Nothing is known against the panel, as far as it was inspected"),
    );
    expect(both({ ...us, panels: [] })).toEqual(said("No panel has been recorded yet"));
  });
});

describe("new parts of a home", () => {
  it("takes an id that nothing has", () => {
    const taken: CaseDocument = {
      ...withCircuitIn(us, { id: "charger-circuit", position: 7, poles: 1, ratingA: 15 }),
      loads: [...us.loads, { id: "charger", kind: "motor", va: 500 }, { id: "charger-2", kind: "motor", va: 500 }],
    };
    const after = afterIn(taken, "dedicated-circuit");
    expect(after.loads.at(-1)?.id).toBe("charger-3");
    expect(after.panels[0]?.circuits?.at(-1)?.id).toBe("charger-circuit-2");
    expect(after.charger).toMatchObject({ load: "charger-3", circuit: "charger-circuit-2" });
  });
  it("has a place where the places of all others are known, and none where they are not", () => {
    const at = (home: CaseDocument) => afterIn(home, "dedicated-circuit").panels[0]?.circuits?.at(-1)?.position;
    expect(at(us)).toBe(5);
    expect(at(withCircuitIn(us, { id: "x", poles: 1, ratingA: 15 }))).toBeUndefined();
    expect(at(onPanel(us, { spaces: undefined }))).toBeUndefined();
  });
  it("of its own board: one of 100 A with room, the loads of the only other board left on that", () => {
    const obsolete = onPanel(
      { ...us, loads: us.loads.map((l, i) => (i === 0 ? { ...l, panel: "main" } : l)) },
      { condition: "obsolete" },
    );
    const after = afterIn(obsolete, "separate-board");
    expect(after.panels.at(-1)).toMatchObject({ id: "charger-board", mainA: 100, busA: 100, spaces: 8, planned: true });
    const places = after.loads.map((l) => l.panel);
    // The range and the dryer are placed by their circuits.
    expect(places).toEqual(["main", "main", undefined, undefined, "main", "main", "main", "main", "charger-board"]);
    expect(afterIn(onPanel(uk, { condition: "obsolete" }), "separate-board").panels.at(-1)).not.toHaveProperty("busA");
  });
});

describe("a larger supply", () => {
  it("in amperes or kilowatts measured, leaves the house on one of three phases", () => {
    const measured = (max: NonNullable<NonNullable<CaseDocument["measured"]>["max"]>) =>
      afterIn(
        onSupplyOf(
          knownUkHome({ measured: { source: "recorder", days: 30, intervalMinutes: 1, max }, loads: uk.loads }),
          {
            ratingA: 100,
          },
        ),
        "service-upgrade",
      ).measured?.maxByPhaseA;
    expect(measured({ value: 80, unit: "A" })).toEqual([80, 0, 0]);
    expect(measured({ value: 18.4, unit: "kW" })?.[0]).toBeCloseTo(80, 6);
  });
  it("is enough at the very ampere", () => {
    // 81.18 A of demand and 60 A of charging are 141.18 A.
    const at = (va: number) => {
      const home = usCaseOn(100);
      return assess({ ...home, loads: [...home.loads, { id: "x", kind: "fixed-appliance", va }] })
        .ways.at(-1)
        ?.work.find((w) => w.startsWith("Apply"));
    };
    // Loads above 8 kVA count at 40 %: (150 - 141.1833) x 240 / 0.4 = 5290 VA.
    expect(at(5289)).toMatch(/for a 150 A service/);
    expect(at(5291)).toMatch(/for a 175 A service|for a 200 A service/);
  });
  it("keeps a bus that is larger than it must be", () => {
    expect(afterIn(onPanel(usCaseOn(100), { busA: 225 }), "service-upgrade").panels[0]).toMatchObject({
      mainA: 150,
      busA: 225,
    });
  });
  it("comes with no panel where there are several behind it", () => {
    const home = usCaseOn(125);
    const [main] = home.panels as [Panel];
    const two = { ...home, panels: [main, { ...main, id: "second", name: "Second" }] };
    expect(workIn(two, "service-upgrade")).toMatch(/meter base and grounding; emergency disconnect outdoors/);
    expect(workIn(home, "service-upgrade")).toMatch(/and a panel with a main of 150 A and a bus of 150 A/);
  });
});

describe("managed charging", () => {
  it("replaces unsafe parts, regardless of other faults", () => {
    const garage: Panel = {
      id: "g",
      name: "Garage",
      fedFrom: "main",
      busA: 60,
      spaces: 8,
      condition: "obsolete",
      feeder: { ratingA: 60, conductor: { ...cable, type: "thhn" } },
      circuits: [],
    };
    const home: CaseDocument = {
      ...onPanel(us, { condition: "unsafe" }),
      panels: [...onPanel(us, { condition: "unsafe" }).panels, garage],
      charger: { ...us.charger, panel: "g" },
    };
    expect(workIn(home, "dynamic-load-management")).toMatch(
      /Change the main panel .* \| Change Garage for a new panel/,
    );
    expect(workIn(home, "dynamic-load-management")).toMatch(/circuit from Garage to the charger/);
    expect(wayIn(home, "dynamic-load-management").verdict).toBe("with-work");
  });
  it("is ready where nothing has to be done before it", () => {
    expect(wayIn(us, "dynamic-load-management").verdict).toBe("ready");
  });
});

describe("a new panel", () => {
  it("answers to a main that is too small, as long as it can be larger", () => {
    const small = (mainA: number) => onPanel(us, { mainA, busA: 200 });
    // 81.2 A and 60 A of charging: a main of 141 A does not carry them.
    expect(codesIn(small(125), "panel-change")[0]).toBe("headroom-short");
    expect(afterIn(small(125), "panel-change").panels[0]).toMatchObject({ mainA: 200, busA: 200 });
    expect(codesIn(small(150), "panel-change")).toEqual(["not-needed"]);
    const board = onPanel(uk, { mainA: 40 });
    expect(afterIn(board, "panel-change").panels[0]).toMatchObject({ mainA: 100 });
  });
  it("is absent without a recorded panel", () => {
    expect(reasonsIn({ ...us, panels: [] }, "panel-change")).toBe("No panel has been recorded yet");
  });
});
