/** The answer on top of a job: its word, its one sentence, and what comes next. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, ukCase, usCase } from "#core/testing/cases.ts";
import { onPanel, onSupplyOf } from "#core/testing/ways.ts";
import { answerOf, answerWhy, pressingMessage } from "./answer.ts";
import { recommendedOtherwise, takenWay } from "./decision.ts";

const us = knownUsHome();
const said = (home: CaseDocument) => answerOf(assess(home));

describe("a home", () => {
  it("of which all is known and that carries the charger fits", () => {
    expect(said(us)).toEqual({
      state: "fits",
      verdict: "Fits",
      text: "As it stands: 118.8 A spare; a 48 A charger on its own 60 A circuit would meet the need",
      first: null,
      next: { step: "papers", text: "Check the ways and print the worksheet" },
    });
  });
  it("of which only something is not read fits once that is confirmed, and says what comes next", () => {
    expect(said(onSupplyOf(us, { conductor: null }))).toMatchObject({
      state: "once-confirmed",
      verdict: "Fits once confirmed",
      next: { step: "survey", text: "Confirm the size of the service conductors" },
    });
  });
  it("that needs work first fits with work", () => {
    expect(said(onPanel(us, { condition: "obsolete" }))).toMatchObject({
      state: "fits-with-work",
      verdict: "Fits with work",
    });
  });
  it("does not fit where no way gives enough, and says which part it gets", () => {
    const much = { ...us, need: { energyPerDayKWh: 200, pluggedIn: { from: "20:00", to: "06:00" } } };
    expect(said(much)).toMatchObject({ state: "does-not-fit", verdict: "Does not fit" });
    expect(said(much).text).toMatch(/would give part of the need$/);
  });
  it("for which no way is left says so", () => {
    const none = {
      ...us,
      need: {
        energyPerDayKWh: 9,
        pluggedIn: { from: "20:00", to: "06:00" },
        cheap: { from: "10:00", to: "11:00" },
        cheapOnly: true,
      },
    };
    expect(said(none).text).toBe("As it stands: 118.8 A spare; no way can be taken yet");
  });
  it("follows a person's decision, even if another way is recommended", () => {
    const way = "dynamic-load-management" as const;
    const decision = { way, chargeA: 48, verdict: "ready", meetsNeed: true } as const;
    const decided = { ...us, decision: { ...decision, why: "a heat pump comes", by: "Mara", on: "2026-11-29" } };
    const assessment = assess(decided);
    expect(assessment).toMatchObject({ taken: way, recommended: "dedicated-circuit" });
    expect(assessment.waterline).toEqual(takenWay(assessment)?.level);
    expect(recommendedOtherwise(assessment)?.way).toBe("dedicated-circuit");
    expect(answerOf(assessment)).toMatchObject({ state: "fits", verdict: "Fits" });
    expect(answerOf(assessment).text).toMatch(
      /^As decided: a managed charger held below 160 A would meet the need; 118.8 A spare today$/,
    );
  });
  it("asks for no value of a part that the decided way replaces", () => {
    const decided = (way: string) => ({
      way,
      chargeA: 48,
      verdict: "with-work",
      meetsNeed: true,
      why: "x",
      by: "Mara",
    });
    const missingWith = (way: string | null) => {
      const home = usCase(way ? ({ decision: { ...decided(way), on: "2026-11-29" } } as Partial<CaseDocument>) : {});
      return assess(home).missing.map(({ key }) => key);
    };
    expect(missingWith(null)).toEqual(["supply.conductor"]);
    expect(missingWith("dynamic-load-management")).toEqual(["supply.conductor"]);
    expect(missingWith("service-upgrade")).toEqual([]);
  });
  it("with a decision of null is undecided", () => {
    expect(assess({ ...us, decision: null }).decided).toBe(false);
    expect(said({ ...us, decision: null })).toEqual(said(us));
  });
  it("for which a way was decided that is ruled out since says so", () => {
    const decision = { way: "existing-outlet", chargeA: 16, verdict: "ready", meetsNeed: true } as const;
    const decided = { ...us, decision: { ...decision, why: "cheap", by: "Mara", on: "2026-11-29" } };
    expect(said(decided)).toMatchObject({ state: "does-not-fit" });
    expect(said(decided).text).toMatch(/ is ruled out now; 118.8 A spare today$/);
  });
  it("with a refused permission stops at the refusal", () => {
    const refused = { ...us, enquiry: { permissions: { owner: "refused" as const } } };
    expect(said(refused)).toEqual({
      state: "does-not-fit",
      verdict: "Does not fit",
      text: "The owner of the home has refused: nothing can be done as things stand",
      first: null,
      next: { step: "survey", text: "The owner of the home has refused" },
    });
  });
  it("of which something decisive is missing is open: what, in one sentence, and where", () => {
    const found = said(newCase("us-nec-2023", "1 Test Lane"));
    expect(found).toMatchObject({
      state: "open",
      verdict: "Open",
      text: "For a first answer, enter the service rating as read off the main breaker, the floor area of the dwelling and the loads of the home",
      next: { step: "survey", text: "Confirm the service rating as read off the main breaker" },
    });
    const { dwelling } = us;
    const area = said({ ...us, dwelling: { ...dwelling, floorArea: null } });
    expect(area.text).toBe("For a first answer, enter the floor area of the dwelling");
    const two = said({ ...onSupplyOf(us, { ratingA: null }), dwelling: { ...dwelling, floorArea: null } });
    expect(two.text).toMatch(/as read off the main breaker and the floor area of the dwelling$/);
    expect(two.next.step).toBe("survey");
  });
  it("over its supply by a calculation is measured first, and asked for the measurement at Demand", () => {
    const over = ukCase({ ...knownUkHome(), loads: ukCase().loads, panels: ukCase().panels });
    expect(said(over)).toMatchObject({
      state: "fits-with-work",
      text: "Measure first: 28.3 A over already by calculation; after that a managed charger held below 99 A would meet the need",
      next: { step: "demand", text: "Enter a valid measurement of the demand" },
    });
  });
  it("with a fault that stops the job has that first", () => {
    expect(said(onSupplyOf(knownUkHome(), { looped: true })).next).toEqual({
      step: "survey",
      text: "The neighbour is fed through this cut-out: no charger until the operator has separated it",
    });
    expect(said(usCase()).next).toEqual({ step: "survey", text: "Confirm the size of the service conductors" });
  });
});

describe("an assessment", () => {
  it("says of the rating where it comes from, or that it is only taken", () => {
    const { explain, assumptions } = assess(onSupplyOf(us, { ratingA: null }));
    expect(explain.ratingA).toMatchObject({
      figure: "Service rating",
      value: "200 A",
      formula: "not read yet: the smaller known figure is assumed",
      assumes: ["Service rating unknown: 200 A is assumed"],
      changes: ["A reading on site", "A larger supply from the utility"],
    });
    expect(assumptions).toContain("Service rating unknown: 200 A is assumed");
    expect(assess(us).explain.ratingA).toMatchObject({ formula: "as read off the main breaker", assumes: [] });
  });
  it("says why its method governs, and what the others come to", () => {
    expect(assess(us).explain.governing).toMatchObject({
      figure: "Governing method",
      value: "Optional method, existing dwelling",
      numbers: "Optional method, existing dwelling governs: the dwelling exists and load is being added to it",
      changes: [
        "Measured demand: No measured demand has been entered",
        "Optional method, dwelling unit: 100.6 A",
        "Standard method: 133.2 A",
      ],
    });
    const forced = assess({ ...us, options: { loadMethod: "nec-standard" } });
    expect(forced.governingBecause).toBe("it was chosen for this job");
    expect(forced.governing).toBe("nec-standard");
    expect(assess({ ...us, options: { loadMethod: "nec-220.87" } }).governingBecause).toBe(
      "the dwelling exists and load is being added to it",
    );
  });
  it("uses the usual charger by default, and sorts its settings", () => {
    const taken = (charger: CaseDocument["charger"]) =>
      assess({ ...us, charger }).ways.find((w) => w.way === "dedicated-circuit")?.chargeA;
    expect(taken(null)).toBe(48);
    expect(taken({ settableA: [40, 16, 24] })).toBe(40);
    expect(taken({ settableA: [] })).toBe(48);
    expect(taken({ maxA: 20 })).toBe(20);
    expect(taken({ maxA: 18 })).toBe(16);
  });
});

describe("the most urgent message beside the answer", () => {
  it("is what stops, before what is to be confirmed", () => {
    const unsafe = assess(onPanel(us, { condition: "unsafe", busA: null }));
    expect(pressingMessage(unsafe)).toMatchObject({
      kind: "stop",
      text: expect.stringMatching(/^Stop: The main panel is unsafe/),
    });
  });
  it("names three values to confirm, and counts the others", () => {
    const unread = assess(newCase("us-nec-2023", "1 Test Lane"));
    const most = pressingMessage(unread);
    expect(most?.kind).toBe("after");
    expect(most?.confirm?.values.map((v) => v.key)).toEqual(
      unread.missing
        .filter((m) => !m.decisive)
        .slice(0, 3)
        .map((m) => m.key),
    );
    const later = unread.missing.filter((m) => !m.decisive);
    expect(most?.more).toBe(later.length - 3);
    expect(most?.text).toMatch(/^After that: [^,]*, [^,]* and [^,]*$/);
    // The answer already names the decisive values.
    expect(most?.text).not.toContain("service rating as read");
    const { sources: _, ...survey } = us.survey ?? {};
    const two = assess(onPanel({ ...us, survey }, { busA: null, condition: undefined }));
    expect(pressingMessage(two)?.text).toMatch(/^Confirm first: the bus rating of the main panel and the condition/);
  });
  it("is an assumption where nothing is missing, and absent where all is known", () => {
    const assumed = { ...us, survey: { ...us.survey, sources: { "supply.meterPlace": "assumed" as const } } };
    const hall = onSupplyOf(assumed, { meterPlace: "hall" });
    expect(pressingMessage(assess(hall))).toEqual({
      kind: "assumed",
      confirm: null,
      text: "Only assumed: Meter place hall. Confirm on site",
      more: 0,
    });
    expect(pressingMessage(assess(us))).toBeNull();
  });
  it("is in the why sheet with all other messages", () => {
    const unread = assess(newCase("us-nec-2023", "1 Test Lane"));
    const { value, changes } = answerWhy(unread, answerOf(unread));
    expect(value).toBe("Open");
    expect(changes).toHaveLength(unread.missing.length);
    expect(changes[0]).toBe("Confirm the service rating as read off the main breaker");
    expect(answerWhy(assess(us), answerOf(assess(us)))).toMatchObject({ assumes: [], changes: [] });
  });
});
