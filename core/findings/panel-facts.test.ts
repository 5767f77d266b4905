/** Facts of a panel and of the charger's wall that change what can be done there. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { codesIn, onPanel, reasonsIn, wayIn, withCircuitIn, workIn } from "#core/testing/ways.ts";

describe("places that are out of use", () => {
  const counted = (changes: Partial<Panel>) => {
    const home = onPanel(knownUkHome(), changes);
    return countSpaces(home.panels[0] as Panel, codebookOf(home.rules))?.free;
  };
  it("are not free", () => {
    expect(counted({})).toBe(10);
    expect(counted({ linkedOut: 3 })).toBe(7);
    expect(counted({ linkedOut: 12 })).toBe(0);
  });
  it("make a panel full, which says so", () => {
    const full = onPanel(knownUkHome(), { linkedOut: 10 });
    expect(reasonsIn(full, "dedicated-circuit")).toContain("0 of 12 ways free");
    expect(assess(full).findings.find(({ code }) => code === "panel-full")?.text).toContain("10 out of use");
    expect(wayIn(full, "panel-change").verdict).toBe("with-work");
  });
  it("leave it open where the device goes", () => {
    expect(wayIn(onPanel(knownUkHome(), { linkedOut: 1 }), "dedicated-circuit").chargeA).toBe(32);
  });
  it("are at most as many as there are places", () => {
    expect(caseProblems(onPanel(knownUkHome(), { linkedOut: 13 }))).toMatchObject([
      { path: "panels[0].linkedOut", message: "must be at most its 12 ways" },
    ]);
  });
});

describe("room beside a board", () => {
  const old = (changes: Partial<Panel> = {}) => onPanel(knownUkHome(), { condition: "obsolete", ...changes });
  it("that is not there rules a further board out, whichever way would put it up", () => {
    expect(wayIn(old(), "separate-board").verdict).toBe("with-work");
    expect(wayIn(old({ roomBeside: true }), "separate-board").verdict).toBe("with-work");
    const tight = old({ roomBeside: false });
    expect(codesIn(tight, "separate-board")).toEqual(["no-space"]);
    expect(codesIn(tight, "dynamic-load-management")).toEqual(["no-space"]);
    expect(wayIn(tight, "panel-change").verdict).toBe("with-work");
    const wanted: CaseDocument = { ...onPanel(knownUsHome(), { roomBeside: false }), options: { chargerBoard: "own" } };
    expect(reasonsIn(wanted, "separate-board")).toContain("no room beside the panel");
  });
});

describe("an RCD over several ways", () => {
  const grouped = (residualMA?: 30 | 100): CaseDocument =>
    withCircuitIn(
      onPanel(knownUkHome(), {
        rcdGroups: [{ id: "g", rcd: "A", from: 4, to: 8, ...(residualMA && { residualMA }) }],
      }),
      {
        id: "stub",
        label: "Car",
        position: 5,
        poles: 1,
        ratingA: 32,
        status: "charger-ready",
        conductor: { size: "6 mm2", material: "cu", type: "armoured-70" },
      },
    );
  it("of 100 mA is no protection of a charger: an RCBO of its own is fitted", () => {
    expect(reasonsIn(grouped(100), "reuse-circuit")).toContain("trips at 100 mA; a charger needs 30 mA");
    expect(workIn(grouped(100), "reuse-circuit")).toContain("Fit a 30 mA RCBO of type A");
    expect(workIn(grouped(30), "reuse-circuit")).not.toContain("30 mA RCBO");
    expect(workIn(grouped(), "reuse-circuit")).not.toContain("30 mA RCBO");
  });
});

describe("the network at the charger's wall", () => {
  const run = { segments: [{ method: "clipped", length: { value: 8, unit: "m" as const } }] };
  const check = (charger: CaseDocument["charger"]) =>
    wayIn(
      knownUkHome({ run, charger: { ...knownUkHome().charger, ...charger } }),
      "dedicated-circuit",
    ).circuit?.checks.find(({ id }) => id === "reception");
  it("is asked for where the customer wants the charger's data, and is advice", () => {
    expect(check({})).toBeUndefined();
    expect(check({ wishes: ["data"] })).toMatchObject({ passes: null, advice: true });
    expect(check({ reception: "good" })?.passes).toBe(true);
    expect(check({ reception: "weak" })).toMatchObject({ passes: false, numbers: "weak reception", advice: true });
    expect(check({ reception: "none" })?.numbers).toBe("no reception");
  });
});
