/** Another person's total: every usual mistake with its total, and the comment on it. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import type { DemandMethod } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { secondOpinion, suspicions } from "./second-opinion.ts";
import { whatWouldChange } from "./sensitivity.ts";

const us = usCase();
/** Everything that could have been done, with the total it gives, VA. */
function could(document: CaseDocument, method: MethodId, chargerA = 0): [string, number][] {
  const book = codebookOf(document.rules);
  const found = suspicions(document, book, book.methods.find((m) => m.id === method) as DemandMethod, 100, chargerA);
  return found.found.map(({ text, totalVA }) => [text, Math.round(totalVA)]);
}
const added = "Everything was added up at 100 %: no demand factor was applied";

describe("possible mistakes", () => {
  // 36,710 VA of general loads: 8000 + 0.4 x 28,710 = 19,484 VA by 220.83.
  it("by 220.83, with a charger of 40 A that may be in the total", () => {
    expect(could(us, "nec-220.83", 40)).toEqual([
      [added, 36_710],
      ["The optional method, dwelling unit was used (NEC 220.82)", 24_140],
      ["The standard method was used (NEC article 220 part III)", 31_968],
      ["The charger of 40 A is in the total already, on top of the demand", 19_484 + 12_000],
      ["The charger of 40 A is in the total already, at 100 %", 19_484 + 9600],
      ["The charger of 40 A was put among the other loads, at 40 %", 19_484 + 0.4 * 9600],
      ["General lighting (3 VA/ft²) was forgotten", 19_484 - 0.4 * 5550],
      ["The small-appliance circuits were forgotten", 19_484 - 0.4 * 3000],
      ["The laundry circuit was forgotten", 19_484 - 0.4 * 1500],
      ["Heating and cooling were forgotten", 19_484 - 0.4 * 5760],
      ["10 kVA instead of 8 kVA was taken at 100 %", 19_484 + 0.6 * 2000],
    ]);
  });
  it("a charger that counts its least anyway has no second total", () => {
    expect(could(us, "nec-220.83", 16).filter(([text]) => text.includes("charger"))).toEqual([
      ["The charger of 16 A is in the total already, on top of the demand", 19_484 + 7200],
      ["The charger of 16 A was put among the other loads, at 40 %", 19_484 + 0.4 * 7200],
    ]);
  });
  it("by 220.82", () => {
    expect(could(us, "nec-220.82")).toEqual([
      [added, 36_710],
      ["The optional method, existing dwelling was used (NEC 220.83)", 19_484],
      ["The standard method was used (NEC article 220 part III)", 31_968],
      ["General lighting (3 VA/ft²) was forgotten", 24_140 - 0.4 * 5550],
      ["The small-appliance circuits were forgotten", 24_140 - 0.4 * 3000],
      ["The laundry circuit was forgotten", 24_140 - 0.4 * 1500],
      ["Heating and cooling were forgotten", 24_140 - 5760],
      ["8 kVA instead of 10 kVA was taken at 100 %", 24_140 - 0.6 * 2000],
    ]);
    expect(
      could(usCase({ dwelling: { ...us.dwelling, existing: false } }), "nec-220.82").map(([t]) => t),
    ).not.toContain("The optional method, existing dwelling was used (NEC 220.83)");
  });
  it("by the standard method", () => {
    expect(could(us, "nec-standard")).toEqual([
      // The quarter of the largest motor was not forgotten: it is part of what was added up.
      [added, 42_470],
      ["The optional method, existing dwelling was used (NEC 220.83)", 19_484],
      ["The optional method, dwelling unit was used (NEC 220.82)", 24_140],
      ["General lighting (3 VA/ft²) was forgotten", 30_025],
      ["The small-appliance circuits were forgotten", 30_918],
      ["The laundry circuit was forgotten", 31_443],
      ["Heating and cooling were forgotten", 31_968 - 5760 - 1440],
      ["The range was counted at its nameplate instead of Table 220.55", 31_968 + 1600],
    ]);
  });
  it("in a home with heat and cooling and no laundry circuit of its own", () => {
    const heated = usCase({
      loads: [...us.loads.filter((l) => l.kind !== "laundry-circuit"), { id: "h", kind: "central-heat", va: 9000 }],
    });
    const found = could(heated, "nec-220.83");
    expect(found).toContainEqual(["Heating and cooling were both counted; only the larger runs", 20_780 + 0.4 * 5760]);
    expect(found).toContainEqual(["Heating and cooling were forgotten", 20_780 - 0.4 * 9000]);
    expect(found.map(([t]) => t).join()).not.toMatch(/laundry/);
    const heatAlone = usCase({ loads: [{ id: "h", kind: "central-heat", va: 9000 }] });
    expect(
      could(heatAlone, "nec-220.83")
        .map(([t]) => t)
        .join(),
    ).not.toMatch(/both counted/);
    expect(could(heatAlone, "nec-220.83").map(([t]) => t)).toContain("Heating and cooling were forgotten");
  });
  it("nothing that cannot be, in a home with next to nothing in it", () => {
    const bare = usCase({
      dwelling: { existing: true, floorArea: null },
      loads: [{ id: "m", kind: "motor", va: 2000 }],
    });
    expect(could(bare, "nec-220.83").map(([t]) => t)).toEqual([
      added,
      "The optional method, dwelling unit was used (NEC 220.82)",
      "The standard method was used (NEC article 220 part III)",
    ]);
    expect(could(bare, "nec-220.82").map(([t]) => t)).toHaveLength(3);
    expect(could(bare, "nec-standard").map(([t]) => t)).toHaveLength(3);
    expect(could(ukCase({ loads: [{ id: "h", kind: "heat-pump", va: 3000 }] }), "uk-diversity")).toEqual([
      [added, 3000],
    ]);
  });
  it("in the United Kingdom: each diversity, each kind, and the socket of the cooker", () => {
    expect(could(ukCase(), "uk-diversity", 32)).toEqual([
      [added, 38_920],
      ["The charger of 32 A is in the total already, on top of the demand", 29_506 + 7360],
      ["No diversity was allowed for the cooker", 34_096],
      ["The cooker was forgotten", 23_596],
      ["No diversity was allowed for the socket circuits", 29_506 + Math.round(0.6 * 7360)],
      ["The socket circuits were forgotten", 29_506 - Math.round(1.4 * 7360)],
      ["No diversity was allowed for the lighting", 29_506 + 408],
      ["The lighting was forgotten", 29_506 - 792],
      ["The 5 A for the socket on the cooker control was forgotten", 29_506 - 1150],
    ]);
    const plain = ukCase({ loads: ukCase().loads.map((l) => ({ ...l, socketOnControl: false })) });
    expect(
      could(plain, "uk-diversity")
        .map(([t]) => t)
        .join(),
    ).not.toMatch(/socket on the cooker/);
  });
});

