import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { differencesInWords } from "./differences.ts";

const home = knownUsHome();
const WAY = "dedicated-circuit";
const decision = (way: NonNullable<CaseDocument["decision"]>["way"]) =>
  ({ way, chargeA: 32, verdict: "ready", meetsNeed: true, why: "fits", by: "Mara", on: "2026-12-01" }) as const;
const differs = (after: Partial<CaseDocument>, before: CaseDocument = home, followsStage = false) =>
  differencesInWords(before, { ...before, ...after }, { way: WAY, followsStage });

describe("the differences of a case from an earlier one", () => {
  it("are its changes in words, each once", () => {
    expect(differs({})).toEqual([]);
    expect(differs({ supply: { ...home.supply, ratingA: 125 } })).toEqual(["Service rating is 125 A"]);
    const [first, ...others] = home.loads;
    expect(differs({ loads: others })).toHaveLength(1);
    expect(first).toBeDefined();
  });
  it("count a move to another stage only where the paper follows it", () => {
    const progress = { stage: "done", waits: [{ id: "w", for: "customer", since: "2026-12-01" }] } as const;
    expect(differs({ progress: { ...progress, waits: [...progress.waits] } })).toEqual([]);
    expect(differs({ progress: { stage: "done" } }, home, true)).toEqual(["The stage is Done, before it was Survey"]);
  });
  it("count a decision only where it is for another way than the paper's", () => {
    expect(differs({ decision: decision(WAY), prices: { version: 4 } })).toEqual([]);
    expect(differs({ decision: decision("panel-change") })).toEqual(['Decided for "Panel change", because "fits"']);
    const before = { ...home, decision: decision(WAY) };
    expect(differs({ decision: null }, before)).toEqual(["The decision was withdrawn"]);
  });
  it("do not count the customer's acceptance", () => {
    const before = { ...home, quote: { options: [{ id: "a", way: WAY }] } } as CaseDocument;
    const accepted = { option: "a", version: 1, name: "June", on: "2026-12-02" };
    expect(differs({ quote: { ...before.quote, accepted } }, before)).toEqual([]);
    expect(differs({ quote: { ...before.quote, validDays: 10 } }, before)).toHaveLength(1);
  });
});
