/** The supply's earth: what each arrangement may have, at the limit and just above it. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { afterIn, onSupplyOf } from "#core/testing/ways.ts";

const earthed = (earthing: CaseDocument["supply"]["earthing"], zeOhm: number | null) =>
  onSupplyOf(knownUkHome(), { earthing, zeOhm });
const found = (home: CaseDocument) => assess(home).findings.filter((f) => f.code === "earth-impedance-high");

describe("a supply's earth", () => {
  it.each([
    ["tn-c-s", 0.35, 0.36],
    ["tn-s", 0.8, 0.81],
    ["tt", 1667, 1668],
  ] as const)("of %s is doubtful above %d ohm", (earthing, most, more) => {
    expect(found(earthed(earthing, most))).toEqual([]);
    expect(found(earthed(earthing, more))).toMatchObject([{ severity: "fix", link: "supply" }]);
  });
  it("says what was measured, what is allowed, and by whom", () => {
    expect(found(earthed("tt", 2000))[0]).toMatchObject({
      text: "The earth electrode has 2,000 ohm; 1,667 ohm at most keeps 50 V while 30 mA flow",
      rule: "BS 7671 411.5.3, table 41.5",
    });
    expect(found(earthed("tn-s", 1.4))[0]).toMatchObject({
      text: "Ze was measured at 1.4 ohm; 0.8 ohm at most is declared for TN-S: the supply's earth is doubtful",
      rule: "BS 7671 313.1, network operator's declared maximum",
    });
  });
  it("is measured again once it was put right: an electrode at what stays stable, the supply's at what is declared", () => {
    const zeAfter = (home: CaseDocument) => afterIn(home, "dedicated-circuit").supply.zeOhm;
    expect(zeAfter(earthed("tt", 2000))).toBe(200);
    expect(zeAfter(earthed("tn-c-s", 2))).toBe(0.35);
    expect(zeAfter(earthed("tn-s", 2))).toBe(0.8);
    expect(zeAfter(earthed("tn-s", 0.5))).toBe(0.5);
  });
  it("is not judged without a measurement or an earthing arrangement", () => {
    expect(found(earthed("tn-s", null))).toEqual([]);
    expect(found(earthed(undefined, 5))).toEqual([]);
  });
});