describe("a total", () => {
  const ask = (va: number, chargerA = 0) => secondOpinion(us, "nec-220.83", 100, va, chargerA);
  it("agrees within six thousandths", () => {
    expect(ask(19_484)).toMatchObject({
      agrees: true,
      text: "It agrees: Optional method, existing dwelling gives 19,484 VA",
    });
    expect(ask(19_484 / 1.0059).agrees).toBe(true);
    expect(ask(19_484 / 1.0061).agrees).toBe(false);
    expect(ask(19_484 / 0.9941).agrees).toBe(true);
  });
  it("that a mistake gives is explained, the closest first", () => {
    const found = ask(20_684);
    expect(found.text).toBe(
      "Optional method, existing dwelling gives 19,484 VA; the other total results if this was done:",
    );
    expect(found.explains.map((s) => [s.text, Math.round(s.totalVA), s.off])).toEqual([
      ["10 kVA instead of 8 kVA was taken at 100 %", 20_684, 0],
    ]);
    // 24,140 VA by 220.82; with a charger of 48 A among the others it is 24,092 VA.
    expect(ask(24_092, 48).explains.map((s) => s.text)).toEqual([
      "The charger of 48 A was put among the other loads, at 40 %",
      "The optional method, dwelling unit was used (NEC 220.82)",
    ]);
    expect(ask(24_140, 48).explains.map((s) => s.text)).toEqual([
      "The optional method, dwelling unit was used (NEC 220.82)",
      "The charger of 48 A was put among the other loads, at 40 %",
    ]);
  });
  it("without a matching mistake is reported with its difference and direction", () => {
    expect(ask(25_484).text).toBe(
      "Optional method, existing dwelling gives 19,484 VA, 6,000 VA less. No single usual mistake gives 25,484 VA: compare the nameplates line by line",
    );
    expect(ask(9484).text).toMatch(/gives 19,484 VA, 10,000 VA more\. No single/);
    expect(ask(0)).toMatchObject({ agrees: false, explains: [] });
  });
  it("is not explained by a mistake that makes no more than six thousandths of it", () => {
    const large = usCase({ loads: [...us.loads, { id: "heat", kind: "central-heat", va: 600_000 }] });
    const own = assess(large).calculations.find((c) => c.method === "nec-220.83")?.demandVA ?? 0;
    // Without the laundry circuit: 40 % of 1500 VA less, two thousandths of the total.
    const asked = secondOpinion(large, "nec-220.83", 1200, own - 600, 0);
    expect(asked).toMatchObject({ agrees: true, explains: [] });
  });
  it("may claim a method that these rules do not have: the first is taken", () => {
    expect(secondOpinion(us, "uk-diversity", 100, 1, 0).text).toMatch(/^Measured demand/);
  });
});

