/** A charging circuit that could start at any panel of the home. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Outlet, Panel } from "#core/case/document/types.ts";
import { answerOf } from "#core/decide/answer.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { afterIn, codesIn, onPanel, wayIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const { panel: _, ...charger } = us.charger ?? {};

/** A garage panel on a feeder of 30 A behind a service with plenty of room. */
const garage = (changes: Partial<Panel> = {}): Panel => ({
  id: "garage",
  name: "Garage panel",
  fedFrom: "main",
  busA: 125,
  spaces: 12,
  condition: "sound",
  surgeProtection: true,
  feeder: { ratingA: 30, conductor: { size: "10 AWG", material: "cu", type: "nm-b" } },
  circuits: [{ id: "g1", label: "Garage", position: 1, poles: 1, ratingA: 15, loads: ["dw"] }],
  ...changes,
});
const home = (panel?: string, changes: Partial<Panel> = {}): CaseDocument => ({
  ...us,
  panels: [...us.panels, garage(changes)],
  charger: panel === undefined ? charger : { ...charger, panel },
});

describe("a case that leaves open where the circuit starts", () => {
  it("is judged from every panel; each way stands from the best, the others are its variants", () => {
    const way = wayIn(home(), "dedicated-circuit");
    expect(way).toMatchObject({ verdict: "ready", chargeA: 48, panel: "main" });
    expect(way.variants).toEqual([
      expect.objectContaining({ panel: "garage", chargeA: wayIn(home("garage"), "dedicated-circuit").chargeA }),
    ]);
    expect(afterIn(home(), "dedicated-circuit").charger?.panel).toBe("main");
  });
  it("is answered as well as from the best panel, whatever the order of the panels", () => {
    const named = assess(home("main"));
    const turned = { ...home(), panels: [...home().panels].reverse() };
    for (const open of [assess(home()), assess(turned)]) {
      expect(open.recommended).toBe(named.recommended);
      expect(open.ways.find((w) => w.way === open.recommended)?.chargeA).toBe(48);
      expect(open.path.some((link) => link.link === "panel:garage")).toBe(false);
      expect(open.elsewhere).toEqual([]);
    }
  });
  it("starts at the sub-panel where the main panel has no room", () => {
    const full = onPanel(
      home(undefined, { feeder: { ratingA: 100, conductor: { size: "1 AWG", material: "cu", type: "thhn" } } }),
      {
        spaces: 2,
        circuits: [
          { id: "a", position: 1, poles: 1, ratingA: 20, loads: ["sa"] },
          { id: "b", position: 2, poles: 1, ratingA: 20, loads: ["la"] },
        ],
      },
    );
    expect(wayIn(full, "dedicated-circuit")).toMatchObject({ panel: "garage", chargeA: 48 });
    expect(wayIn(full, "dedicated-circuit").variants[0]).toMatchObject({
      panel: "main",
      verdict: "ruled-out",
      because: expect.stringMatching(/0 of 2 spaces free/),
    });
    // The garage serves: nothing has to be changed at the main panel.
    expect(codesIn(full, "panel-change")).toEqual(["not-needed"]);
  });
});

describe("a case that names a panel", () => {
  it("is judged from it alone, and what would be better elsewhere is listed and said", () => {
    const found = assess(home("garage"));
    expect(found.ways.every((w) => w.variants.length === 0)).toBe(true);
    expect(found.elsewhere).toContainEqual(
      expect.objectContaining({
        way: "dedicated-circuit",
        panel: "main",
        chargeA: 48,
        verdict: "ready",
        beatsRecommended: true,
      }),
    );
    const { text } = answerOf(found);
    expect(text).toMatch(/118\.8 A spare at the service, \d+(\.\d)? A spare at the feeder of Garage panel/);
    expect(text).toMatch(/; better from the main panel: dedicated circuit, 48 A for \$[\d,]+$/);
  });
  it("has nothing better elsewhere where it is the best", () => {
    const { elsewhere } = assess(home("main"));
    expect(elsewhere.some((e) => e.beatsRecommended || e.way === "dedicated-circuit")).toBe(false);
  });
  it("is offered no larger service for a narrow feeder", () => {
    expect(codesIn(home("garage"), "service-upgrade")).toEqual(["not-needed"]);
  });
});

describe("two boards beside each other on one supply", () => {
  const turned = (document: CaseDocument): CaseDocument => ({ ...document, panels: [...document.panels].reverse() });
  it("leave the shared circuit of an obsolete one alone, whichever is listed first", () => {
    const { panel: _, ...charger } = knownUkHome().charger ?? {};
    const uk = onPanel(knownUkHome({ loads: [{ id: "sh", kind: "shower", va: 8500 }], charger }), {
      condition: "obsolete",
      circuits: [{ id: "a", ratingA: 40, loads: ["sh"], rcd: "A", conductor: { size: "10 mm2", type: "twin-earth" } }],
    });
    const beside: CaseDocument = {
      ...uk,
      panels: [
        ...uk.panels,
        { id: "garage", fedFrom: "supply", mainA: 100, spaces: 12, condition: "sound", circuits: [] },
      ],
    };
    expect(codesIn(beside, "circuit-splitter")).toEqual(["board-unsafe"]);
    expect(codesIn(turned(beside), "circuit-splitter")).toEqual(["board-unsafe"]);
  });
  it("judge an outlet of an unknown circuit as if the worse of them fed it", () => {
    const outlet: Outlet = { id: "o", type: "14-50", leadLength: { value: 20, unit: "ft" }, grounded: true };
    const on = (fedFrom: string, ratingA: number) => {
      const feeder = { ratingA, conductor: { size: "3 AWG", material: "cu", type: "thhn" } } as const;
      const open: CaseDocument = { ...home(undefined, { fedFrom, feeder }), outlets: [outlet] };
      return [open, turned(open)].map((document) => wayIn(document, "existing-outlet").chargeA);
    };
    expect(on("main", 100)).toEqual([40, 40]);
    expect(on("main", 30)[0]).toBeLessThan(40);
    expect(on("main", 30)[1]).toBe(on("main", 30)[0]);
  });
});
