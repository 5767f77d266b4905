import { describe, expect, it } from "vitest";
import type { TestId } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { TestRule } from "#core/rules/tests.ts";
import "#core/rules/editions.ts";
import { parseReading } from "./reading.ts";

const codebook = codebookOf("uk-bs7671-2018-a2");
const ruleOf = (id: TestId) => codebook.tests.find((test) => test.id === id) as TestRule;
const read = (id: TestId, text: string, unit = ruleOf(id).unit) => parseReading(text, ruleOf(id), unit, codebook);

describe("a typed reading", () => {
  it.each([
    ["zs", "0.42", { value: 0.42, unit: "ohm" }],
    ["zs", "0,42", { value: 0.42, unit: "ohm" }],
    ["r1r2", "190 mohm", { value: 190, unit: "mohm" }],
    ["r1r2", "0.19Ω", { value: 0.19, unit: "ohm" }],
    ["ir-le", "999 kohm", { value: 999, unit: "kohm" }],
    ["ir-le", "> 999", { value: "> 999", unit: "Mohm" }],
    ["ir-le", ">999 Mohm", { value: "> 999", unit: "Mohm" }],
    ["pfc", "1.1 KA", { value: 1.1, unit: "kA" }],
    ["rcd-1x", "0.024 s", { value: 0.024, unit: "s" }],
    ["polarity", "Yes", { value: true, unit: "" }],
    ["polarity", "n", { value: false, unit: "" }],
  ] as const)("of %s as %j", (id, text, reading) => {
    expect(read(id, text)).toEqual(reading);
  });
  it("is none without a text", () => {
    expect(read("zs", "  ")).toBeNull();
  });
  it.each([
    ["zs", "abc", /Type a reading in ohm/],
    ["zs", "0.4 V", /Type it in ohm or mohm/],
    // Mohm and mohm differ by a billion: neither is guessed for the other.
    ["ir-le", "250 mohm", /Type it in Mohm or kohm/],
    ["r1r2", "0.2 Mohm", /Type it in ohm or mohm/],
    ["zs", "-1", /is shown by no meter/],
    ["rcd-1x", "99999", /is shown by no meter/],
    ["polarity", "1", /Type yes or no/],
    ["polarity", "constructor", /Type yes or no/],
  ] as const)("of %s as %j is refused", (id, text, words) => {
    expect(read(id, text)).toEqual({ problem: expect.stringMatching(words) });
  });
  it("has the unit that is chosen beside it, unless one is typed", () => {
    expect(read("pfc", "900", "A")).toEqual({ value: 900, unit: "A" });
    expect(read("pfc", "0.9 kA", "A")).toEqual({ value: 0.9, unit: "kA" });
  });
});
