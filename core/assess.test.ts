import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { answerOf } from "#core/decide/answer.ts";
import { newCase } from "#core/laws/new-case.ts";
import { assess } from "#core/testing/assess.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { lengthFt, lengthM, showA, showNumber, showVA } from "./units.ts";
import { commonScaleA, describeWaterline, overflowA } from "./waterline.ts";

const findings = (document: CaseDocument) => assess(document).findings.map((f) => f.code);

describe("the answer", () => {
  it("says what is spare and which way would do", () => {
    expect(answerOf(assess(usCase())).text).toBe(
      "As it stands: 18.8 A spare; a managed charger held below 80 A would meet the need",
    );
  });
  it("is open while something decisive is missing, and says what and where", () => {
    const found = answerOf(assess(newCase("us-nec-2023", "1 Test Lane")));
    expect(found).toMatchObject({ state: "open", verdict: "Open", next: { step: "survey" } });
    expect(found.text).toMatch(/service rating/);
  });
  it("never says that a job fits where a finding stops it", () => {
    const found = answerOf(assess(ukCase({ supply: { system: "single-phase-230", ratingA: 100, looped: true } })));
    expect(found.state).not.toBe("fits");
  });
});

describe("findings", () => {
  it.each([
    ["rating-unknown", usCase({ supply: { system: "split-phase-120-240", ratingA: null } })],
    ["service-below-minimum", usCase({ supply: { system: "split-phase-120-240", ratingA: 60 } })],
    [
      "emergency-disconnect-missing",
      usCase({ supply: { system: "split-phase-120-240", ratingA: 100, emergencyDisconnect: false } }),
    ],
    ["outlet-ungrounded", usCase({ outlets: [{ id: "o", type: "10-50" }] })],
    ["panel-full", usCase({ panels: [{ id: "main", spaces: 1 }] })],
    ["panel-obsolete", usCase({ panels: [{ id: "main", spaces: 8, condition: "obsolete" }] })],
    ["panel-unsafe", usCase({ panels: [{ id: "main", spaces: 8, condition: "unsafe" }] })],
    ["already-overloaded", ukCase()],
    ["looped-supply", ukCase({ supply: { system: "single-phase-230", ratingA: 80, looped: true } })],
    [
      "tails-undersized",
      ukCase({ supply: { system: "single-phase-230", ratingA: 100, conductor: { size: "16 mm2" } } }),
    ],
    [
      "lost-pen-unprotected",
      ukCase({
        supply: { system: "single-phase-230", ratingA: 80, earthing: "tn-c-s" },
        charger: { lostPenDetection: false },
      }),
    ],
    ["dc-protection-missing", ukCase({ charger: { dcDetection: false } })],
    ["surge-protection-missing", ukCase({ panels: [{ id: "main", surgeProtection: false }] })],
    ["enclosure-combustible", ukCase({ panels: [{ id: "main", enclosure: "plastic" }] })],
    ["rcd-type-ac", ukCase({ panels: [{ id: "main", circuits: [{ id: "c", rcd: "AC" }] }] })],
  ] as [string, CaseDocument][])("%s", (code, document) => {
    expect(findings(document)).toContain(code);
  });
  it("finds nothing wrong with a sound home", () => {
    expect(findings(usCase())).toEqual([]);
  });
  it("takes an unknown rating at the smallest still met (UK 60 A)", () => {
    expect(assess(ukCase({ supply: { system: "single-phase-230", ratingA: null } })).supply.ratingA).toBe(60);
  });
});

describe("every figure answers why", () => {
  it("with formula, numbers and rule, for each line, way and total", () => {
    for (const document of [usCase(), ukCase()]) {
      const a = assess(document);
      const whys = [
        ...Object.values(a.explain),
        ...a.ways.map((w) => w.explain),
        ...a.calculations.flatMap((c) => [...Object.values(c.explain), ...c.lines.map((l) => l.why)]),
      ];
      for (const why of whys)
        for (const part of [why.figure, why.value, why.formula, why.numbers, why.rule]) expect(part).not.toBe("");
    }
  });
  it("down to the tier that a load lies in", () => {
    const line = assess(usCase()).calculations.find((c) => c.method === "nec-220.83")?.lines[1];
    expect(line?.why.formula).toMatch(/40 % because it lies above the first 8,000 VA/);
  });
});

describe("need", () => {
  it("adds up the cars, with charging losses", () => {
    const cars = [
      { distancePerDay: { value: 30, unit: "mi" as const }, consumption: { value: 0.3, unit: "kWh/mi" as const } },
    ];
    expect(assess(usCase({ need: { cars: [...cars, ...cars] } })).need.energyPerDayKWh).toBeCloseTo(20, 6);
  });
  it("counts the hours over midnight, and only the cheap ones where the owner wants that", () => {
    const need = {
      energyPerDayKWh: 10,
      pluggedIn: { from: "19:00", to: "07:00" },
      cheap: { from: "00:30", to: "04:30" },
    };
    expect(assess(ukCase({ need })).need.hoursPerNight).toBe(12);
    expect(assess(ukCase({ need: { ...need, cheapOnly: true } })).need.hoursPerNight).toBe(4);
  });
});

describe("waterline", () => {
  const level = { ratingA: 100, demandA: 81.2, chargingA: 30, limitA: null };
  it("runs over the edge by what is too much, and says so in words", () => {
    expect(overflowA(level)).toBeCloseTo(11.2, 6);
    expect(describeWaterline(level)).toBe("Supply 100 A, demand 81.2 A, charging adds 30 A, 11.2 A over the edge");
  });
  it("shares one scale among several", () => {
    expect(commonScaleA([level])).toBe(125);
    expect(commonScaleA([level, { ...level, ratingA: 200 }])).toBe(250);
  });
});

describe("figures as shown", () => {
  it.each([
    [showA(18.8166), "18.8 A"],
    [showA(-0.04), "0 A"],
    [showA(-48.29), "-48.3 A"],
    [showVA(19_484), "19,484 VA"],
    [showVA(1_234_567), "1,234,567 VA"],
    [showNumber(12.345), "12.35"],
    [showNumber(0.05), "0.05"],
    [showNumber(7.2), "7.2"],
    [showNumber(3), "3"],
    [showVA(1_000_005), "1,000,005 VA"],
  ])("%s", (shown, expected) => {
    expect(shown).toBe(expected);
  });
  it("lengths turn over and back", () => {
    expect(lengthFt({ value: lengthM({ value: 25, unit: "ft" }), unit: "m" })).toBeCloseTo(25, 9);
  });
});
