/** Plugs: of the charger, of an outlet, and of both sides of a splitter; how the lead of a plug hangs. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Charger, Outlet } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { codesIn, linkIn, wayIn, withCircuitIn, withOutletIn, workIn } from "#core/testing/ways.ts";

const free: Outlet = {
  id: "o",
  type: "6-50",
  circuit: "c-free",
  leadLength: { value: 15, unit: "ft" },
  gfci: true,
  grounded: true,
};
/** A home with a free 6-50 receptacle and a charger with a plug. */
const home = (charger: Partial<Charger> = {}, outlet: Partial<Outlet> = {}): CaseDocument => {
  const base = withCircuitIn(knownUsHome(), {
    id: "c-free",
    label: "Welder",
    position: 9,
    poles: 2,
    ratingA: 50,
    status: "in-use",
    conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
    loads: [],
  });
  return withOutletIn(
    { ...base, charger: { ...base.charger, maxA: 40, connection: "plug", ...charger } },
    { ...free, ...outlet },
  );
};
const OUTLET = "existing-outlet";

describe("a charger with a plug at an outlet", () => {
  it("that fits is ready", () => {
    expect(wayIn(home({ plug: "6-50" }), OUTLET)).toMatchObject({ verdict: "ready", chargeA: 40 });
    expect(wayIn(home(), OUTLET).verdict).toBe("ready");
  });
  it("that does not fit gets its maker's other lead, as work with a price, and never an adapter", () => {
    const way = wayIn(home({ plug: "14-50" }), OUTLET);
    expect(way.verdict).toBe("with-work");
    expect(workIn(home({ plug: "14-50" }), OUTLET)).toContain(
      "Have the lead with the 14-50 plug changed for its maker's lead with a 6-50 plug: no adapter",
    );
    expect(way.cost.typical).toBeGreaterThan(wayIn(home({ plug: "6-50" }), OUTLET).cost.typical);
    expect(way.chargeA).toBe(40);
  });
  it("is turned round where the lead would hang over the face", () => {
    expect(wayIn(home({ plug: "6-50" }, { leadHangs: false }), OUTLET).verdict).toBe("with-work");
    expect(workIn(home({ plug: "6-50" }, { leadHangs: false }), OUTLET)).toContain("hangs straight down");
    expect(workIn(home({ plug: "6-50" }, { leadHangs: true }), OUTLET)).not.toContain("hangs straight down");
  });
});

describe("the plug of a charger on a circuit of its own", () => {
  const own = (plug: Charger["plug"]) => ({ ...home({ plug }), outlets: [] });
  it("limits the current to that of its receptacle, which is fitted", () => {
    expect(wayIn(own("14-50"), "dedicated-circuit").chargeA).toBe(40);
    expect(wayIn(own("14-30"), "dedicated-circuit")).toMatchObject({ chargeA: 24, circuitA: 30 });
    expect(linkIn(own("14-30"), "dedicated-circuit", "charger").mayCarryA).toBe(24);
    expect(workIn(own("14-30"), "dedicated-circuit")).toContain("Fit a 14-30 receptacle with GFCI protection");
  });
  it("has its receptacle's device along a run too", () => {
    const run = { segments: [{ method: "in-wall", length: { value: 30, unit: "ft" as const } }] };
    expect(wayIn({ ...own("14-30"), run }, "dedicated-circuit").circuit?.deviceA).toBe(30);
    expect(wayIn({ ...own("14-50"), run }, "dedicated-circuit").circuit?.deviceA).toBe(50);
  });
  it("of type 6-50 needs no neutral, whatever the school", () => {
    const run = {
      segments: [{ method: "emt", length: { value: 30, unit: "ft" as const } }],
      conductorType: "thhn",
    };
    const fill = (plug: Charger["plug"]) =>
      wayIn({ ...own(plug), run, options: { receptacleNeutral: true } }, "dedicated-circuit").circuit?.checks.find(
        ({ id }) => id === "conduit-fill",
      )?.numbers;
    expect(fill("14-50")).toMatch(/^3 x /);
    expect(fill("6-50")).toMatch(/^2 x /);
  });
  it("is none of these rules in the United Kingdom", () => {
    const wrong = knownUkHome({ charger: { plug: "14-50", connection: "plug" } });
    expect(caseProblems(wrong).map(({ path }) => path)).toContain("charger.plug");
  });
});

describe("an automatic splitter", () => {
  const dryer: Outlet = {
    id: "d",
    type: "14-30",
    circuit: "c-dryer",
    leadLength: { value: 12, unit: "ft" },
    gfci: true,
  };
  const shared = (charger: Partial<Charger>, outlet: Partial<Outlet> = {}): CaseDocument =>
    withOutletIn({ ...knownUsHome(), charger: { maxA: 48, ...charger } }, { ...dryer, ...outlet });

  it("fits the outlet, the appliance and the charger", () => {
    expect(workIn(shared({ connection: "plug", plug: "14-50" }), "circuit-splitter")).toContain(
      "with a 14-30 plug, a 14-30 receptacle for the appliance and a 14-50 for the charger",
    );
    expect(workIn(shared({ connection: "plug", plug: "14-30" }), "circuit-splitter")).toContain(
      "a 14-30 receptacle for the appliance and another for the charger",
    );
  });
  it("waits for an outlet that is turned round", () => {
    expect(workIn(shared({ connection: "plug" }, { leadHangs: false }), "circuit-splitter")).toContain("Turn the");
  });
  it("lets two chargers take turns, where the visit is about a second one", () => {
    const there: CaseDocument = {
      ...knownUsHome(),
      loads: [...knownUsHome().loads, { id: "ev", kind: "ev-charger", label: "Charger", amps: 24, volts: 240 }],
      charger: { maxA: 24, connection: "plug" },
      need: { energyPerDayKWh: 20, pluggedIn: { from: "20:00", to: "06:00" } },
    };
    const first = withOutletIn(
      withCircuitIn(there, {
        id: "c-ev",
        label: "First charger",
        position: 11,
        poles: 2,
        ratingA: 30,
        conductor: { size: "10 AWG", material: "cu", type: "nm-b" },
        loads: ["ev"],
      }),
      { id: "e", type: "14-30", circuit: "c-ev", leadLength: { value: 10, unit: "ft" }, gfci: true },
    );
    const second: CaseDocument = { ...first, enquiry: { reason: "second-charger" } };
    const way = wayIn(second, "circuit-splitter");
    expect(way).toMatchObject({ chargeA: 24, meetsNeed: true });
    expect(way.cautions).toContain("The two chargers take turns: while one charges, the other waits.");
    // Both together ask for no more than the larger of them.
    const alone = wayIn(second, "dedicated-circuit");
    expect(way.level.demandA + way.level.chargingA).toBeLessThan(alone.level.demandA + alone.level.chargingA);
    expect(codesIn({ ...first, enquiry: { reason: "first-charger" } }, "circuit-splitter")).not.toContain("meets-need");
  });
});
