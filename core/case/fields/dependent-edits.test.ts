/** Edits that follow from another one. */
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { onPanel } from "#core/testing/ways.ts";
import { dependentEdits } from "./dependent-edits.ts";

const entered = (home: CaseDocument, ratingA: number | null, isReadOffMain = true): CaseDocument =>
  applyPatch(home, [
    ...setValue(home, "/supply/ratingA", ratingA),
    ...dependentEdits(home, "/supply/ratingA", ratingA, isReadOffMain),
  ]);
const mainOf = (home: CaseDocument) => home.panels[0]?.mainA ?? null;
const bare = newCase("us-nec-2023", "A home");

describe("the main of the only panel on a service", () => {
  it("is entered with the service rating, digit by digit, and goes with it", () => {
    const typed = [2, 20, 200].reduce((home, a) => entered(home, a), bare);
    expect(mainOf(typed)).toBe(200);
    expect(mainOf(entered(typed, null))).toBeNull();
  });
  it("stays as it was where it was read by itself", () => {
    expect(mainOf(entered(onPanel(bare, { mainA: 100 }), 200))).toBe(100);
  });
  it("is not entered where rules read the rating elsewhere, on lugs, or beside a second panel", () => {
    expect(mainOf(entered(bare, 200, false))).toBeNull();
    expect(mainOf(entered(onPanel(bare, { mainKind: "lugs" }), 200))).toBeNull();
    const [main] = bare.panels;
    const two = main ? { ...bare, panels: [main, { ...main, id: "second" }] } : bare;
    expect(mainOf(entered(two, 200))).toBeNull();
  });
  it("follows no field but the rating", () => {
    expect(dependentEdits(bare, "/supply/zeOhm", 0.3, true)).toEqual([]);
  });
});

describe("the measured earth of a supply", () => {
  const uk = newCase("uk-bs7671-2018-a2", "A home");
  const measured: CaseDocument = { ...uk, supply: { ...uk.supply, earthing: "tn-c-s", zeOhm: 0.35 } };
  const onto = (home: CaseDocument, earthing: string | undefined) =>
    applyPatch(home, dependentEdits(home, "/supply/earthing", earthing, false)).supply.zeOhm;
  it("is removed where the earthing changes to or from TT", () => {
    expect(onto(measured, "tt")).toBeUndefined();
    expect(onto({ ...measured, supply: { ...measured.supply, earthing: "tt", zeOhm: 90 } }, "tn-s")).toBeUndefined();
  });
  it("stays where the supply has the earth", () => {
    expect(onto(measured, "tn-s")).toBe(0.35);
    expect(onto(measured, undefined)).toBe(0.35);
  });
});
