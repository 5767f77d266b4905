import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess, largestUnmanaged } from "#core/testing/assess.ts";
import { US_LOADS, ukCase, usCase } from "#core/testing/cases.ts";
import { withMeasuredYear } from "./measured-year.ts";
import { secondOpinion } from "./second-opinion.ts";
import { measuredMaximumThatFits, smallerCharger, whatWouldChange } from "./sensitivity.ts";
import { sideBySide } from "./side-by-side.ts";

describe("methods side by side", () => {
  it("share rows, and each column adds up to its method's demand", () => {
    const heated = usCase({
      loads: [
        ...US_LOADS,
        { id: "heat", kind: "space-heating", va: 3000, controlled: 2 },
        { id: "d2", kind: "dryer", va: 4000 },
      ],
    });
    for (const document of [usCase(), heated, ukCase()]) {
      const { calculations } = assess(document);
      const { methods, rows } = sideBySide(calculations);
      methods.forEach((method, column) => {
        const sum = rows.reduce((t, r) => t + (r.cells[column]?.countedVA ?? 0), 0);
        expect(sum).toBeCloseTo(calculations.find((c) => c.method === method)?.demandVA ?? 0, 6);
      });
    }
  });
  it("show what is left out, and by which rule", () => {
    const heated = usCase({ loads: [...US_LOADS, { id: "heat", kind: "central-heat", label: "Furnace", va: 15_000 }] });
    const { rows, methods } = sideBySide(assess(heated).calculations);
    const ac = rows.find((r) => r.label === "Air conditioning");
    expect(ac?.cells[methods.indexOf("nec-220.82")]).toMatchObject({ leftOut: true, countedVA: 0 });
  });
});

describe("a second opinion", () => {
  const ask = (document: CaseDocument, va: number, chargerA = 0) =>
    secondOpinion(document, assess(document).governing, 100, va, chargerA);
  const heated = usCase({ loads: [...US_LOADS, { id: "heat", kind: "central-heat", va: 15_000 }] });
  const general = 36_710;

  it.each([
    ["Everything was added up at 100 %", usCase(), general, 0],
    ["10 kVA instead of 8 kVA", usCase(), 10_000 + 0.4 * (general - 10_000), 0],
    ["small-appliance circuits were forgotten", usCase(), 19_484 - 1200, 0],
    ["laundry circuit was forgotten", usCase(), 19_484 - 600, 0],
    ["General lighting", usCase(), 19_484 - 0.4 * 5550, 0],
    ["standard method was used", usCase(), 31_967.5, 0],
    ["among the other loads, at 40 %", usCase(), 19_484 + 0.4 * 7680, 32],
    ["in the total already, on top", usCase(), 19_484 + 9600, 32],
    ["both counted", heated, 8000 + 0.4 * (general + 15_000 - 8000), 0],
    ["No diversity was allowed for the cooker", ukCase(), 128.287 * 230 + 10_500 - 25.6957 * 230, 0],
  ] as [string, CaseDocument, number, number][])("finds: %s", (text, document, va, chargerA) => {
    expect(
      ask(document, va, chargerA)
        .explains.map((s) => s.text)
        .join(" | "),
    ).toContain(text);
  });
  it("agrees where the totals agree", () => {
    expect(ask(usCase(), 19_484)).toMatchObject({ agrees: true, explains: [] });
  });
  it("says so where no usual mistake gives the total", () => {
    expect(ask(usCase(), 25_111).text).toMatch(/No single usual mistake/);
  });
  it("finds the range at its nameplate in the standard method", () => {
    const standard = usCase({ options: { loadMethod: "nec-standard" } });
    const own = assess(standard).calculations.find((c) => c.method === "nec-standard")?.demandVA ?? 0;
    expect(ask(standard, own + 1600).explains.map((s) => s.text)).toContainEqual(
      expect.stringMatching(/at its nameplate/),
    );
  });
});

