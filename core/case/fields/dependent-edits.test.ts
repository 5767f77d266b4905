/** The main device is entered with the rating that was read off it. */
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { onPanel } from "#core/testing/ways.ts";
import { sameReading } from "./same-reading.ts";

const entered = (home: CaseDocument, ratingA: number | null, isReadOffMain = true): CaseDocument =>
  applyPatch(home, [
    ...setValue(home, "/supply/ratingA", ratingA),
    ...sameReading(home, "/supply/ratingA", ratingA, isReadOffMain),
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
  it("follows no other field", () => {
    expect(sameReading(bare, "/supply/zeOhm", 0.3, true)).toEqual([]);
  });
});
