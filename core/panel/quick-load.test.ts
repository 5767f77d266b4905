import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseProblems } from "#core/laws/read.ts";
import { AREA_UNITS, LENGTH_UNITS, parseNameplate, parseNumber, parseQuantity } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { parseLoads, showNameplate } from "./quick-load.ts";

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
    ["range 240v", /alone is not enough/],
    ["12kw", /what is it/],
    ["ac mocp 40a", /largest fuse or breaker/],
    ["range 12", /"12" is not understood/],
    ["range 12kw +", /Type a load/],
    ["kiln 12000 kw", /far from usual for "kiln": check the unit/],
    ["100 a x4", /"x4" is not understood/],
  ])("%s", (text, problem) => {
    expect(loads(text)).toMatch(problem);
  });
});

describe("any typed input", () => {
  const word = fc.oneof(
    fc.constantFrom(...us.loadKinds.flatMap((k) => k.names), "elephants", "upstairs", "x", "+", "and", "circuits"),
    fc.constantFrom(
      "12kw",
      "12 kw",
      "24a",
      "240v",
      "24a/240v",
      "rla 18",
      "mca 24 a",
      "mocp 40",
      "2x",
      "x4",
      "3",
      "-5kw",
    ),
    fc.constantFrom("7,2 kw", "1,500 va", "0", "1e9 kw", "kw", "\t", "12", "9999999 a"),
    fc.string({ maxLength: 6 }),
  );
  it.each([
    ["us", us, usCase()],
    ["uk", uk, ukCase()],
  ] as const)("is refused in words, or enters loads that the case may hold: %s (property)", (_, codebook, base) => {
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 6 }), (words) => {
        const read = parseLoads(words.join(" "), codebook, codebook === us ? 240 : 230);
        if ("problem" in read) {
          expect(read.problem.trim()).not.toBe("");
          return;
        }
        expect(read.length).toBeGreaterThan(0);
        const loads = read.map((e, i) => ({ ...e.load, id: `typed-${i}` }));
        expect(caseProblems({ ...base, loads: [...base.loads, ...loads] })).toEqual([]);
        for (const { understood, typical, load } of read) {
          expect(understood).not.toBe("");
          if (typical) expect(codebook.loadKinds.some((k) => k.kind === load.kind)).toBe(true);
        }
      }),
    );
  });
  it("kilowatts are whole watts where they were typed so", () => {
    expect(parseNameplate("32.24 kW")).toEqual({ nameplate: { va: 32_240 }, rest: "" });
    expect(parseNameplate("9.5kw")).toEqual({ nameplate: { va: 9500 }, rest: "" });
  });
  it("a nameplate shown in the ledger means the same when it is typed again (property)", () => {
    const nameplate = fc.oneof(
      fc.record({ va: fc.integer({ min: 1, max: 99_999 }) }),
      fc.record({ amps: fc.integer({ min: 1, max: 200 }), volts: fc.constantFrom(120, 240) }),
      fc.record({
        amps: fc.integer({ min: 1, max: 200 }),
        volts: fc.constant(240),
        ampsFrom: fc.constantFrom("rla", "mca"),
      }),
    );
    fc.assert(
      fc.property(nameplate, (typed) => {
        const read = parseNameplate(showNameplate(typed, 240));
        expect("problem" in read ? read.problem : { volts: 240, ...read.nameplate }).toEqual({ volts: 240, ...typed });
        expect("problem" in read || read.rest).toBe("");
      }),
    );
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
  it("with thousands set off, or a decimal comma, are the same figure (property)", () => {
    fc.assert(
      fc.property(fc.nat(9_999_999), fc.nat(99), (whole, cents) => {
        expect(parseNumber(whole.toLocaleString("en-US"))).toBe(whole);
        expect(parseNumber(`${whole}.${cents}`)).toBe(parseNumber(`${whole},${cents}`));
      }),
    );
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
