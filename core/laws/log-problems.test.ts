import { describe, expect, it } from "vitest";
import type { CaseDocument, Installation } from "#core/case/document/types.ts";
import { loggedUkHome, loggedUsHome } from "#core/testing/logged-homes.ts";
import { lawProblems } from "./laws.ts";

const problemsOf = (document: CaseDocument, installation: Installation) =>
  lawProblems({ ...document, installation }).map(({ path, message }) => `${path} ${message}`);
const [uk, us] = [loggedUkHome(), loggedUsHome()];

describe("the log of an installation", () => {
  it.each([
    [uk, { id: "zs", value: -0.1, unit: "ohm" }, /tests\[0\]\.value is shown by no meter: 0 to 20,000 ohm/],
    [uk, { id: "pfc", value: 101, unit: "kA" }, /value is shown by no meter/],
    [uk, { id: "rcd-1x", value: 30, unit: "s" }, /value is shown by no meter: 0 to 10,000 ms/],
    [uk, { id: "ir-le", value: 1, unit: "V" }, /unit must be Mohm or kohm for this test/],
    [uk, { id: "r1r2", value: true, unit: "ohm" }, /value must be a reading in ohm/],
    [uk, { id: "polarity", value: 1, unit: "" }, /value must be true or false for this test/],
    [uk, { id: "egc", value: 0.1, unit: "ohm" }, /id "egc" is not a test of BS 7671/],
    [us, { id: "zs", value: 0.1, unit: "ohm" }, /id "zs" is not a test of NEC/],
  ] as const)("does not take %#", (home, entry, words) => {
    expect(problemsOf(home, { tests: [{ ...entry }] })).toEqual([expect.stringMatching(words)]);
  });

  it("takes what meters show, in any unit of the test", () => {
    const tests: Installation["tests"] = [
      { id: "ir-le", value: 999, unit: "kohm" },
      { id: "ir-le", value: "> 999", unit: "Mohm" },
      { id: "r1r2", value: 190, unit: "mohm" },
      { id: "zs", value: null, unit: "ohm" },
      { id: "polarity", value: false, unit: "" },
    ];
    expect(problemsOf(uk, { tests })).toEqual([]);
  });

  it("has no day that does not exist", () => {
    const step = (at: string) => ({ isolation: [{ step: "isolated" as const, at }] });
    expect(problemsOf(uk, step("2026-11-20T08:00:00"))).toEqual([]);
    expect(problemsOf(uk, step("2026-02-30T08:00:00"))).toEqual([expect.stringContaining("does not exist")]);
    expect(problemsOf(uk, { nextInspection: "2027-13-01" })).toEqual([expect.stringContaining("does not exist")]);
  });

  it("has no tool that was calibrated after its use, and no inspection before the work", () => {
    const tightened = (toolCalibrated: string) => ({
      terminations: [
        { terminal: "charger L", labelValue: 2, value: 2, unit: "N m" as const, toolCalibrated, on: "2026-11-20" },
      ],
    });
    expect(problemsOf(uk, tightened("2026-11-20"))).toEqual([]);
    expect(problemsOf(uk, tightened("2026-11-21"))).toEqual([expect.stringContaining("after the day on which")]);
    const inspected = (nextInspection: string) => ({
      isolation: [{ step: "isolated" as const, at: "2026-11-20T08:00:00" }],
      nextInspection,
    });
    expect(problemsOf(uk, inspected("2026-11-20"))).toEqual([]);
    expect(problemsOf(uk, inspected("2026-11-19"))).toEqual([expect.stringContaining("before the work, 2026-11-20")]);
  });
});
