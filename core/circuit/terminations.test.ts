import { describe, expect, it } from "vitest";
import type { ClampPlace } from "#core/case/document/clamp-place.ts";
import type { CaseDocument, Run } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { wayIn } from "#core/testing/ways.ts";
import { designFor, designForFeeder, isDesigned } from "./design.ts";
import { signalChecks } from "./signal.ts";
import { terminationsOf, terminationsOfFeeder } from "./terminations.ts";

function terminals(home: CaseDocument, run: Run) {
  const codebook = codebookOf(home.rules);
  const design = designFor({ ...home, run }, codebook, 32);
  if (!design || !isDesigned(design)) throw new Error("not designed");
  return terminationsOf({ ...home, run }, design, codebook.circuit.terminals);
}
const ft = (value: number) => ({ value, unit: "ft" as const });

describe("the terminals of a circuit", () => {
  it("are those of its device and of its charger, each with its conductor", () => {
    const run: Run = { segments: [{ method: "in-wall", length: ft(30) }], conductorType: "nm-b" };
    expect(terminals(knownUsHome(), run)).toEqual([
      { terminal: "Breaker, L1", conductor: "8 AWG copper", twice: true },
      { terminal: "Breaker, L2", conductor: "8 AWG copper", twice: true },
      { terminal: "Breaker, equipment ground", conductor: "10 AWG copper", twice: false },
      { terminal: "Charger, L1", conductor: "8 AWG copper", twice: true },
      { terminal: "Charger, L2", conductor: "8 AWG copper", twice: true },
      { terminal: "Charger, equipment ground", conductor: "10 AWG copper", twice: false },
    ]);
  });
  it("are also those of boxes between and of a disconnect, and of a receptacle in the charger's place", () => {
    const run: Run = {
      segments: [
        { method: "in-wall", length: ft(30), conductorType: "nm-b" },
        { method: "emt", length: ft(30), conductorType: "thhn" },
      ],
      disconnect: "in-sight",
    };
    const names = terminals(knownUsHome(), run).map((t) => t.terminal);
    expect(names).toHaveLength(3 + 6 + 6 + 3);
    expect(names).toContain("Junction box before part 2, to the charger, L2");
    expect(names).toContain("Disconnect, load side, L1");
    const plug = { ...knownUsHome(), charger: { ...knownUsHome().charger, connection: "plug" as const } };
    expect(terminals(plug, { segments: run.segments?.slice(0, 1) ?? [] }).at(-1)?.terminal).toBe(
      "Receptacle, equipment ground",
    );
    expect(terminals(knownUsHome(), { ...run, disconnect: "none" })).toHaveLength(12);
  });
  it("have a neutral where the job's receptacles always have one", () => {
    const run: Run = { segments: [{ method: "emt", length: ft(30) }], conductorType: "thhn" };
    const plug = { ...knownUsHome(), charger: { connection: "plug" as const }, options: { receptacleNeutral: true } };
    expect(terminals(plug, run).map((t) => t.terminal)).toContain("Receptacle, neutral");
    const wired = { ...plug, charger: { connection: "hard-wired" as const } };
    expect(terminals(wired, run).map((t) => t.terminal)).not.toContain("Charger, neutral");
    const fill = (home: CaseDocument) =>
      wayIn({ ...knownUsHome(), ...home, run }, "dedicated-circuit").circuit?.checks.find(
        (c) => c.id === "conduit-fill",
      )?.numbers;
    expect(fill(plug)).toMatch(/^3 x /);
    expect(fill(wired)).toMatch(/^2 x /);
    const lines = wayIn(
      { ...plug, run: { ...run, segments: [{ method: "in-wall", length: ft(30) }], conductorType: "nm-b" } },
      "dedicated-circuit",
    ).lines;
    expect(lines.map((l) => l.item)).toContain("cable:nm-b:6 AWG:neutral");
  });
  it("of a renewed feeder have a neutral of its own at both ends", () => {
    const panel = { id: "garage", name: "Garage panel", fedFrom: "main" };
    const home: CaseDocument = {
      ...knownUsHome(),
      run: { feeds: "garage", segments: [{ method: "emt", length: ft(30) }], conductorType: "thhn", terminalC: 75 },
    };
    const codebook = codebookOf(home.rules);
    const design = designForFeeder(home, codebook, panel, { countsA: 60, carriesA: 50 });
    if (!design || !isDesigned(design)) throw new Error("not designed");
    const made = terminationsOfFeeder(design, panel.name, codebook.circuit.terminals);
    expect(made.map((t) => t.terminal)).toEqual([
      "Breaker of the feeder, L1",
      "Breaker of the feeder, L2",
      "Breaker of the feeder, neutral",
      "Breaker of the feeder, equipment ground",
      "Garage panel, L1",
      "Garage panel, L2",
      "Garage panel, neutral",
      "Garage panel, equipment ground",
    ]);
    expect(made[2]).toMatchObject({ conductor: "6 AWG copper", twice: true });
    const uk = { ...design, segments: design.segments };
    const { terminals: british } = codebookOf("uk-bs7671-2018-a2").circuit;
    expect(terminationsOfFeeder(uk, "Garage board", british)).toHaveLength(6);
  });
  it("have the words of the United Kingdom there", () => {
    const run: Run = {
      segments: [{ method: "clipped", length: { value: 12, unit: "m" } }],
      conductorType: "twin-earth",
    };
    const [line, neutral, earth] = terminals(knownUkHome(), run);
    expect([line?.terminal, neutral?.terminal, earth?.terminal]).toEqual([
      "RCBO, line",
      "RCBO, neutral",
      "Earth bar, the circuit",
    ]);
    expect([line?.conductor, earth?.conductor, earth?.twice]).toEqual(["6 mm² copper", "2.5 mm² copper", false]);
  });
  it("have a gland at each end of an armoured cable, which is tightened once", () => {
    const run: Run = {
      segments: [{ method: "clipped", length: { value: 12, unit: "m" } }],
      conductorType: "armoured-70",
    };
    const glands = terminals(knownUkHome(), run).filter((t) => t.terminal.endsWith("gland and armour"));
    expect(glands.map((t) => [t.terminal, t.twice])).toEqual([
      ["Board, gland and armour", false],
      ["Charger, gland and armour", false],
    ]);
  });
});

