/** Questions to the person on site and their answers in a case. */
import { describe, expect, it } from "vitest";
import { answerInWords, answerPatch, answerTo, askedOnSite, holdsByAnswer } from "./confirmations.ts";
import { applyPatch } from "./patch.ts";
import type { CaseDocument, Confirmation } from "./types.ts";

type Answered = Pick<CaseDocument, "confirmations">;
const cavity = askedOnSite("circuit.cavity: Through a cavity", "Through a cavity", "part 1");
const fence = askedOnSite("circuit.fence: Fixed to a fence", "Fixed to a fence", "part 2");
const answered = (to: Answered, asked: typeof cavity, answer: Parameters<typeof answerPatch>[2]): Answered =>
  applyPatch(to, answerPatch(to, asked, answer));

describe("an answer", () => {
  it("is added, changed in its place, and taken away", () => {
    const one = answered({}, cavity, { answer: "yes", by: "Wren" });
    expect(one.confirmations).toEqual([{ what: cavity.what, basis: "part 1", answer: "yes", by: "Wren" }]);
    const two = answered(one, fence, { answer: "refused" });
    expect(two.confirmations?.map(({ what }) => what)).toEqual([cavity.what, fence.what]);
    const changed = answered(two, cavity, { answer: "no" });
    expect(changed.confirmations?.map(({ answer }) => answer)).toEqual(["no", "refused"]);
    expect(answered(changed, cavity, null).confirmations?.map(({ what }) => what)).toEqual([fence.what]);
    expect(answerPatch({}, cavity, null)).toEqual([]);
  });
  it("that two people gave at once is one answer: the later one, and the next edit leaves one of them", () => {
    const given = (answer: Confirmation["answer"]): Confirmation => ({ what: cavity.what, basis: "part 1", answer });
    const twice: Answered = { confirmations: [given("yes"), { what: fence.what, answer: "yes" }, given("no")] };
    expect(answerTo(cavity, twice)?.answer).toBe("no");
    expect(answered(twice, cavity, { answer: "yes" }).confirmations).toEqual([
      { what: fence.what, answer: "yes" },
      given("yes"),
    ]);
  });
  it("does not count once what it rests on has changed", () => {
    const given = answered({}, cavity, { answer: "yes" });
    expect(holdsByAnswer(answerTo(cavity, given))).toBe(true);
    expect(answerTo({ ...cavity, basis: "part 3" }, given)).toMatchObject({ answer: "yes", isStale: true });
    expect(holdsByAnswer(answerTo({ ...cavity, basis: "part 3" }, given))).toBeNull();
    expect(answerTo(fence, given)).toBeUndefined();
  });
  it.each([
    ["yes", true],
    ["no", false],
    ["refused", null],
    ["by-test", null],
  ] as const)("%s says that it holds: %s", (answer, holds) => {
    expect(holdsByAnswer({ what: "", answer, isStale: false })).toBe(holds);
  });
  it("stands in one line, and fits the case however long its question is", () => {
    const given: Confirmation = { what: "", answer: "by-test", by: "Wren", on: "2026-12-01", words: "at the rod" };
    expect(answerInWords(given, (day) => `on ${day}`)).toBe("to be proved by test, Wren, on 2026-12-01, at the rod");
    expect(answerInWords({ what: "", answer: "refused" }, (day) => day)).toBe("refused");
    const long = askedOnSite("w".repeat(500), "label", "b".repeat(2000));
    expect([long.what.length, long.basis.length]).toEqual([200, 1000]);
  });
});
