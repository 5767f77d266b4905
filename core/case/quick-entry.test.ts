import { describe, expect, it } from "vitest";
import { codebookOf } from "../codebook/index.ts";
import { AREA_UNITS, LENGTH_UNITS, parseNumber, parseQuantity } from "../quantity/parse.ts";
import { parseLoads } from "./quick-entry.ts";

const us = codebookOf("us-nec-2023");
const uk = codebookOf("uk-bs7671-2018-a2");
const loads = (text: string, codebook = us) => {
  const read = parseLoads(text, codebook, codebook === us ? 240 : 230);
  return "problem" in read ? read.problem : read.map((e) => e.load);
};

describe("quick entry understands", () => {
  it.each([
    ["range 12kw", { kind: "range", label: "Range", va: 12_000 }],
    ["ac 24a 240v", { kind: "air-conditioning", label: "Air conditioning", amps: 24, volts: 240 }],
    ["ac 24a/240v", { kind: "air-conditioning", label: "Air conditioning", amps: 24, volts: 240 }],
    ["dryer", { kind: "dryer", label: "Dryer", va: 5000 }],
    ["dryer 5.4 kW", { kind: "dryer", label: "Dryer", va: 5400 }],
    ["dryer 5,4 kW", { kind: "dryer", label: "Dryer", va: 5400 }],
    ["range 12,000 w", { kind: "range", label: "Range", va: 12_000 }],
    ["2 kitchen circuits", { kind: "small-appliance-circuit", label: "Small-appliance circuits", quantity: 2 }],
    ["pool pump 8a 240v", { kind: "motor", label: "Pool pump", amps: 8, volts: 240 }],
    ["upstairs ac 16a", { kind: "air-conditioning", label: "Upstairs ac", amps: 16 }],
    ["kiln 8kw", { kind: "fixed-appliance", label: "Kiln", va: 8000 }],
    [
      "ac mca 24 mocp 40 240v",
      { kind: "air-conditioning", label: "Air conditioning", amps: 24, volts: 240, ampsFrom: "mca" },
    ],
    [
      "ac rla 18a mca 24a 240v",
      { kind: "air-conditioning", label: "Air conditioning", amps: 18, volts: 240, ampsFrom: "rla" },
    ],
    ["Range\t12\tkW", { kind: "range", label: "Range", va: 12_000 }],
    ["baseboard 1500w x4", { kind: "space-heating", label: "Electric space heating", va: 1500, quantity: 4 }],
  ])("%s", (text, load) => {
    expect(loads(text)).toEqual([load]);
  });
  it("two loads in one line", () => {
    expect(loads("hp 24a + 15kw strips")).toEqual([
      { kind: "heat-pump", label: "Heat pump", amps: 24 },
      { kind: "supplemental-heat", label: "Supplemental electric heat", va: 15_000 },
    ]);
  });
  it("the words of the United Kingdom", () => {
    expect(loads("2x shower 8.5kw", uk)).toEqual([{ kind: "shower", label: "Electric shower", va: 8500, quantity: 2 }]);
    expect(loads("ring 32a", uk)).toEqual([{ kind: "socket-circuit", label: "Socket circuit", amps: 32 }]);
  });
});

describe("quick entry refuses, and says what it did not understand", () => {
  it.each([
    ["3 elephants", /No load is called "elephants"/],
    ["range 12 kw kw", /"kw" is not understood/],
    ["ac 240a 24v", /looks swapped/],
    ["range 12 w", /far from usual/],
    ["range 12000 kw", /far from usual/],
    ["range -5 kw", /not understood/],
    ["range 5kw 6kw", /second rating/],
    ["range 240v", /alone says nothing/],
    ["12kw", /what is it/],
    ["ac mocp 40a", /largest fuse or breaker/],
    ["range 12", /"12" is not understood/],
    ["range 12kw +", /Type a load/],
  ])("%s", (text, problem) => {
    expect(loads(text)).toMatch(problem);
  });
});

describe("figures as typed", () => {
  it.each([
    ["1850", 1850],
    ["1,850", 1850],
    ["7,2", 7.2],
    ["1,234,567.5", 1_234_567.5],
    [".5", 0.5],
    ["twelve", null],
    ["1.2.3", null],
    ["", null],
  ])("%s", (text, value) => {
    expect(parseNumber(text)).toBe(value);
  });
  it("carry the unit that was typed, or the usual one", () => {
    expect(parseQuantity("30 m", LENGTH_UNITS, "ft")).toEqual({ value: 30, unit: "m" });
    expect(parseQuantity("98ft", LENGTH_UNITS, "m")).toEqual({ value: 98, unit: "ft" });
    expect(parseQuantity("1,850 sq ft", AREA_UNITS, "m2")).toEqual({ value: 1850, unit: "ft2" });
    expect(parseQuantity("96", AREA_UNITS, "m2")).toEqual({ value: 96, unit: "m2" });
    expect(parseQuantity("96 acres", AREA_UNITS, "m2")).toEqual({
      problem: '"acres" is not understood; use ft2 or m2',
    });
  });
});