describe("changes that would alter the answer", () => {
  const changes = (document: CaseDocument) => {
    const a = assess(document);
    const governing = a.calculations.find((c) => c.method === a.governing);
    return governing
      ? whatWouldChange(document, governing, a.supply.ratingA).map((c) => [c.text, Math.round(c.wonA * 10) / 10])
      : [];
  };
  it("counts what a gas appliance still draws, and nothing for one that draws no more", () => {
    const small = usCase({ loads: us.loads.map((l) => (l.kind === "range" ? { ...l, va: 200 } : l)) });
    expect(changes(small).map(([t]) => t)).not.toContain("A gas range");
    const two = usCase({ loads: [...us.loads, { id: "r2", kind: "range", va: 200 }] });
    // 0.4 x (9600 - 200) / 240 = 15.7 A.
    expect(changes(two)).toContainEqual(["A gas range", 15.7]);
    expect(changes(usCase({ loads: us.loads.filter((l) => l.kind !== "water-heater") })).map(([t]) => t)).not.toContain(
      "A heat-pump water heater",
    );
  });
  it("leaves out a gain below a twentieth of an ampere", () => {
    const withDryer = (va: number) =>
      changes(usCase({ loads: us.loads.map((l) => (l.kind === "dryer" ? { ...l, va } : l)) })).map(([t]) => t);
    // 0.4 x 29 VA / 240 V = 0.048 A; 0.4 x 32 VA / 240 V = 0.053 A.
    expect(withDryer(529)).not.toContain("A gas dryer");
    expect(withDryer(532)).toContain("A gas dryer");
  });
  it("names what is only planned", () => {
    const planned = usCase({
      loads: [...us.loads, { id: "tub", kind: "fixed-appliance", label: "Hot tub", va: 6000, existing: false }],
    });
    expect(changes(planned)).toContainEqual(["Without what is planned (Hot tub)", 10]);
    expect(
      changes(us)
        .map(([t]) => t)
        .join(),
    ).not.toMatch(/planned/);
  });
  it("offers the next larger supply, and none where none is made", () => {
    expect(changes(us)[0]).toEqual(["A 125 A supply", 25]);
    const largest = usCase({ supply: { system: "split-phase-120-240", ratingA: 400 } });
    expect(
      changes(largest)
        .map(([t]) => t)
        .join(),
    ).not.toMatch(/supply/);
  });
  it("in the United Kingdom names showers, cookers and immersion heaters", () => {
    expect(changes(ukCase()).map(([t]) => t)).toEqual([
      "A mixer shower instead of the electric one",
      "A 100 A supply",
      "A gas cooker",
      "Hot water from the boiler instead of the immersion heater",
    ]);
  });
});
