/** A circuit and its load in one line, in whatever order the words come. */
import { describe, expect, it } from "vitest";
import { codebookOf } from "#core/codebook/index.ts";
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

describe("a line of a UK board", () => {
  it("has a curve, a load and the RCD it stands on", () => {
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
