/** Devices that are more than what is protected at them takes: a conductor, the face of a receptacle. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, OutletType } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUsHome, usCase } from "#core/testing/cases.ts";
import { afterIn, reasonsIn, wayIn, withCircuitIn, withOutletIn, workIn } from "#core/testing/ways.ts";

const us = knownUsHome({ charger: { maxA: 40, connection: "plug", managed: true, panel: "main" } });
const feet = (value: number) => ({ value, unit: "ft" as const });

/** The dryer's circuit of the known home with other sizes, its receptacle in reach. */
const dryer = (circuit: Partial<Circuit>, type: OutletType = "14-30", va = 5000): CaseDocument => ({
  ...us,
  loads: us.loads.map((l) => (l.id === "dryer" ? { ...l, va } : l)),
  panels: us.panels.map((p) => ({
    ...p,
    circuits: p.circuits?.map((c) => (c.id === "c-dryer" ? { ...c, ...circuit } : c)),
  })),
  outlets: [{ id: "o", type, circuit: "c-dryer", sharedWith: "dryer", leadLength: feet(12), gfci: true }],
});
const circuitAfter = (home: CaseDocument) =>
  afterIn(home, "circuit-splitter").panels[0]?.circuits?.find((c) => c.id === "c-dryer");
const nmB = (size: string) => ({ size, material: "cu" as const, type: "nm-b" as const });

describe("a circuit behind more than its conductor allows", () => {
  it("gets a smaller breaker where its appliance leaves it alone", () => {
    const home = dryer({ ratingA: 40, conductor: nmB("10 AWG") });
    expect(workIn(home, "circuit-splitter")).toMatch(/Fit a 30 A breaker to "Dryer": its conductor allows no more/);
    expect(circuitAfter(home)?.ratingA).toBe(30);
  });
  it("gets a larger conductor where its appliance needs the breaker it has", () => {
    const home = dryer({ ratingA: 50, conductor: nmB("10 AWG") }, "14-50", 7201);
    expect(workIn(home, "circuit-splitter")).toMatch(
      /Renew the conductor of "Dryer" in 6 AWG copper for its 50 A breaker/,
    );
    expect(circuitAfter(home)).toMatchObject({ ratingA: 50, conductor: nmB("6 AWG") });
    const at = dryer({ ratingA: 50, conductor: nmB("10 AWG") }, "14-50", 7200);
    expect(circuitAfter(at)).toMatchObject({ ratingA: 30, conductor: nmB("10 AWG") });
  });
  it("takes what is renewed", () => {
    const parts = (home: CaseDocument) =>
      wayIn(home, "circuit-splitter")
        .workItems.find((i) => i.mends === "conductor-undersized")
        ?.requires.parts.map((p) => p.item);
    expect(parts(dryer({ ratingA: 40, conductor: nmB("10 AWG") }))).toEqual(["device:other", "labour:device"]);
    expect(parts(dryer({ ratingA: 50, conductor: nmB("10 AWG") }, "14-50", 9000))).toEqual(["feeder", "labour:feeder"]);
  });
});

describe("a receptacle behind more than its face takes", () => {
  const found = (home: CaseDocument) => assess(home).findings.filter((f) => f.code === "outlet-undersized");
  it.each([
    ["5-15", 20, 25],
    ["5-20", 20, 25],
    ["14-30", 30, 35],
    ["14-50", 50, 60],
    ["6-50", 50, 60],
  ] as const)("of type %s is not a fault up to %i A, and is one behind %i A", (type, most, more) => {
    const behind = (ratingA: number) =>
      withOutletIn(withCircuitIn(usCase(), { id: "c", poles: 2, ratingA }), { id: "o", type, circuit: "c" });
    expect(found(behind(most))).toEqual([]);
    expect(found(behind(more))).toMatchObject([
      { severity: "fix", link: "outlet:o", rule: "NEC 110.3(B), 210.21(B), 210.23" },
    ]);
  });
  it("says so", () => {
    expect(found(dryer({ ratingA: 50, conductor: nmB("6 AWG") }))[0]?.text).toBe(
      "The 14-30 receptacle is protected at 50 A; its contacts take 30 A at most",
    );
  });
  it("gets the breaker that its face takes, or the face that its appliance needs", () => {
    const light = dryer({ ratingA: 50, conductor: nmB("6 AWG") });
    expect(workIn(light, "circuit-splitter")).toMatch(
      /Fit a 30 A breaker to "Dryer": its 14-30 receptacle is rated for no more/,
    );
    expect(wayIn(light, "circuit-splitter")).toMatchObject({ verdict: "with-work", chargeA: 24, circuitA: 30 });
    const heavy = dryer({ ratingA: 50, conductor: nmB("6 AWG") }, "14-30", 9000);
    expect(workIn(heavy, "circuit-splitter")).toMatch(
      /Exchange the 14-30 receptacle for a 14-50 that its 50 A circuit asks for/,
    );
    expect(assess(afterIn(heavy, "circuit-splitter")).findings.map((f) => f.code)).not.toContain("outlet-undersized");
  });
});

describe("a receptacle of 15 A on an appliance's circuit", () => {
  it("is not what the appliance is plugged into", () => {
    expect(reasonsIn(dryer({}, "5-15"), "circuit-splitter")).toMatch(
      /The 5-15 receptacle is not what the dryer is plugged into: there is nothing to share/,
    );
  });
});
