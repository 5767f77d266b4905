/** The questions of a job to the person on site, from every step, with their answers. */
import { describe, expect, it } from "vitest";
import { answerPatch } from "#core/case/document/confirmations.ts";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, Confirmation } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { onPanel, wayIn, workIn } from "#core/testing/ways.ts";
import { answersToNothing, isOpen, type Question, questionsOf } from "./questions.ts";

const home = (changes: Partial<CaseDocument> = {}): CaseDocument =>
  onPanel(
    knownUkHome({
      run: { segments: [{ method: "clipped", length: { value: 8, unit: "m" }, through: { cavityWalls: 1 } }] },
      place: { unit: "m", charger: { at: [0, 0], height: 1 } },
      ...changes,
    }),
    { surgeProtection: false },
  );
const questions = (document: CaseDocument): Question[] => questionsOf(document, assess(document));
const question = (document: CaseDocument, label: RegExp): Question => {
  const found = questions(document).find(({ asked }) => label.test(asked.label));
  if (!found) throw new Error(`nothing is asked like ${label}`);
  return found;
};
const answered = (document: CaseDocument, label: RegExp, answer: Confirmation["answer"]): CaseDocument =>
  applyPatch(document, answerPatch(document, question(document, label).asked, { answer, by: "Wren" }));

describe("the questions of a job", () => {
  it("come from the survey, the wall, the circuit and the work, each once", () => {
    const all = questions(home());
    expect(new Set(all.map(({ step, section }) => `${step} ${section}`))).toEqual(
      new Set(["survey findings", "circuit place", "circuit checks", "ways compared"]),
    );
    expect(new Set(all.map(({ asked }) => asked.what)).size).toBe(all.length);
    expect(all.every(isOpen)).toBe(true);
  });
  it("are answered where they stand, and asked again when what they rest on changes", () => {
    const probed = answered(home(), /thickness of the wall/, "yes");
    expect(question(probed, /thickness of the wall/).answer).toMatchObject({ answer: "yes", isStale: false });
    const place = { ...probed.place, unit: "m" as const, hole: { thickness: 0.4, outside: 0.3, inside: 0.4 } };
    expect(isOpen(question({ ...probed, place }, /thickness of the wall/))).toBe(true);
    const other = answered(home(), /^Through a cavity$/, "by-test");
    expect(isOpen(question(other, /^Through a cavity$/))).toBe(false);
  });
  it("keep an answer whose question has gone, until it is taken away", () => {
    const given = answered(home(), /^Through a cavity$/, "yes");
    const without = { ...given, run: { segments: [{ method: "clipped", length: { value: 8, unit: "m" as const } }] } };
    expect(answersToNothing(without, questions(without)).map(({ answer }) => answer)).toEqual(["yes"]);
    expect(answersToNothing(given, questions(given))).toEqual([]);
  });
  it("are none where there is nothing to see to", () => {
    expect(questions(knownUkHome({ charger: null, loads: [] })).filter(({ step }) => step === "circuit")).toEqual([]);
  });
});

describe("surge protection that is offered", () => {
  const OFFER = /Offer surge protection/;
  const surge = (document: CaseDocument) =>
    wayIn(document, "dedicated-circuit").circuit?.checks.find(({ id }) => id === "surge");

  it("waits for the owner's answer", () => {
    expect(surge(home())).toMatchObject({ passes: null, numbers: "the board has none: offer it" });
  });
  it("and refused is recorded: nothing is fitted, nothing is asked any more", () => {
    const refused = answered(home(), OFFER, "refused");
    expect(surge(refused)).toMatchObject({ passes: true, numbers: "the board has none; the owner refused the offer" });
    expect(workIn(refused, "dedicated-circuit")).not.toContain("surge");
    expect(assess(refused).findings.find(({ code }) => code === "surge-protection-missing")?.answer).toMatchObject({
      answer: "refused",
    });
  });
  it("and wanted is work with a price, in an enclosure beside the board where it goes there", () => {
    const wanted = answered(home(), OFFER, "yes");
    expect(workIn(wanted, "dedicated-circuit")).toContain("Fit a surge protective device to the consumer unit");
    const price = (document: CaseDocument) => wayIn(document, "dedicated-circuit").cost.typical;
    expect(price(wanted)).toBeGreaterThan(price(home()));
    const beside = onPanel(wanted, { surgePlace: "beside" });
    expect(price(beside)).toBeGreaterThan(price(wanted));
    expect(workIn(beside, "dedicated-circuit")).toContain("in an enclosure beside it");
  });
  it("and wanted is no reason against being ready: nothing needs it", () => {
    const plain = home({ run: undefined, place: undefined });
    expect(wayIn(plain, "dedicated-circuit").verdict).toBe("ready");
    const wanted = answered(plain, OFFER, "yes");
    expect(wayIn(wanted, "dedicated-circuit").verdict).toBe("ready");
    expect(workIn(wanted, "dedicated-circuit")).toContain("Fit a surge protective device");
  });
});

describe("open checks of a circuit", () => {
  const own = (document: CaseDocument) => wayIn(document, "dedicated-circuit");
  it("are seen to before the way is ready, and answered they are no work", () => {
    expect(own(home())).toMatchObject({ verdict: "with-work", onlyConfirm: true });
    expect(workIn(home(), "dedicated-circuit")).toContain(
      "See to it on site, and answer the checks of the circuit: surge protection, fixings that survive a fire and through a cavity",
    );
    const seen = [/^Through a cavity$/, /^Fixings/].reduce(
      (at, label) => answered(at, label, "yes"),
      answered(home(), /Offer surge/, "refused"),
    );
    expect(own(seen)).toMatchObject({ verdict: "ready", onlyConfirm: false });
  });
  it("stay open while they are to be proved by test, and are work where the answer is no", () => {
    expect(own(answered(home(), /^Through a cavity$/, "by-test")).onlyConfirm).toBe(true);
    const not = answered(home(), /^Through a cavity$/, "no");
    expect(own(not)).toMatchObject({ verdict: "with-work", onlyConfirm: false });
  });
});
