import { describe, expect, it } from "vitest";
import type { CaseDocument, TestEntry, TestId } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { judgedTests } from "./tests.ts";

const judge = (document: CaseDocument) => judgedTests(document, assess(document));
/** The home with other readings: the entry of the same test is replaced. */
function withTests(document: CaseDocument, ...entries: TestEntry[]): CaseDocument {
  const others = (document.installation?.tests ?? []).filter(({ id }) => !entries.some((entry) => entry.id === id));
  return { ...document, installation: { ...document.installation, tests: [...others, ...entries] } };
}
const verdictOf = (document: CaseDocument, entry: TestEntry) =>
  judge(withTests(document, entry)).find(({ id }) => id === entry.id)?.verdict;

describe("tests in the United Kingdom", () => {
  const home = loggedUkHome();

  it.each([
    ["r1r2", 0.19, "ohm", "pass"],
    ["r1r2", 0.4, "ohm", "warn"],
    ["r1r2", 0.05, "ohm", "warn"],
    ["r1r2", 190, "mohm", "pass"],
    ["ir-le", 50, "Mohm", "pass"],
    ["ir-le", 49.9, "Mohm", "warn"],
    ["ir-le", 1, "Mohm", "warn"],
    ["ir-le", 0.99, "Mohm", "fail"],
    ["ir-ne", 900, "kohm", "fail"],
    ["ir-ln", "> 999", "Mohm", "pass"],
    ["polarity", true, "", "pass"],
    ["polarity", false, "", "fail"],
    ["ze", 0.35, "ohm", "pass"],
    ["ze", 0.36, "ohm", "warn"],
    ["zs", 0.87, "ohm", "pass"],
    ["zs", 0.88, "ohm", "fail"],
    ["pfc", 6, "kA", "pass"],
    ["pfc", 6.1, "kA", "fail"],
    ["pfc", 5900, "A", "pass"],
    ["rcd-1x", 300, "ms", "pass"],
    ["rcd-1x", 301, "ms", "fail"],
    ["rcd-1x", 0.2, "s", "pass"],
    ["rcd-5x", 40, "ms", "pass"],
    ["rcd-5x", 41, "ms", "fail"],
    ["rcd-half", false, "", "fail"],
    ["rdc-6", 10, "s", "pass"],
    ["rdc-6", 10.1, "s", "fail"],
    ["pen-low", 5, "s", "pass"],
    ["pen-high", 5.1, "s", "fail"],
    ["voltage", 216.2, "V", "pass"],
    ["voltage", 216.1, "V", "fail"],
    ["voltage", 253.1, "V", "fail"],
  ] as const)("judges %s of %s %s: %s", (id, value, unit, verdict) => {
    expect(verdictOf(home, { id, value, unit })).toBe(verdict);
  });

  it("states its limits in the unit of the test", () => {
    const limits = new Map(judge(home).map(({ id, limit }) => [id, limit]));
    expect(limits.get("zs")).toBeCloseTo((0.8 * 230 * 0.95) / (5 * 40), 3);
    expect(limits.get("ze")).toBe(0.35);
    expect(limits.get("rcd-1x")).toBe(300);
    const [least, most] = limits.get("r1r2") as readonly [number, number];
    // 30 m of 6 mm2 with an earth of the same size: 6.16 milliohm a metre.
    expect((least + most) / 2).toBeCloseTo(0.1848, 4);
    expect(most - least).toBeCloseTo(2 * (0.15 * 0.1848 + 0.05), 4);
  });

  it("says what to look for where a reading is twice the computed value", () => {
    const [r1r2] = judge(withTests(home, { id: "r1r2", value: 0.37, unit: "ohm" }));
    expect(r1r2).toMatchObject({
      verdict: "warn",
      lookFor: expect.stringContaining("It is 2 times the computed value"),
    });
  });

  it("takes the resistance of the leads off a continuity", () => {
    expect(verdictOf(home, { id: "r1r2", value: 0.39, unit: "ohm", leadsOhm: 0.2 })).toBe("pass");
  });

  it("asks for the tests of the arrangement", () => {
    const idsOf = (document: CaseDocument) =>
      judge(document)
        .filter(({ isObligatory }) => isObligatory)
        .map(({ id }) => id);
    expect(idsOf(home)).toEqual("r1r2 ir-le ir-ne ir-ln polarity ze zs pfc rcd-1x rdc-6 pen-low pen-high".split(" "));
    const tt = idsOf({ ...home, supply: { ...home.supply, earthing: "tt", zeOhm: 80 } });
    expect(tt).toContain("ra");
    expect(tt).not.toContain("ze");
    expect(tt).not.toContain("pen-low");
    const typeB = { ...home.charger, protection: { residual: { at: "board" as const, kind: "B" } } };
    expect(idsOf({ ...home, charger: typeB })).toContain("rcd-b-dc");
    expect(idsOf({ ...home, charger: typeB })).not.toContain("rdc-6");
  });

  it("judges an electrode by 200 ohm, and the loop behind it by the residual current device", () => {
    const tt = { ...home, supply: { ...home.supply, earthing: "tt" as const, zeOhm: 80 } };
    expect(verdictOf(tt, { id: "ra", value: 200, unit: "ohm" })).toBe("pass");
    expect(verdictOf(tt, { id: "ra", value: 201, unit: "ohm" })).toBe("fail");
    expect(verdictOf(tt, { id: "zs", value: 199, unit: "ohm" })).toBe("pass");
    expect(verdictOf(tt, { id: "zs", value: 201, unit: "ohm" })).toBe("fail");
  });

  it("takes a board that is marked for it to 16 kA", () => {
    const [board, ...others] = home.panels as [(typeof home.panels)[number]];
    const marked = { ...home, panels: [{ ...board, ratedKA: 16 as const }, ...others] };
    expect(verdictOf(marked, { id: "pfc", value: 12, unit: "kA" })).toBe("pass");
    expect(verdictOf(marked, { id: "pfc", value: 16.1, unit: "kA" })).toBe("fail");
  });

  it("compares a continuity with nothing while no run was entered", () => {
    const { run: _, ...without } = home;
    expect(verdictOf(without, { id: "r1r2", value: 0.19, unit: "ohm" })).toBe("warn");
  });

  it("takes the last of several readings of a test, and judges those of other circuits by themselves", () => {
    const twice: TestEntry[] = [
      { id: "zs", value: 3, unit: "ohm" },
      { id: "zs", value: 0.4, unit: "ohm" },
      { id: "ir-le", value: 0.2, unit: "Mohm", circuit: "shower" },
    ];
    const judged = judge({ ...home, installation: { tests: twice } });
    expect(judged.find(({ id }) => id === "zs")).toMatchObject({ value: 0.4, verdict: "pass" });
    expect(judged.find(({ circuit }) => circuit === "shower")).toMatchObject({
      id: "ir-le" satisfies TestId,
      verdict: "fail",
      isObligatory: false,
    });
  });
});
