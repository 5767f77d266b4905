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
