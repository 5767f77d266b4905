/** Cautions belong to what the hand does, whichever way asks for it. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { onPanel, onSupplyOf, wayIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();
/** The cautions at the pieces of work whose id begins so. */
const at = (home: CaseDocument, way: string, id: string): string =>
  wayIn(home, way)
    .workItems.filter((item) => item.id.startsWith(id))
    .flatMap((item) => item.cautions ?? [])
    .join(" ");

describe("a caution", () => {
  it("of a live service stands where the cover comes off, and in the list of the way once", () => {
    expect(at(us, "dedicated-circuit", "new-circuit")).toMatch(/stay live with the main off/);
    const { cautions } = wayIn(us, "dedicated-circuit");
    expect(new Set(cautions).size).toBe(cautions.length);
  });
  it("of a point of isolation stands at work ahead of the main only", () => {
    const full = onPanel(us, { condition: "obsolete" });
    expect(at(full, "panel-change", "new-panel")).toMatch(/made dead at the outdoor disconnect or by the utility/);
    expect(at(full, "panel-change", "new-panel")).toMatch(/An old panel may have flash guards of asbestos/);
    expect(at(us, "dedicated-circuit", "new-circuit")).not.toMatch(/outdoor disconnect/);
    expect(at(onPanel(uk, { spaces: 1 }), "panel-change", "new-panel")).toMatch(/never the electrician's to pull/);
    expect(at(onPanel(uk, { spaces: 1 }), "panel-change", "new-panel")).not.toMatch(/asbestos/);
  });
  it("of a second source comes with generation, a battery, or a source that feeds back, with a step of its own", () => {
    const sunny = onSupplyOf(us, { onsiteGeneration: true });
    expect(at(sunny, "dedicated-circuit", "new-circuit")).toMatch(/stays live while generation or a battery feeds in/);
    expect(wayIn(sunny, "dedicated-circuit").work[0]).toMatch(/^Isolate the generation and any battery/);
    expect(wayIn(sunny, "dedicated-circuit").lines.map((l) => l.item)).toContain("labour:device:second-source");
    expect(wayIn(us, "dedicated-circuit").work.join()).not.toMatch(/Isolate the generation/);
    expect(wayIn(onSupplyOf(uk, { battery: true }), "dedicated-circuit").work.join()).toMatch(/Isolate the generation/);
    const circuits = [...(us.panels[0]?.circuits ?? []), { id: "pv", poles: 2, ratingA: 20, loads: [] }];
    const fed = (status: "in-use" | "abandoned") =>
      onPanel(us, { circuits: circuits.map((c) => (c.id === "pv" ? { ...c, status, backfeed: { outputA: 10 } } : c)) });
    expect(wayIn(fed("in-use"), "dedicated-circuit").work.join()).toMatch(/Isolate the generation/);
    expect(wayIn(fed("abandoned"), "dedicated-circuit").work.join()).not.toMatch(/Isolate the generation/);
  });
  it("of a hole stands where the run goes through something", () => {
    const run = (through: Record<string, number>) => ({
      ...us,
      run: {
        segments: [{ method: "in-wall", length: { value: 20, unit: "ft" as const }, through }],
        conductorType: "nm-b",
      },
    });
    expect(at(run({ solidWalls: 1 }), "dedicated-circuit", "new-circuit")).toMatch(/before it is drilled/);
    expect(at(run({ solidWalls: 0 }), "dedicated-circuit", "new-circuit")).not.toMatch(/drilled/);
    expect(at(us, "dedicated-circuit", "new-circuit")).not.toMatch(/drilled/);
  });
  it("of clamps stands at the clamps", () => {
    expect(at(us, "dynamic-load-management", "clamps")).toMatch(/Right conductor, right direction/);
    expect(at(us, "dynamic-load-management", "new-circuit")).not.toMatch(/Right conductor/);
  });
  it("of a new sub-panel names neutral and earth; a new main panel does not", () => {
    const garage: Panel = {
      id: "garage",
      name: "Garage",
      fedFrom: "main",
      busA: 100,
      spaces: 8,
      condition: "obsolete",
      feeder: { ratingA: 100, conductor: { size: "1 AWG", material: "cu", type: "thhn" } },
      circuits: [],
    };
    const home = { ...us, panels: [...us.panels, garage], charger: { ...us.charger, panel: "garage" } };
    expect(at(home, "panel-change", "new-panel:garage")).toMatch(/sub-panel neutral and earth are kept apart/);
    expect(at(onPanel(us, { condition: "obsolete" }), "panel-change", "new-panel")).not.toMatch(/kept apart/);
  });
  it("of what stops the job away from the path stands on every way that could be taken", () => {
    const shed: Panel = { id: "shed", name: "Shed", fedFrom: "main", condition: "unsafe", circuits: [] };
    const { ways } = assess({ ...us, panels: [...us.panels, shed], charger: { ...us.charger, panel: "main" } });
    const usable = ways.filter((w) => w.verdict !== "ruled-out");
    expect(usable.length).toBeGreaterThan(0);
    for (const way of usable) expect(way.cautions.join(" ")).toMatch(/Stop, away from this way: Shed is unsafe/);
  });
});

describe("isolation by the operator", () => {
  const full = (home: CaseDocument) => onPanel(home, { condition: "obsolete" });
  it("precedes work at the tails where nobody has found a point of isolation", () => {
    const { work } = wayIn(full(uk), "panel-change");
    const [asked, changed] = [/isolate the supply/, /Change the consumer unit/].map((r) =>
      work.findIndex((w) => r.test(w)),
    );
    expect(asked).toBeGreaterThanOrEqual(0);
    expect(asked).toBe((changed ?? 0) - 1);
    expect(wayIn(full(onSupplyOf(uk, { isolator: false })), "panel-change").work.join()).toMatch(/isolate the supply/);
  });
  it("is not asked for with an isolator or an outdoor disconnect, or with a larger supply", () => {
    expect(wayIn(full(onSupplyOf(uk, { isolator: true })), "panel-change").work.join()).not.toMatch(/isolate the/);
    expect(wayIn(full(us), "panel-change").work.join()).not.toMatch(/isolate the service/);
    const thin = full(onSupplyOf(us, { ratingA: 100, emergencyDisconnect: false }));
    expect(wayIn(thin, "service-upgrade").work.join()).not.toMatch(/isolate the service/);
  });
});
