/** A charger that feeds back: it counts as generation at its circuit. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { afterIn, codesIn, onPanel, reasonsIn, wayIn, withOutletIn, workIn } from "#core/testing/ways.ts";
import { exportOf } from "#core/ways/charger-placement.ts";

const twoWay = (home: CaseDocument, more: CaseDocument["charger"] = {}): CaseDocument => ({
  ...home,
  charger: { ...home.charger, twoWay: true, ...more },
});
const uk = twoWay(knownUkHome());
const us = twoWay(knownUsHome());

describe("a charger that feeds back", () => {
  it("is agreed with the operator first, and parts the home from the grid", () => {
    for (const home of [uk, us]) {
      const work = workIn(home, "dedicated-circuit");
      expect(work).toMatch(/Apply to the (network operator|utility) to feed back, and wait/);
      expect(work).toMatch(/prove that nothing feeds back into a dead grid/);
      expect(codesIn(home, "dedicated-circuit")).toContain("permission-open");
      expect(wayIn(home, "dedicated-circuit").verdict).toBe("with-work");
      expect(wayIn(home, "dedicated-circuit").lines.map((l) => l.item)).toContain("transfer-switch");
    }
    expect(workIn(knownUkHome(), "dedicated-circuit")).not.toMatch(/dead grid/);
  });
  it("is never bought with a device for one direction only", () => {
    expect(workIn(uk, "dedicated-circuit")).toMatch(/Fit a device for current in both directions to "Charger"/);
    const made = afterIn(uk, "dedicated-circuit").panels[0]?.circuits?.find((c) => c.label === "Charger");
    expect(made).toMatchObject({ bothWays: true });
    expect(workIn(knownUkHome(), "dedicated-circuit")).not.toMatch(/both directions/);
  });
  it("counts by the bus rule at its circuit, at the far end of the bus", () => {
    const after = afterIn(us, "dedicated-circuit");
    const made = after.panels[0]?.circuits?.find((c) => c.label === "Charger");
    expect(made?.backfeed).toEqual({ outputA: exportOf(us.charger ?? {}), oppositeEnd: true });
    // 200 A main and 1.25 x 100 A of source are more than 120 % of a bus of 200 A.
    const large = onPanel(twoWay(knownUsHome(), { exportA: 100 }), { busA: 200, mainA: 200 });
    expect(workIn(large, "dedicated-circuit")).toMatch(/bus|panel/);
    expect(codesIn(large, "dedicated-circuit").length).toBeGreaterThan(codesIn(us, "dedicated-circuit").length - 1);
  });
  it("says what it sends through each link", () => {
    const links = wayIn(twoWay(knownUkHome(), { exportA: 16 }), "dedicated-circuit").path;
    expect(links.every((link) => link.exportsA === 16)).toBe(true);
    expect(wayIn(knownUkHome(), "dedicated-circuit").path.some((link) => link.exportsA !== undefined)).toBe(false);
  });
  it("has no receptacle and no shared circuit", () => {
    const outlet = withOutletIn(us, {
      id: "o",
      type: "14-50",
      circuit: null,
      gfci: true,
      leadLength: { value: 8, unit: "ft" },
    });
    for (const id of ["existing-outlet", "circuit-splitter"]) expect(wayIn(outlet, id).verdict).toBe("ruled-out");
    expect(reasonsIn(outlet, "existing-outlet")).toMatch(/wired in on a circuit of its own|No free receptacle/);
  });
  it("changes no demand", () => {
    expect(assess(uk).calculations.map((c) => c.demandA)).toEqual(
      assess(knownUkHome()).calculations.map((c) => c.demandA),
    );
  });
  it("feeds back its own current, or that of its largest setting where nothing else is entered", () => {
    expect(exportOf({ twoWay: true, exportA: 20, maxA: 32 })).toBe(20);
    expect(exportOf({ twoWay: true, maxA: 32 })).toBe(32);
    expect(exportOf({ maxA: 32 })).toBeNull();
    expect(exportOf({ twoWay: true })).toBeNull();
  });
});
