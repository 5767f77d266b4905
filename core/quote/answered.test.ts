import { describe, expect, it } from "vitest";
import { assess } from "#core/assess.ts";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import type { LinkAnswer, LinkKind } from "#core/firm/customer-link.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { answerPatch, firmWaitPatch } from "./answered.ts";
import {
  addOptionPatch,
  earlierOptionPatch,
  suggestPatch,
  withoutAcceptancePatch,
  withoutOptionPatch,
} from "./edits.ts";

const ON = "2026-12-05";
const home: CaseDocument = {
  ...knownUsHome(),
  quote: {
    options: [
      { id: "a", way: "dedicated-circuit" },
      { id: "b", way: "service-upgrade" },
    ],
  },
  progress: { stage: "quoted" },
};
function answered(answer: LinkAnswer, kind: LinkKind = "quote", document = home): CaseDocument {
  const assessment = assess(document, DEMO_BOOKS.USD);
  const patch = answerPatch({ document, assessment, kind, answer, version: 3, pricesVersion: 2, waitId: "w" });
  return applyPatch(document, patch);
}
const said = { name: "June Sparrow", on: ON, signature: "data:image/png;base64,AA==" };

describe("an accepted option", () => {
  it("decides the way, keeps the prices, and moves the job to accepted", () => {
    const after = answered({ kind: "accepted", option: "b", ...said });
    expect(after.quote?.accepted).toEqual({ option: "b", version: 3, name: "June Sparrow", on: ON });
    expect(after.decision).toMatchObject({
      way: "service-upgrade",
      by: "June Sparrow",
      why: "The customer accepted it",
    });
    expect(after.prices).toEqual({ version: 2 });
    expect(after.progress).toMatchObject({
      stage: "accepted",
      moves: [{ from: "quoted", by: "June Sparrow", on: ON }],
    });
  });
  it("starts the circuit at the panel that was offered", () => {
    const options = [{ id: "a", way: "dedicated-circuit" as const, panel: "garage" }];
    const after = answered({ kind: "accepted", option: "a", ...said }, "quote", { ...home, quote: { options } });
    expect(after.charger?.panel).toBe("garage");
  });
  it("can be taken back: the job waits for the customer again, unless the work has gone on", () => {
    const accepted = answered({ kind: "accepted", option: "a", ...said });
    const back = applyPatch(accepted, withoutAcceptancePatch(accepted, "Mara", ON));
    expect(back.quote?.accepted).toBeUndefined();
    expect(back.progress?.stage).toBe("quoted");
    expect(back.progress?.moves?.at(-1)).toMatchObject({ why: "the acceptance was taken back", by: "Mara" });
    const later: CaseDocument = { ...accepted, progress: { stage: "installing" } };
    expect(applyPatch(later, withoutAcceptancePatch(later, "Mara", ON)).progress?.stage).toBe("installing");
  });
  it("leaves a decision for the same way, and a job that is further on, as they are", () => {
    const decided = answered({ kind: "accepted", option: "a", ...said });
    const later: CaseDocument = { ...decided, progress: { stage: "scheduled" } };
    const again = answered({ kind: "accepted", option: "a", ...said, name: "Other" }, "quote", later);
    expect(again.decision).toEqual(decided.decision);
    expect(again.progress?.stage).toBe("scheduled");
  });
});

describe("other answers", () => {
  it("a declined quote ends the job with the reason", () => {
    const after = answered({ kind: "declined", why: "too dear", name: "June", on: ON });
    expect(after.progress).toMatchObject({ stage: "lost", moves: [{ why: "too dear", by: "June" }] });
  });
  it("an owner agrees, or refuses with a reason that the firm has to see to", () => {
    const agreed = answered({ kind: "agreed", condition: "", ...said }, "owner");
    expect(agreed.enquiry?.permissions?.owner).toBe("given");
    expect(agreed.progress?.waits).toBeUndefined();
    const refused = answered({ kind: "refused", why: "no holes", ...said }, "owner");
    expect(refused.enquiry?.permissions?.owner).toBe("refused");
    expect(refused.progress?.waits).toMatchObject([{ id: "w", for: "firm", what: "Refused: no holes", askOn: ON }]);
  });
  it("an association's condition waits for the firm", () => {
    const after = answered({ kind: "agreed", condition: "white cable", ...said }, "association");
    expect(after.enquiry?.permissions?.association).toBe("given");
    expect(after.progress?.waits).toMatchObject([{ what: "Condition: white cable" }]);
  });
  it("a long question is cut to a line", () => {
    const after = applyPatch(home, firmWaitPatch(home, "q", "x".repeat(2000), ON));
    expect(after.progress?.waits?.[0]?.what).toHaveLength(300);
  });
});

describe("the options of a quote", () => {
  const ids = (document: CaseDocument) => document.quote?.options?.map(({ id }) => id);
  it("are added at the end, moved up and taken away", () => {
    const added = applyPatch(home, addOptionPatch(home, { id: "c", way: "panel-change" }));
    expect(ids(added)).toEqual(["a", "b", "c"]);
    expect(ids(applyPatch(added, earlierOptionPatch(added, "c")))).toEqual(["a", "c", "b"]);
    expect(earlierOptionPatch(added, "a")).toEqual([]);
    expect(ids(applyPatch(added, withoutOptionPatch(added, "a")))).toEqual(["b", "c"]);
    expect(withoutOptionPatch(added, "x")).toEqual([]);
  });
  it("lose the suggestion with the option", () => {
    const suggested = applyPatch(home, suggestPatch(home, "b"));
    expect(suggested.quote?.suggested).toBe("b");
    expect(applyPatch(suggested, withoutOptionPatch(suggested, "a")).quote?.suggested).toBe("b");
    expect(applyPatch(suggested, withoutOptionPatch(suggested, "b")).quote?.suggested).toBeUndefined();
    expect(applyPatch(suggested, suggestPatch(suggested, "b")).quote?.suggested).toBeUndefined();
  });
});
