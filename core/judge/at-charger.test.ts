/** The charger's end of its circuit: a receptacle for a plug, a disconnect for large equipment. */
import { describe, expect, it } from "vitest";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { wayIn, workIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();

describe("a charger with a plug", () => {
  const plugged = knownUsHome({ charger: { ...us.charger, connection: "plug" } });
  it.each(["dedicated-circuit", "dynamic-load-management"])("is rated for no more than 40 A by %s", (way) => {
    expect(wayIn(plugged, way)).toMatchObject({ verdict: "ready", chargeA: 40, circuitA: 50 });
    expect(workIn(plugged, way)).toMatch(/Fit a receptacle with GFCI protection for the charger's plug .*625\.44/);
  });
  it("has the continuous current of a socket in the United Kingdom", () => {
    const home = knownUkHome({ charger: { ...uk.charger, connection: "plug" } });
    expect(wayIn(home, "dedicated-circuit")).toMatchObject({ chargeA: 10, circuitA: 10 });
    expect(workIn(home, "dedicated-circuit")).toMatch(/Fit a socket for the charger's plug/);
  });
  it("is nothing that fixed wiring asks for", () => {
    expect(workIn(us, "dedicated-circuit")).not.toMatch(/plug/);
  });
});

describe("a disconnect", () => {
  const upTo = (maxA: number) => knownUsHome({ charger: { ...us.charger, maxA } });
  it.each([
    [56, 70],
    [60, 80],
  ])("is not asked for up to 60 A (%i A)", (settingA, circuitA) => {
    const home = knownUsHome({ charger: { ...us.charger, maxA: settingA, settableA: [settingA] } });
    expect(wayIn(home, "dedicated-circuit")).toMatchObject({ chargeA: settingA, circuitA });
    expect(workIn(home, "dedicated-circuit")).not.toMatch(/disconnect/);
  });
  it.each([64, 80])("is within reach of a charger of %i A, and can be locked open", (maxA) => {
    expect(wayIn(upTo(maxA), "dedicated-circuit")).toMatchObject({ verdict: "ready", chargeA: maxA });
    expect(workIn(upTo(maxA), "dedicated-circuit")).toMatch(
      /Fit a disconnect in reach that can be locked open.*NEC 625\.43/,
    );
  });
  it("is paid for with the work", () => {
    const items = (maxA: number) => wayIn(upTo(maxA), "dedicated-circuit").lines.map((l) => l.item);
    expect(items(64)).toEqual(expect.arrayContaining(["disconnect", "labour:disconnect"]));
    expect(items(56)).not.toContain("disconnect");
  });
});

describe("a current below the charger's own", () => {
  const receptacle = {
    id: "o",
    type: "14-50" as const,
    circuit: "c-ev",
    leadLength: { value: 18, unit: "ft" as const },
    gfci: true,
  };
  const at = (ratingA: number, maxA = 48) => {
    const [main] = us.panels;
    const circuit = {
      id: "c-ev",
      label: "Garage",
      position: 5,
      poles: 2,
      ratingA,
      status: "in-use" as const,
      conductor: { size: "6 AWG", material: "cu" as const, type: "nm-b" as const },
      loads: [],
    };
    return knownUsHome({
      panels: main ? [{ ...main, circuits: [...(main.circuits ?? []), circuit] }] : [],
      outlets: [receptacle],
      charger: { ...us.charger, connection: "plug", maxA },
    });
  };
  it("is set behind the cover as work where the plug would let it draw more", () => {
    const way = wayIn(at(40), "existing-outlet");
    expect(way).toMatchObject({ verdict: "with-work", chargeA: 32 });
    expect(way.work).toContain(
      "Set the charger to 32 A behind its cover or with its tool, and prove it (NEC 625.42): by itself it would draw 40 A",
    );
    expect(way.lines.map((l) => l.item)).toContain("labour:device:setting");
    expect(way.cautions.join(" ")).toMatch(/never left to the car's menu/);
  });
  it("is no work where the receptacle or the charger gives no more by itself", () => {
    expect(wayIn(at(50), "existing-outlet")).toMatchObject({ verdict: "ready", chargeA: 40 });
    expect(wayIn(at(40, 32), "existing-outlet")).toMatchObject({ verdict: "ready", chargeA: 32 });
  });
});
