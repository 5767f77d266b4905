import { describe, expect, it } from "vitest";
import { parseConductorSizes, showConductorSizes } from "./conductor-sizes.ts";

const KNOWN = ["14 AWG", "12 AWG", "10 AWG", "1/0 AWG", "250 kcmil"];
const read = (text: string) => parseConductorSizes(text, KNOWN);

describe("a list of conductors", () => {
  it.each([
    ["3 x 12 AWG, 10 AWG", ["12 AWG", "12 AWG", "12 AWG", "10 AWG"]],
    ["2x12awg", ["12 AWG", "12 AWG"]],
    ["12; 1/0", ["12 AWG", "1/0 AWG"]],
    ["250 kcmil,", ["250 kcmil"]],
    ["", []],
  ])("is understood: %s", (text, sizes) => {
    expect(read(text)).toEqual(sizes);
  });
  it("names what is no size", () => {
    expect(read("12 AWG, thick")).toEqual({ problem: '"thick" is no conductor size' });
    expect(read("3 x 13 AWG")).toEqual({ problem: '"3 x 13 AWG" is no conductor size' });
  });
  it("is written as it would be typed", () => {
    const sizes = ["12 AWG", "12 AWG", "10 AWG"];
    expect(showConductorSizes(sizes)).toBe("2 x 12 AWG, 10 AWG");
    expect(read(showConductorSizes(sizes))).toEqual(sizes);
  });
});