describe("changes that would alter the answer", () => {
  it("is computed, with the largest gain first", () => {
    const a = assess(usCase());
    const governing = a.calculations.find((c) => c.method === a.governing);
    const changes = governing ? whatWouldChange(usCase(), governing, 100) : [];
    expect(changes.map((c) => c.text)).toEqual([
      "A 125 A supply",
      "A gas range",
      "A gas dryer",
      "A heat-pump water heater",
    ]);
    expect(changes[2]?.wonA).toBeCloseTo((0.4 * 4500) / 240, 6);
    expect(changes[3]).toMatchObject({ wonA: 0, note: expect.stringMatching(/elements keep their nameplate/) });
    expect(changes[1]?.headroomA).toBeCloseTo(100 - (19_484 - 0.4 * 9400) / 240, 6);
  });
});

describe("the further single changes", () => {
  it("say what a smaller setting saves, counted as the job counts it", () => {
    expect(smallerCharger(usCase())).toEqual({ fromA: 48, toA: 24, savedA: 30 });
    // 48 x 240 = 11,520 VA, less the least 7200 VA of 625.42 that 24 A counts as: 18 A.
    expect(smallerCharger(usCase({ options: { evTreatment: "outside-100" } }))?.savedA).toBe(18);
    expect(smallerCharger(ukCase())).toEqual({ fromA: 32, toA: 16, savedA: 16 });
    expect(smallerCharger(usCase({ charger: { maxA: 12 } }))).toBeNull();
    expect(smallerCharger(usCase({ charger: { maxA: 24 } }))).toMatchObject({ fromA: 24, toA: 12 });
  });
  it("find the measured maximum that would still carry the charger: (100 - 60) / 1.25 = 32 A", () => {
    const document = usCase();
    const calculation = assess(document).calculations.find((c) => c.applies);
    expect(calculation && measuredMaximumThatFits(document, calculation, 100)).toBeCloseTo(32, 1);
  });
  it("ask for no measurement where one governs, or where none could help", () => {
    const measured = { source: "utility-year" as const, days: 365, max: { value: 20, unit: "A" as const } };
    const document = usCase({ measured });
    const governs = assess(document).calculations.find((c) => c.method === "nec-220.87");
    expect(governs && measuredMaximumThatFits(document, governs, 100)).toBeNull();
    const calculation = assess(usCase()).calculations.find((c) => c.applies);
    expect(calculation && measuredMaximumThatFits(usCase(), calculation, 50)).toBeNull();
    // (61 - 60) / 1.25 = 0.8 A: little, but some.
    expect(calculation && measuredMaximumThatFits(usCase(), calculation, 61)).toBeCloseTo(0.8, 6);
  });
  it("take a measured year of 365 days and of one ampere at least", () => {
    const of = (maximumA: number) => withMeasuredYear(usCase(), codebookOf("us-nec-2023"), maximumA).measured;
    expect(of(40.4)).toMatchObject({ days: 365, heatingSeason: true, max: { value: 40, unit: "A" } });
    expect(of(0)?.max).toEqual({ value: 1, unit: "A" });
  });
});

it("the largest unmanaged current is given for each treatment of the charger", () => {
  const at = (document: CaseDocument) =>
    largestUnmanaged(document, assess(document)).map((l) => [l.treatment, l.chargeA]);
  expect(at(usCase({ rules: "us-nec-2020" }))).toEqual([
    ["outside-125", 12],
    ["outside-100", 16],
    ["inside", 40],
  ]);
  expect(at(ukCase())).toEqual([]);
});

describe("three phases", () => {
  const three = (loads: CaseDocument["loads"]) =>
    assess(ukCase({ supply: { system: "three-phase-230-400", ratingA: 60, earthing: "tn-s" }, loads }));
  const shower = (id: string, phase?: 1 | 2 | 3) => ({
    id,
    kind: "shower" as const,
    va: 6900,
    ...(phase && { phase }),
  });
  it("are spread where the phase is not recorded, with an assumption", () => {
    const assessed = three([shower("a"), shower("b"), shower("c")]);
    expect(assessed.headroomA).toBeCloseTo(30, 1);
    expect(assessed.assumptions.join()).toMatch(/3 loads without a recorded phase/);
  });
  it("are on their recorded phases, and the worst phase governs", () => {
    const assessed = three([shower("a", 2), shower("b", 2), shower("c")]);
    expect(assessed.headroomA).toBeCloseTo(0, 1);
    expect(assessed.assumptions.join()).toMatch(/worst one, L2/);
  });
});
