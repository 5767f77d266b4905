/** What is mended at a panel: its bus beside sources, its main, its terminals, and the panel as a whole. */

import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, usCase } from "#core/testing/cases.ts";
import { afterIn, onPanel, onSupplyOf, wayIn, withCircuitIn, withOutletIn, workIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();
const found = (home: CaseDocument) => assess(home).findings.map((f) => `${f.code} at ${f.link}`);
const text = (home: CaseDocument, code: string) => assess(home).findings.find((f) => f.code === code);

/** A panel in the garage, fed from the main one. */
const garage = (changes: Partial<Panel>): Panel => ({
  id: "garage",
  name: "Garage",
  fedFrom: "main",
  busA: 125,
  spaces: 12,
  ...changes,
});

describe("sources that feed back", () => {
  /** A 100 A main on a bus of 125 A: 50 A more is 120 % of the bus, and the devices come to more than the bus. */
  const solar = (outputA: number, oppositeEnd = false): CaseDocument =>
    onPanel(onSupplyOf(usCase({ supply: { system: "split-phase-120-240", ratingA: 100 } }), {}), {
      circuits: [
        { id: "pv", label: "Solar", poles: 2, position: 1, ratingA: 50, loads: [], backfeed: { outputA, oppositeEnd } },
        { id: "range", label: "Range", poles: 2, position: 5, ratingA: 50, loads: ["range"] },
        { id: "ac", label: "Air conditioning", poles: 2, position: 9, ratingA: 40, loads: ["ac"] },
      ],
    });
  it("are moved to the far end of the bus where that is enough, and the bus stays", () => {
    expect(found(solar(40))).toContain("bus-overloaded at panel:main:bus");
    expect(found(solar(40, true))).not.toContain("bus-overloaded at panel:main:bus");
    const way = wayIn(solar(40), "dynamic-load-management");
    expect(way.work).toEqual(
      expect.arrayContaining(['Move the breaker of "Solar" to the far end of the bus of the main panel']),
    );
    expect(way.lines.map((l) => l.item)).not.toContain("panel");
    expect(afterIn(solar(40), "dynamic-load-management").panels[0]?.busA).toBe(125);
  });
  it("are counted beside the devices that are in use: no blank, no surge device, none that is abandoned", () => {
    // By the sum of the devices a bus of 140 A is enough for 50 + 50 + 40 A, wherever the source sits.
    const full = (more: Circuit[]) =>
      onPanel(solar(48), { busA: 140, circuits: [...(solar(48).panels[0]?.circuits ?? []), ...more] });
    const extra = (changes: Partial<Circuit>): Circuit => ({
      id: "x",
      label: "Extra",
      poles: 2,
      position: 13,
      ratingA: 30,
      loads: [],
      ...changes,
    });
    const isFound = (home: CaseDocument) => found(home).includes("bus-overloaded at panel:main:bus");
    expect(isFound(full([]))).toBe(false);
    expect(isFound(full([extra({})]))).toBe(true);
    expect(isFound(full([extra({ status: "abandoned" })]))).toBe(false);
    expect(isFound(full([extra({ device: "surge" })]))).toBe(false);
    expect(isFound(full([extra({ device: "blank" })]))).toBe(false);
  });
  it("in the United Kingdom are weighed by no bus rule", () => {
    const home = onPanel(uk, {
      busA: 100,
      circuits: [{ id: "pv", position: 1, poles: 1, ratingA: 16, rcd: "A", loads: [], backfeed: { outputA: 16 } }],
    });
    expect(found(home)).not.toContain("bus-overloaded at panel:main:bus");
  });
  it("need a larger bus where the far end is not enough", () => {
    expect(workIn(solar(41), "dynamic-load-management")).toMatch(/Change the main panel for one with a bus of/);
  });
  it("count at every bus on the way to the service", () => {
    const withSource = garage({
      feeder: { ratingA: 60 },
      circuits: [{ id: "pv2", poles: 2, position: 1, ratingA: 50, loads: [], backfeed: { outputA: 40 } }],
    });
    const home = solar(0);
    const main = {
      ...(home.panels[0] as Panel),
      circuits: home.panels[0]?.circuits?.filter((c) => c.id !== "pv") ?? [],
    };
    expect(found({ ...home, panels: [main] })).not.toContain("bus-overloaded at panel:main:bus");
    const feeder = { id: "fg", label: "Feeder", poles: 2, position: 13, ratingA: 60, loads: [] };
    const circuits = [...main.circuits, feeder];
    expect(found({ ...home, panels: [{ ...main, circuits }, withSource] })).toContain(
      "bus-overloaded at panel:main:bus",
    );
  });
});

describe("a panel that is changed", () => {
  const sources = { "supply.conductor": "told", "dwelling.floorArea": "told" } as const;
  it("has room for what is in it, and eight spaces more", () => {
    const circuits: Circuit[] = [1, 2, 3].map((n) => ({ id: `c${n}`, ratingA: 15, loads: [] }));
    expect(afterIn(onPanel(us, { spaces: 2, circuits, condition: "obsolete" }), "panel-change").panels[0]?.spaces).toBe(
      11,
    );
  });
  it("behind a feeder gets no main of its own", () => {
    const obsolete = garage({
      condition: "obsolete",
      feeder: { ratingA: 100, conductor: { size: "1 AWG", material: "cu", type: "thhn" } },
      circuits: [],
    });
    const home = { ...us, panels: [...us.panels, obsolete], charger: { ...us.charger, panel: "garage" } };
    expect(afterIn(home, "panel-change").panels[1]).not.toHaveProperty("mainA");
  });
  it("counts an unread main on the supply as large as the supply, against its bus", () => {
    expect(found(onPanel(us, { mainA: null, busA: 100 }))).toContain("bus-overloaded at panel:main:bus");
    expect(found(onPanel(us, { mainA: null, busA: 200 }))).not.toContain("bus-overloaded at panel:main:bus");
  });
  it("keeps the sources of what was not renewed", () => {
    const thin = onSupplyOf(us, { conductor: { size: "4 AWG", material: "cu" } });
    const after = afterIn({ ...thin, survey: { sources } }, "dedicated-circuit");
    expect(after.survey?.sources).toEqual({ "dwelling.floorArea": "told" });
  });
});

describe("a main", () => {
  it("is no larger than the service and its conductors: a smaller one is fitted", () => {
    const on = (mainA: number, conductor = { size: "4/0 AWG", material: "al" as const }) =>
      onPanel(onSupplyOf(us, { ratingA: 200, conductor }), { mainA, busA: 225 });
    expect(found(on(200))).not.toContain("main-oversized at panel:main:main");
    expect(found(on(225))).toContain("main-oversized at panel:main:main");
    expect(text(on(225), "main-oversized")).toMatchObject({ severity: "fix", rule: "NEC 230.42, 230.90" });
    expect(workIn(on(225), "dedicated-circuit")).toMatch(/Fit a main of 200 A to the main panel/);
    expect(afterIn(on(225), "dedicated-circuit").panels[0]?.mainA).toBe(200);
  });
});

describe("terminals that nobody has read", () => {
  const cable = { size: "6 AWG", material: "cu" as const, type: "thhn" };
  it("are read before a conductor is renewed that 75 °C would let stay", () => {
    // 6 AWG copper: 55 A at 60 °C protects 60 A at most; 65 A at 75 °C protects 70 A.
    const behindCable = garage({
      condition: "sound",
      feeder: { ratingA: 70, conductor: cable },
      circuits: [{ id: "g1", position: 1, poles: 1, ratingA: 15, loads: ["dw"] }],
    });
    const home = (changes: Partial<NonNullable<Panel["feeder"]>> = {}): CaseDocument => ({
      ...us,
      panels: [...us.panels, { ...behindCable, feeder: { ...behindCable.feeder, ...changes } }],
      charger: { ...us.charger, maxA: 24, panel: "garage" },
    });
    expect(workIn(home(), "dedicated-circuit")).toMatch(
      /Read the marking of the terminals at both ends of the feeder of Garage: marked 75 °C they let it stay/,
    );
    expect(afterIn(home(), "dedicated-circuit").panels[1]?.feeder).toMatchObject({ terminalC: 75, conductor: cable });
    expect(workIn(home({ terminalC: 60 }), "dedicated-circuit")).toMatch(/Renew the feeder of Garage/);
    expect(workIn(home({ terminalC: 75 }), "dedicated-circuit")).not.toMatch(/feeder of Garage/);
  });
  it("of a circuit too", () => {
    const home = (terminalC?: 60 | 75) => ({
      ...withOutletIn(
        withCircuitIn(us, {
          id: "ev",
          position: 9,
          poles: 2,
          ratingA: 70,
          conductor: cable,
          loads: [],
          ...(terminalC && { terminalC }),
        }),
        { id: "o", type: "14-50", circuit: "ev", leadLength: { value: 10, unit: "ft" }, gfci: true },
      ),
    });
    expect(found(home())).toContain("conductor-undersized at circuit:ev:conductor");
    expect(found(home(75))).not.toContain("conductor-undersized at circuit:ev:conductor");
  });
});
