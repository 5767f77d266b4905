/** A circuit and its load in one line, in any order of the words. */
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase } from "#core/testing/cases.ts";
import { addCircuit } from "./add-circuit.ts";
import { parseCircuit } from "./quick-circuit.ts";

const us = (text: string) => parseCircuit(text, codebookOf("us-nec-2023"), 240);
const uk = (text: string) => parseCircuit(text, codebookOf("uk-bs7671-2018-a2"), 230);

describe("a line of a US panel", () => {
  it.each([
    "50/2 range 12kw",
    "range 50a 2 pole 12 kW",
    "2p 50 range 12 kw",
    "Range 12kW 2-pole 50",
    "double pole 50 range 12000 W",
  ])("is a two-pole breaker with its load: %s", (text) => {
    expect(us(text)).toMatchObject({
      device: { ratingA: 50, poles: 2, label: "Range", device: "breaker" },
      load: { kind: "range", va: 12000 },
      understood: "2-pole 50 A breaker, Range; load: Range, 12 kW",
    });
  });
  it("takes a nameplate in amperes and volts apart from the breaker's rating", () => {
    expect(us("2p 40 ac 24a 240v")).toMatchObject({
      device: { ratingA: 40, poles: 2 },
      load: { kind: "air-conditioning", amps: 24, volts: 240 },
    });
  });
  it("is a source that feeds back, and says what it takes for its output", () => {
    expect(us("20 solar 2p backfed")).toMatchObject({
      device: { ratingA: 20, poles: 2, label: "Solar", backfeed: { outputA: 16 } },
      load: null,
      understood: expect.stringContaining("backfed, with 16 A taken as the source's output"),
    });
  });
  it.each([
    ["20 kitchen", { ratingA: 20, poles: 1, label: "Kitchen" }],
    ["2p 30 dryer", { ratingA: 30, poles: 2, label: "Dryer" }],
    ["tandem 15 hall", { device: "tandem", ratingA: 15, label: "Hall" }],
    ["15 room 12", { ratingA: 15, label: "Room 12" }],
    ["kitchen 20a gfci", { ratingA: 20, protects: "gfci", label: "Kitchen" }],
  ])("is a device alone: %s", (text, device) => {
    expect(us(text)).toMatchObject({ device, load: null });
  });
});

describe("a circuit that the rules count as a whole", () => {
  it("brings its load: UK sockets at the rating of their device", () => {
    expect(uk("kitchen sockets b32")).toMatchObject({
      device: { curve: "B", ratingA: 32, label: "Kitchen sockets" },
      load: { kind: "socket-circuit", label: "Kitchen sockets", amps: 32, volts: 230 },
      understood: expect.stringMatching(/; load: Kitchen sockets, 32 A$/),
    });
  });
  it("brings its load: a US small-appliance circuit at the VA of the rules", () => {
    expect(us("kitchen counter 1 20a")).toMatchObject({
      load: { kind: "small-appliance-circuit", label: "Kitchen counter 1" },
      understood: expect.stringMatching(/; load: Kitchen counter 1, counted by rule$/),
    });
  });
  it.each(["cooker socket b32", "lights b6", "sockets b32 disused"])(
    "has no load where its name is ambiguous or it is not in use: %s",
    (text) => expect(uk(text)).toMatchObject({ load: null }),
  );
  const enter = (home: CaseDocument, text: string) => {
    const codebook = codebookOf(home.rules);
    const entered = parseCircuit(text, codebook, 230);
    if ("problem" in entered) throw new Error(entered.problem);
    let ids = 0;
    const added = addCircuit(home, home.panels[0]?.id ?? "", entered, {
      place: null,
      newId: (kind) => `${kind}-${text}-${ids++}`,
    });
    if ("problem" in added) throw new Error(added.problem);
    return { linked: added.linked, home: applyPatch(home, added.patch) };
  };
  it("is linked to a load that represents more circuits of its kind, and counted once", () => {
    const rings = { id: "rings", kind: "socket-circuit", label: "Rings", amps: 32, volts: 230, quantity: 2 } as const;
    const first = enter(ukCase({ loads: [rings] }), "sockets up b32");
    expect(first.linked).toBe("linked to Rings, which is in the ledger");
    const second = enter(first.home, "sockets down b32");
    expect(second.home.loads).toHaveLength(1);
    const third = enter(second.home, "garage sockets b20");
    expect(third.linked).toBe("");
    expect(third.home.loads.map(({ label }) => label)).toEqual(["Rings", "Garage sockets"]);
  });
});

describe("a line of a UK board", () => {
  it("has a curve, a load and its RCD", () => {
    expect(uk("b40 shower 9.5kw rcd ac")).toMatchObject({
      device: { curve: "B", ratingA: 40, label: "Shower", rcd: "AC", device: "mcb" },
      load: { kind: "shower", va: 9500 },
      understood: expect.stringContaining("on a type AC RCD"),
    });
  });
  it("puts a socket on the cooker's control, and makes no socket circuit of it", () => {
    expect(uk("cooker 10.5kw with socket b32")).toMatchObject({
      device: { curve: "B", ratingA: 32, label: "Cooker" },
      load: { kind: "cooker", va: 10500, socketOnControl: true },
    });
  });
  it.each([
    ["b6 lights 2", { curve: "B", ratingA: 6, label: "Lights 2" }],
    ["rcbo c32 garage", { device: "rcbo", curve: "C", ratingA: 32, label: "Garage" }],
  ])("is a device alone: %s", (text, device) => {
    expect(uk(text)).toMatchObject({ device, load: null });
  });
});

it.each([
  ["range kw", /"kw" is not understood/],
  ["50 range 12 kws", /not understood/],
  ["range 12kw", /What rating/],
  ["47 range", /There is no breaker of 47 A/],
  ["20 kitchen with socket", /"with socket" is for a cooker/],
  ["2p 60 ac + heat 5kw", /enter one load a line/],
  ["", /Type a device/],
  ["x".repeat(5000), /is too long|at most/],
])("says what it does not understand of %s", (text, problem) => {
  expect(us(text)).toEqual({ problem: expect.stringMatching(problem) });
});