describe("the clamps' signal", () => {
  const BEHIND = { divided: false, reads: "with-charger" } as const;
  const checks = (signal: Run["signal"], place: ClampPlace = BEHIND) =>
    signalChecks({ ...(signal && { signal }) }, place);
  const passes = (signal: Run["signal"], place: ClampPlace = BEHIND) =>
    Object.fromEntries(checks(signal, place).map((c) => [c.id, c.passes]));
  it("must be entered, and commissioning proves its direction", () => {
    expect(passes(undefined)).toEqual({
      "signal-room": null,
      "signal-way": null,
      "signal-place": null,
      "signal-direction": null,
    });
    expect(passes({ by: "cores", roomAtConductors: true })).toMatchObject({ "signal-room": true, "signal-way": true });
    expect(passes({ by: "data-cable", roomAtConductors: false })).toMatchObject({ "signal-room": false });
  });
  it("reads what the charger is set to, and nothing else", () => {
    const reads = (as: "with-charger" | "house-alone", place?: ClampPlace) =>
      passes({ by: "cores", reads: as }, place)["signal-place"];
    expect([reads("with-charger"), reads("house-alone")]).toEqual([true, false]);
    const apart: ClampPlace = { divided: true, reads: "house-alone" };
    expect([reads("with-charger", apart), reads("house-alone", apart)]).toEqual([false, true]);
  });
  it("names the end of the feeder and the input where they are known", () => {
    const [, , place] = checks({ by: "cores", reads: "with-charger", feederEnd: "end", input: "CT 2" });
    expect(place?.numbers).toBe("house and charger together; where the feeder ends; input CT 2");
  });
  it("by radio is read at both ends, and strong enough", () => {
    const radio = (readAtClampsPercent?: number, readAtChargerPercent?: number) =>
      passes({
        by: "radio",
        ...(readAtClampsPercent !== undefined && { readAtClampsPercent }),
        ...(readAtChargerPercent !== undefined && { readAtChargerPercent }),
      })["signal-way"];
    expect(radio()).toBe(null);
    expect(radio(80)).toBe(null);
    expect(radio(80, 40)).toBe(true);
    expect(radio(39, 90)).toBe(false);
    expect(radio(undefined, 20)).toBe(false);
  });
});
