/** Answers of a person on site to the checks of a circuit. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Confirmation, Run } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { wayIn, workIn } from "#core/testing/ways.ts";
import { askedByCheck, withConfirmations } from "./confirmed.ts";

const check: RouteCheck = {
  id: "cavity",
  label: "Through a cavity",
  passes: null,
  rule: "Heron's own",
  formula: "in a sleeve",
  numbers: "part 1",
};
const answered = (answer: Confirmation["answer"], more: Partial<Confirmation> = {}): Confirmation => ({
  what: askedByCheck(check).what,
  answer,
  basis: askedByCheck(check).basis,
  ...more,
});
const checked = (...confirmations: Confirmation[]) => withConfirmations([check], { confirmations })[0];

describe("a check that was answered on site", () => {
  it.each([
    ["yes", true],
    ["no", false],
    ["refused", null],
    ["by-test", null],
  ] as const)("with %s passes: %s", (answer, passes) => {
    expect(checked(answered(answer))).toMatchObject({ passes, confirmed: { answer, isStale: false } });
  });
  it("is asked again where its numbers have changed", () => {
    expect(checked(answered("yes", { basis: "in a sleeve; part 2" }))).toMatchObject({
      passes: null,
      confirmed: { isStale: true },
    });
    expect(checked(answered("yes", { basis: undefined }))).toMatchObject({ passes: true });
  });
  it("is not changed by another answer, and a check with an answer of its own by none", () => {
    expect(checked(answered("yes", { what: "circuit.fence: Fixed to a fence" }))).toBe(check);
    const own = { ...check, passes: false };
    expect(withConfirmations([own], { confirmations: [answered("yes")] })[0]).toBe(own);
    expect(withConfirmations([check], {})).toEqual([check]);
  });
});

describe("a way with answers", () => {
  const run: Run = {
    segments: [{ method: "clipped", length: { value: 10, unit: "m" }, through: { cavityWalls: 1 } }],
    conductorType: "armoured-70",
  };
  const home = (confirmations?: Confirmation[]): CaseDocument => ({
    ...knownUkHome({ run }),
    ...(confirmations && { confirmations }),
  });
  const cavity = (document: CaseDocument) =>
    wayIn(document, "dedicated-circuit").circuit?.checks.find((c) => c.id === "cavity") as RouteCheck;
  const given = (answer: Confirmation["answer"]): Confirmation[] => {
    const { what, basis } = askedByCheck(cavity(home()));
    return [{ what, basis, answer }];
  };

  it("shows them at its checks", () => {
    expect(cavity(home()).passes).toBeNull();
    expect(cavity(home(given("yes"))).passes).toBe(true);
    expect(
      cavity({ ...home(given("yes")), run: { ...run, segments: [...(run.segments ?? []), ...(run.segments ?? [])] } }),
    ).toMatchObject({
      passes: null,
      confirmed: { isStale: true },
    });
  });
  it("is no better without a yes, and has work after a no", () => {
    const verdict = (document: CaseDocument) => wayIn(document, "dedicated-circuit").verdict;
    expect(verdict(home(given("yes")))).toBe(verdict(home()));
    expect(verdict(home(given("no")))).toBe("with-work");
    expect(workIn(home(given("no")), "dedicated-circuit")).toMatch(/cavity/i);
  });
  it("is wrong input where nothing was asked, or the answer is none", () => {
    const wrong = [{ what: "", answer: "maybe" }] as unknown as Confirmation[];
    expect(caseProblems(home(wrong)).map((p) => p.path)).toContain("confirmations[0].answer");
    expect(caseProblems(home(given("refused")))).toEqual([]);
  });
});
