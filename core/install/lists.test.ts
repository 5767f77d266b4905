import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome, loggedUsHome } from "#core/testing/logged-homes.ts";
import { craftOf } from "./craft.ts";
import { packingOf } from "./packing.ts";
import { settingsOf } from "./settings.ts";

const uk = loggedUkHome();
const us = loggedUsHome();
const craft = (document: CaseDocument) =>
  craftOf(document, assess(document)).map(({ what }) => what.replace("craft: ", ""));
const packed = (document: CaseDocument) => packingOf(document, assess(document));
const namesOf = (document: CaseDocument) => packed(document).map(({ name }) => name);
const settings = (document: CaseDocument) => settingsOf(document, assess(document));
const managed = (document: CaseDocument): CaseDocument =>
  ({ ...document, decision: { way: "dynamic-load-management" } }) as CaseDocument;

describe("the craft list", () => {
  it("has the lines of the cable and of where it ends", () => {
    expect(craft(uk)).toEqual(
      expect.arrayContaining(["entry", "supports", "identified", "armour", "drip-loop", "directory"]),
    );
    expect(craft(us)).not.toContain("armour");
    expect(craft(us)).toEqual(expect.arrayContaining(["label circuit", "label charger"]));
  });
  it("has a line for each thing that the run asks for", () => {
    const [segment] = us.run?.segments ?? [];
    const withRun = (more: object): CaseDocument => ({
      ...us,
      run: { ...us.run, segments: [{ ...segment, ...more } as never] },
    });
    expect(craft(us)).not.toContain("protected");
    expect(craft(withRun({ exposed: true }))).toContain("protected");
    expect(craft(withRun({ through: { cavityWalls: 1 } }))).toEqual(expect.arrayContaining(["sleeve", "weatherproof"]));
    expect(craft({ ...us, charger: { ...us.charger, connection: "plug", maxA: 40 } })).toEqual(
      expect.arrayContaining(["box-earthed", "free-length"]),
    );
    expect(craft(managed(us))).toContain("signal");
    expect(craft(us)).not.toContain("signal");
  });
});

describe("the list of the van", () => {
  it("has tools by the country, parts of the way, and prints", () => {
    expect(namesOf(uk)).toContain("Torque tool for the terminals, in N m, with its calibration");
    expect(namesOf(us)).toContain("Torque tool for the terminals, in lb-in, with its calibration");
    expect(namesOf(uk).some((name) => /Multifunction tester/.test(name))).toBe(true);
    expect(namesOf(us).some((name) => /Multifunction tester/.test(name))).toBe(false);
    expect(namesOf(us).some((name) => /^Bender and cutter for /.test(name))).toBe(true);
    expect(new Set(packed(us).map(({ group }) => group))).toEqual(new Set(["Tools", "Parts", "Prints"]));
    expect(namesOf(us)).toContain("Termination sheet");
  });
  it("has what the crossings are drilled with, and a load to prove clamps", () => {
    const [segment] = us.run?.segments ?? [];
    const through = { joists: 2, steelBeams: 1, concreteFloors: 0 };
    const drilled: CaseDocument = { ...us, run: { ...us.run, segments: [{ ...segment, through } as never] } };
    expect(namesOf(drilled)).toContain("Auger for joists");
    expect(namesOf(drilled)).not.toContain("Core drill for concrete");
    expect(namesOf(us).some((name) => /known load of at least 1 kW/.test(name))).toBe(false);
    expect(namesOf(managed(us)).some((name) => /known load of at least 1 kW/.test(name))).toBe(true);
  });
  it("knows what was loaded", () => {
    const loaded = { ...us, installation: { packed: ["Lock and tag"] } };
    expect(
      packed(loaded)
        .filter(({ isLoaded }) => isLoaded)
        .map(({ name }) => name),
    ).toEqual(["Lock and tag"]);
  });
});

describe("the settings sheet", () => {
  it("has the designed current with the pilot that proves it", () => {
    const [current] = settings(uk);
    expect(current).toMatchObject({ id: "current", designed: "32 A", proof: expect.stringContaining("53.3 %") });
    const us48 = settings(us)[0];
    expect(us48?.proof).toMatch(/80 %/);
  });
  it("has the limit of clamps, and the safe current without a signal", () => {
    const ids = settings(managed(us)).map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(["limit:supply", "clamps:supply", "signal-lost"]));
    expect(settings(us).map(({ id }) => id)).not.toContain("signal-lost");
  });
  it("has what was set", () => {
    const set = { ...uk, installation: { settings: [{ id: "firmware", value: "1.2" }] } };
    expect(settings(set).find(({ id }) => id === "firmware")?.entry).toMatchObject({ value: "1.2" });
  });
});
