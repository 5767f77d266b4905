/** Every figure of the methods at its limit: just below, at, and just above; and what is said of it. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Load, Measured, MethodId } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { onSupplyOf } from "#core/testing/ways.ts";

const calculation = (document: CaseDocument, method: MethodId) => {
  const found = assess(document).calculations.find((c) => c.method === method);
  if (!found) throw new Error(`no ${method}`);
  return found;
};
const va = (document: CaseDocument, method: MethodId) => calculation(document, method).demandVA;
const lines = (document: CaseDocument, method: MethodId) =>
  calculation(document, method).lines.map(
    (l) =>
      `${l.label}: ${Math.round(l.connectedVA)} x ${Math.round(l.factor * 1000) / 1000} = ${Math.round(l.countedVA)}`,
  );
const bare = (loads: Load[], changes: Partial<CaseDocument> = {}) =>
  usCase({ loads, dwelling: { existing: false, floorArea: { value: 0.0001, unit: "ft2" } }, ...changes });
/** VA that a load adds to a method. */
const adds = (method: MethodId, loads: Load[], beside: Load[] = []) =>
  va(bare([...beside, ...loads]), method) - va(bare(beside), method);
const load = (kind: Load["kind"], nameplate: number, more: Partial<Load> = {}): Load => ({
  id: `${kind}-${nameplate}-${JSON.stringify(more)}`,
  kind,
  va: nameplate,
  ...more,
});

describe("counted loads of every dwelling", () => {
  it("is two small-appliance circuits and a laundry circuit, entered or not (210.11(C))", () => {
    const general = (loads: Load[], kind?: "apartment") =>
      calculation(bare(loads, kind ? { dwelling: { existing: false, kind, floorArea: null } } : {}), "nec-220.82")
        .lines[0]?.connectedVA;
    expect(Math.round(general([]) ?? 0)).toBe(4500);
    expect(Math.round(general([{ id: "s", kind: "small-appliance-circuit", quantity: 1 }]) ?? 0)).toBe(4500);
    expect(Math.round(general([{ id: "s", kind: "small-appliance-circuit", quantity: 3 }]) ?? 0)).toBe(6000);
    expect(Math.round(general([{ id: "l", kind: "laundry-circuit", quantity: 2 }]) ?? 0)).toBe(6000);
    // An apartment may share its laundry with others.
    expect(Math.round(general([], "apartment") ?? 0)).toBe(3000);
  });
  it("is said: how many were added, and by which rule", () => {
    const parts = calculation(
      bare([{ id: "s", kind: "small-appliance-circuit", quantity: 1 }]),
      "nec-220.82",
    ).lines[0]?.parts.map((p) => `${p.label} (${p.note ?? ""})`);
    expect(parts).toContain("Small-appliance circuits, 1 more (at least 2 counted (NEC 210.11(C)(1), 220.52(A)))");
    expect(parts).toContain("Laundry circuit, 1 more (at least 1 counted (NEC 210.11(C)(2), 220.52(B)))");
    expect(calculation(usCase(), "nec-220.83").lines[0]?.parts[0]).toMatchObject({
      va: 5550,
      note: "1,850 ft² x 3 VA/ft² (NEC 220.41)",
    });
    expect(calculation(usCase({ rules: "us-nec-2020" }), "nec-220.83").lines[0]?.parts[0]?.note).toMatch(
      /NEC 220.14\(J\)/,
    );
    expect(calculation(usCase({ dwelling: { existing: true, floorArea: null } }), "nec-220.83")).toMatchObject({
      assumptions: expect.arrayContaining([
        "Floor area is missing: general lighting counts as nothing until it is given",
      ]),
    });
  });
});

describe("220.82", () => {
  it("takes 10 kVA in full and 40 % of the rest", () => {
    expect(va(bare([load("fixed-appliance", 5500)]), "nec-220.82")).toBeCloseTo(10_000, 2);
    expect(va(bare([load("fixed-appliance", 6500)]), "nec-220.82")).toBeCloseTo(10_400, 2);
    expect(lines(bare([load("fixed-appliance", 6500)]), "nec-220.82")).toEqual([
      "General loads, first 10 kVA: 10000 x 1 = 10000",
      "General loads, above 10 kVA: 1000 x 0.4 = 400",
    ]);
    expect(calculation(bare([load("fixed-appliance", 6500)]), "nec-220.82").lines[1]?.why).toMatchObject({
      formula: "connected load x demand factor; 40 % because it lies above the first 10,000 VA of 11,000 VA",
      numbers: "1,000 VA x 40 % = 400 VA",
    });
    expect(calculation(bare([load("fixed-appliance", 6500)]), "nec-220.82").lines[0]?.why.formula).toMatch(
      /the first 10,000 VA of the 11,000 VA is counted at 100 %/,
    );
  });
  it.each([
    ["cooling", [load("air-conditioning", 3000)], 3000, "NEC 220.82(C)(1)"],
    ["a heat pump", [load("heat-pump", 3000)], 3000, "NEC 220.82(C)(2)"],
    ["a heat pump with strips", [load("heat-pump", 3000), load("supplemental-heat", 4000)], 5600, "NEC 220.82(C)(3)"],
    ["three heaters", [load("space-heating", 6000, { controlled: 3 })], 3900, "NEC 220.82(C)(4)"],
    ["four heaters", [load("space-heating", 6000, { controlled: 4 })], 2400, "NEC 220.82(C)(5)"],
    ["a furnace", [load("central-heat", 10_000)], 6500, "NEC 220.82(C)(4)"],
    ["storage heat", [load("storage-heat", 3000)], 3000, "NEC 220.82(C)(6)"],
  ] as const)("counts %s by its clause", (_what, loads, counted, rule) => {
    expect(adds("nec-220.82", [...loads])).toBeCloseTo(counted, 6);
    expect(calculation(bare([...loads]), "nec-220.82").lines.at(-1)?.rule).toBe(rule);
  });
  it("says how many units a heater's factor rests on", () => {
    const formula = (controlled: number) =>
      calculation(bare([load("space-heating", 6000, { controlled })]), "nec-220.82").lines.at(-1)?.why.formula;
    expect(formula(1)).toMatch(/1 separately controlled unit: fewer than 4 count at 65 %/);
    expect(formula(4)).toMatch(/4 separately controlled units: 4 or more count at 40 %/);
  });
  it("is for 100 A and more", () => {
    const on = (ratingA: number) => calculation(onSupplyOf(usCase(), { ratingA }), "nec-220.82");
    expect([on(99).applies, on(100).applies]).toEqual([false, true]);
    expect(on(99).why).toBe("Needs a service or feeder of at least 100 A; this one is 99 A");
  });
  it("puts a charger among the loads where the job says so, at the edition's minimum", () => {
    const charger = load("ev-charger", 2880);
    const inside = (rules: "us-nec-2020" | "us-nec-2023") => {
      const home = (l: Load[]) => usCase({ rules, loads: l, options: { evTreatment: "inside" } });
      const base = usCase().loads;
      return va(home([...base, charger]), "nec-220.82") - va(home(base), "nec-220.82");
    };
    expect(inside("us-nec-2023")).toBeCloseTo(0.4 * 7200, 6);
    expect(inside("us-nec-2020")).toBeCloseTo(0.4 * 2880, 6);
    expect(adds("nec-220.82", [charger])).toBeCloseTo(7200, 6);
    expect(adds("nec-220.82", [load("ev-charger", 7680)])).toBeCloseTo(9600, 6);
    expect(adds("nec-220.82", [load("ev-charger", 7680, { quantity: 2 })])).toBeCloseTo(19_200, 6);
  });
});

describe("220.83", () => {
  const existing = (loads: Load[]) =>
    usCase({ loads, dwelling: { existing: true, floorArea: { value: 0.0001, unit: "ft2" } } });
  it("takes 8 kVA in full and 40 % of the rest", () => {
    expect(lines(existing([load("fixed-appliance", 4500)]), "nec-220.83")).toEqual([
      "General loads, first 8 kVA: 8000 x 1 = 8000",
      "General loads, above 8 kVA: 1000 x 0.4 = 400",
    ]);
  });
  it("(A) counts the larger of heating and cooling among them, (B) outside where it is new", () => {
    const beside = [load("fixed-appliance", 4500)];
    const more = (loads: Load[]) =>
      va(existing([...beside, ...loads]), "nec-220.83") - va(existing(beside), "nec-220.83");
    expect(more([load("air-conditioning", 5000), load("central-heat", 4000)])).toBeCloseTo(2000, 6);
    expect(more([load("air-conditioning", 5000, { existing: false })])).toBeCloseTo(5000, 6);
    expect(more([load("space-heating", 5000, { existing: false, controlled: 3 })])).toBeCloseTo(5000, 6);
    expect(more([load("space-heating", 5000, { existing: false, controlled: 4 })])).toBeCloseTo(2000, 6);
    // New cooling of 4 kVA outside counts for more than existing heat of 5 kVA would inside... both are outside by (B).
    expect(more([load("air-conditioning", 4000, { existing: false }), load("central-heat", 5000)])).toBeCloseTo(
      5000,
      6,
    );
  });
  it("says which of the two clauses applies", () => {
    const said = (l: Load) => calculation(existing([l]), "nec-220.83");
    expect(said(load("air-conditioning", 5000)).assumptions.at(-1)).toMatch(/so \(A\) applies/);
    expect(said(load("air-conditioning", 5000, { existing: false })).assumptions.at(-1)).toMatch(/so \(B\) applies/);
    expect(said(load("air-conditioning", 5000)).lines[0]?.rule).toBe("NEC 220.83(A)");
    expect(calculation(bare([]), "nec-220.83")).toMatchObject({
      applies: false,
      why: "Only for an existing dwelling; this one is new",
    });
  });
});

describe("the standard method", () => {
  it.each([
    [[load("fixed-appliance", 500, { quantity: 4 })], 1500],
    [[load("fixed-appliance", 500, { quantity: 3 })], 1500],
    [[load("fixed-appliance", 499, { quantity: 4 })], 1996],
    [[load("fixed-appliance", 1000, { quantity: 3 }), load("fixed-appliance", 400)], 3400],
    [[load("fixed-appliance", 1000, { quantity: 4 }), load("fixed-appliance", 400)], 3400],
    [
      [load("water-heater", 4500), load("dishwasher", 1200), load("disposal", 600), load("fixed-appliance", 1500)],
      5850,
    ],
  ])("counts appliances fastened in place, four of 500 VA and more at 75 % (220.53): %#", (loads, counted) => {
    expect(adds("nec-standard", loads)).toBeCloseTo(counted, 6);
  });
  it.each([
    [[load("dryer", 4999)], 5000],
    [[load("dryer", 5500)], 5500],
    [[load("dryer", 4000, { quantity: 2 })], 10_000],
  ])("counts each dryer at 5 kVA at least (220.54): %#", (loads, counted) => {
    expect(adds("nec-standard", loads)).toBeCloseTo(counted, 6);
  });
  it.each([
    ["1.75 kW is a fastened appliance", [load("cooktop", 1750)], 1750],
    ["just above is cooking, column A", [load("cooktop", 1751)], 0.8 * 1751],
    ["just under 3.5 kW, column A", [load("oven", 3499, { quantity: 2 })], 0.75 * 6998],
    ["3.5 kW, column B", [load("oven", 3500, { quantity: 2 })], 0.65 * 7000],
    ["8.75 kW, column B", [load("range", 8750)], 7000],
    ["just above, column C", [load("range", 8751)], 8000],
    ["12 kW", [load("range", 12_000)], 8000],
    ["12.4 kW, no major fraction", [load("range", 12_400)], 8000],
    ["12.5 kW, a major fraction", [load("range", 12_500)], 8400],
    ["27 kW", [load("range", 27_000)], 8000 * 1.75],
    ["two ranges", [load("range", 12_000, { quantity: 2 })], 11_000],
    [
      "two of unequal size: the average, each at 12 kW at least",
      [load("range", 9000), load("range", 16_000)],
      11_000 * 1.1,
    ],
    ["three small cooktops, column A", [load("cooktop", 3000, { quantity: 3 })], 0.7 * 9000],
    ["three ovens, column B", [load("oven", 5000, { quantity: 3 })], 0.55 * 15_000],
    ["all by column C where that is less", [load("oven", 8000, { quantity: 2 }), load("range", 12_000)], 14_000],
    ["by each column where that is less", [load("cooktop", 2000), load("oven", 4000)], 0.8 * 2000 + 0.8 * 4000],
    ["eleven ranges: 15 kW and one for each", [load("range", 12_000, { quantity: 11 })], 26_000],
  ])("counts cooking by Table 220.55: %s", (_what, loads, counted) => {
    expect(adds("nec-standard", loads)).toBeCloseTo(counted, 6);
  });
  /** Table 220.55 by number of appliances, typed apart. */
  it.each([
    ["A", 2000, [80, 75, 70, 66, 62, 59, 56, 53, 51, 49]],
    ["B", 4000, [80, 65, 55, 50, 45, 43, 40, 36, 35, 34]],
  ] as const)("has column %s cell by cell", (_column, nameplate, percents) => {
    percents.forEach((percent, i) => {
      const columnC = [8, 11, 14, 17, 20, 21, 22, 23, 24, 25][i] as number;
      const wanted = Math.min((percent / 100) * nameplate * (i + 1), columnC * 1000);
      expect(
        adds("nec-standard", [load(nameplate < 3000 ? "cooktop" : "oven", nameplate, { quantity: i + 1 })]),
        `${i + 1}`,
      ).toBeCloseTo(wanted, 6);
    });
  });
  it("has column C cell by cell", () => {
    [8, 11, 14, 17, 20, 21, 22, 23, 24, 25].forEach((kW, i) => {
      expect(adds("nec-standard", [load("range", 12_000, { quantity: i + 1 })])).toBeCloseTo(kW * 1000, 6);
    });
  });
  it("takes a cooktop and one or two ovens of one circuit for one range, and no other group", () => {
    const group = (loads: Load[]) => ({
      ...bare(loads),
      panels: [{ id: "main", circuits: [{ id: "c", ratingA: 50, loads: loads.map((l) => l.id) }] }],
    });
    const counted = (loads: Load[]) => va(group(loads), "nec-standard") - va(bare([]), "nec-standard");
    const [top, oven, second, third] = [
      load("cooktop", 6000),
      load("oven", 3500),
      load("oven", 3000),
      load("oven", 3200),
    ];
    expect(counted([top, oven])).toBeCloseTo(8000, 6);
    expect(counted([top, oven, second])).toBeCloseTo(8400, 6);
    expect(counted([top, oven, second, third])).not.toBeCloseTo(8000 * 1.2, 6);
    expect(counted([oven, second])).toBeCloseTo(0.8 * 3500 + 0.8 * 3000, 6);
  });
  it("adds a quarter of the largest motor, of one piece", () => {
    expect(adds("nec-standard", [load("motor", 2000, { quantity: 2 }), load("motor", 1000)])).toBeCloseTo(5500, 6);
    expect(adds("nec-standard", [load("air-conditioning", 4000), load("motor", 1000)])).toBeCloseTo(6000, 6);
    expect(adds("nec-standard", [load("heat-pump", 3000), load("supplemental-heat", 5000)])).toBeCloseTo(8750, 6);
  });
  it("compares cooling that is the largest motor at 125 % with heating (220.60)", () => {
    // 4.1 kVA of cooling with its quarter is more than 5 kVA of heat.
    expect(adds("nec-standard", [load("air-conditioning", 4100), load("central-heat", 5000)])).toBeCloseTo(5125, 6);
    expect(adds("nec-standard", [load("air-conditioning", 3900), load("central-heat", 5000)])).toBeCloseTo(5000, 6);
  });
  it("takes lighting, small-appliance and laundry in three tiers", () => {
    const home = (ft2: number) =>
      lines(
        usCase({ loads: [], dwelling: { existing: false, floorArea: { value: ft2, unit: "ft2" } } }),
        "nec-standard",
      );
    expect(home(0.0001)).toEqual([
      "Lighting, small-appliance and laundry, first 3 kVA: 3000 x 1 = 3000",
      "Lighting, small-appliance and laundry, 3 to 120 kVA: 1500 x 0.35 = 525",
    ]);
    expect(home(50_000)).toEqual([
      "Lighting, small-appliance and laundry, first 3 kVA: 3000 x 1 = 3000",
      "Lighting, small-appliance and laundry, 3 to 120 kVA: 117000 x 0.35 = 40950",
      "Lighting, small-appliance and laundry, above 120 kVA: 34500 x 0.25 = 8625",
    ]);
    const rule = (rules: "us-nec-2020" | "us-nec-2023") =>
      calculation(usCase({ rules }), "nec-standard").lines[0]?.rule;
    expect([rule("us-nec-2020"), rule("us-nec-2023")]).toEqual(["NEC Table 220.42", "NEC Table 220.45"]);
  });
});

describe("measured demand (220.87)", () => {
  const year: Measured = { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 30, unit: "A" } };
  const recorder: Measured = {
    source: "recorder",
    days: 30,
    intervalMinutes: 15,
    max: { value: 30, unit: "A" },
    heatingSeason: true,
  };
  const of = (measured: Measured, changes: Partial<CaseDocument> = {}) =>
    calculation(usCase({ measured, ...changes }), "nec-220.87");
  it.each([
    [{ ...year, days: 350 }, true, ""],
    [
      { ...year, days: 349 },
      false,
      "A year of utility data is needed (350 days or more); there are 349 days: indication only",
    ],
    [{ ...year, intervalMinutes: 60 }, true, ""],
    [{ ...year, intervalMinutes: 61 }, false, "Intervals of 61 minutes are longer than any demand interval"],
    [{ ...year, intervalMinutes: undefined }, false, "The interval of the utility's data is missing"],
    [{ ...year, max: undefined }, false, "The maximum demand of the measurement is missing"],
    [{ ...recorder }, true, ""],
    [
      { ...recorder, days: 29.9 },
      false,
      "A recording must run for at least 30 days; this one has 29.9: indication only",
    ],
    [
      { ...recorder, intervalMinutes: 16 },
      false,
      "A recording needs averages over 15 minutes or less; these are 16: indication only",
    ],
    [
      { ...recorder, intervalMinutes: undefined },
      false,
      "A recording needs averages over 15 minutes or less; these are not stated: indication only",
    ],
    [
      { ...recorder, days: undefined },
      false,
      "A recording must run for at least 30 days; this one has 0: indication only",
    ],
  ])("is allowed or not: %#", (measured, applies, why) => {
    expect(of(measured as Measured)).toMatchObject({ applies, ...(why && { why }) });
  });
  it("takes the maximum at 125 %, in amperes or kilowatts, and adds what is new", () => {
    expect(of(year).demandVA).toBeCloseTo(1.25 * 30 * 240, 6);
    expect(of({ ...year, max: { value: 9.1, unit: "kW" } }).demandVA).toBeCloseTo(11_375, 6);
    expect(calculation(usCase(), "nec-220.87")).toMatchObject({
      applies: false,
      why: "No measured demand has been entered",
      demandVA: 0,
    });
    const loads = [
      ...usCase().loads,
      load("fixed-appliance", 2000, { existing: false, label: "Sauna" }),
      load("ev-charger", 7680, { existing: false }),
    ];
    expect(of(year, { loads }).demandVA).toBeCloseTo(9000 + 2000 + 9600, 6);
    expect(of(year, { loads, options: { evTreatment: "inside" } }).demandVA).toBeCloseTo(9000 + 2000 + 7680, 6);
    expect(of(year, { loads }).lines.map((l) => l.label)).toEqual([
      "Maximum demand as measured",
      "Sauna (new)",
      "Charger already there",
    ]);
  });
  it("adds the season that a recording did not see: the larger of heating and cooling", () => {
    const climate = (ac: number, heat: number, heatingSeason: boolean) =>
      of({ ...recorder, heatingSeason }, { loads: [load("air-conditioning", ac), load("central-heat", heat)] })
        .demandVA - 9000;
    expect([climate(5000, 4000, true), climate(5000, 4000, false)]).toEqual([5000, 0]);
    expect([climate(4000, 5000, true), climate(4000, 5000, false)]).toEqual([0, 5000]);
    expect(of(year, { loads: [load("air-conditioning", 5000)] }).demandVA).toBe(9000);
    expect(
      of({ ...recorder, heatingSeason: true }, { loads: [load("air-conditioning", 5000, { existing: false })] })
        .demandVA - 9000,
    ).toBe(5000);
  });
  it("is no recording where the home generates", () => {
    const sunny = onSupplyOf(usCase({ measured: recorder }), { onsiteGeneration: true });
    expect(calculation(sunny, "nec-220.87").applies).toBe(false);
  });
  it("is no year of import beside generation, unless the generation was added back or was not running", () => {
    const sunny = (generation?: "added-back" | "hours-without") =>
      onSupplyOf(usCase({ measured: { ...year, ...(generation && { generation }) } }), { onsiteGeneration: true });
    expect(calculation(sunny(), "nec-220.87")).toMatchObject({
      applies: false,
      why: expect.stringMatching(/imported is not the demand/),
    });
    expect(calculation(sunny("added-back"), "nec-220.87").applies).toBe(true);
    expect(calculation(sunny("hours-without"), "nec-220.87").applies).toBe(true);
  });
  it("refuses a month of readings where no loads are listed, because electric heating is unknown", () => {
    const listed = calculation(usCase({ measured: recorder }), "nec-220.87");
    const bare = usCase({ measured: recorder });
    const unlisted = { ...bare, loads: bare.loads.slice(0, 2) };
    expect(listed.applies).toBe(true);
    expect(calculation(unlisted, "nec-220.87").why).toMatch(/No loads are listed/);
  });
  it("counts continuous loads of a feeder at 125 %", () => {
    const garage = { id: "g", name: "Garage", fedFrom: "main", feeder: { ratingA: 60 }, circuits: [] };
    const heater = (continuous?: boolean): Load => ({
      id: "kiln",
      kind: "fixed-appliance",
      va: 4800,
      panel: "g",
      ...(continuous && { continuous }),
    });
    const on = (continuous?: boolean) => {
      const home = usCase();
      return assess({ ...home, panels: [...home.panels, garage], loads: [...home.loads, heater(continuous)] });
    };
    expect(on().feeders[0]?.demandA).toBeCloseTo(20, 9);
    expect(on(true).feeders[0]?.demandA).toBeCloseTo(25, 9);
    // The service's own methods count it once.
    expect(on(true).headroomA).toBeCloseTo(on().headroomA, 9);
  });
});

describe("the United Kingdom", () => {
  const one = (loads: Load[]) => calculation(ukCase({ loads }), "uk-diversity").demandA;
  const a = (kind: Load["kind"], amps: number, more: Partial<Load> = {}) => load(kind, amps * 230, more);
  it.each([
    ["lighting at 66 %", [a("lighting", 10)], 6.6],
    ["other power: 10 A in full", [a("fixed-appliance", 10)], 10],
    ["and half of the rest", [a("fixed-appliance", 12)], 11],
    ["a cooker: 10 A and 30 % of the rest", [a("cooker", 30)], 16],
    ["with a socket on its control, 5 A more", [a("cooker", 30, { socketOnControl: true })], 21],
    ["a cooker of 8 A in full", [a("cooker", 8)], 8],
    ["two showers in full, the third at a quarter", [a("shower", 40), a("shower", 30), a("shower", 20)], 75],
    [
      "the largest socket circuit in full, the others at 40 %",
      [a("socket-circuit", 32), a("socket-circuit", 20, { quantity: 2 })],
      48,
    ],
    ["immersion heaters in full", [a("immersion", 13, { quantity: 2 })], 26],
    ["floor warming in full", [a("underfloor-heating", 7)], 7],
    ["storage heaters in full", [a("storage-heater", 13)], 13],
    ["a heat pump in full", [a("heat-pump", 16)], 16],
    ["a charger in full", [a("ev-charger", 32)], 32],
  ])("counts %s", (_what, loads, amps) => {
    expect(one(loads)).toBeCloseTo(amps, 6);
  });
  it("says how", () => {
    const why = (loads: Load[]) => calculation(ukCase({ loads }), "uk-diversity").lines[0]?.why;
    expect(why([a("cooker", 30, { socketOnControl: true })])).toMatchObject({
      formula: "the first 10 A in full + 30 % of the rest + 5 A for the socket on its control unit",
      numbers: "10 A + 0.3 x 20 A + 5 A = 21 A",
      value: "21 A (4,830 VA)",
    });
    expect(why([a("shower", 40), a("shower", 30), a("shower", 20)])).toMatchObject({
      formula: "the two largest in full + 25 % of the others",
      numbers: "70 A + 0.25 x 20 A = 75 A",
    });
    expect(why([a("socket-circuit", 32), a("socket-circuit", 20)])?.formula).toBe(
      "the largest in full + 40 % of the others",
    );
    expect(why([a("lighting", 10)])?.formula).toMatch(/66 % of the total is on at once/);
  });
  const measured = (changes: Partial<Measured>, document: Partial<CaseDocument> = {}) =>
    calculation(
      ukCase({
        measured: {
          source: "half-hour-meter",
          days: 30,
          intervalMinutes: 30,
          max: { value: 20, unit: "A" },
          ...changes,
        },
        ...document,
      }),
      "uk-measured",
    );
  it.each([
    [1, 1],
    [2, 1.1],
    [10, 1.1],
    [11, 1.25],
    [15, 1.25],
    [16, 1.4],
    [30, 1.4],
    [31, 1.6],
    [60, 1.6],
  ])("spreads an average over %i minutes by %f", (intervalMinutes, factor) => {
    expect(measured({ intervalMinutes }).demandA).toBeCloseTo(20 * factor, 6);
  });
  it.each([
    [{ days: 7 }, true, ""],
    [{ days: 6.9 }, false, "At least 7 days with a weekend are needed; there are 6.9"],
    [{ days: undefined }, false, "At least 7 days with a weekend are needed; there are 0"],
    [{ intervalMinutes: undefined }, false, "The averaging interval of the measurement is missing"],
    [{ intervalMinutes: 61 }, false, "Averages over 61 minutes hide too much; 60 minutes at most"],
    [{ max: undefined }, false, "The maximum of the measurement is missing"],
    [{ max: { value: 0, unit: "A" } }, false, "The maximum of the measurement is zero: nothing was measured"],
  ])("is valid or not: %#", (changes, applies, why) => {
    expect(measured(changes as Partial<Measured>)).toMatchObject({ applies, ...(why && { why }) });
  });
  it("needs 28 days, or the heating season, in a home heated electrically", () => {
    const heated = { loads: [a("storage-heater", 10)] };
    expect(measured({ days: 27 }, heated).applies).toBe(false);
    expect(measured({ days: 28 }, heated).applies).toBe(true);
    expect(measured({ days: 7, heatingSeason: true }, heated).applies).toBe(true);
    expect(measured({ days: 7 }, { loads: [a("shower", 30)] }).applies).toBe(true);
    for (const kind of ["heat-pump", "underfloor-heating"] as const)
      expect(measured({ days: 8 }, { loads: [a(kind, 5)] }).applies).toBe(false);
  });
  it("is per phase on three phases, and a new load is on its own phase or the highest", () => {
    const supply = { system: "three-phase-230-400" as const, ratingA: 80, earthing: "tn-s" as const };
    expect(measured({}, { supply })).toMatchObject({
      applies: false,
      why: "The maximum of each of the three phases is missing",
    });
    const by = (loads: Load[]) =>
      measured({ intervalMinutes: 1, max: undefined, maxByPhaseA: [30, 20, 10] }, { supply, loads }).demandA;
    expect(by([])).toBeCloseTo(30, 6);
    expect(by([a("ev-charger", 32, { existing: false })])).toBeCloseTo(62, 6);
    expect(by([a("ev-charger", 32, { existing: false, phase: 2 })])).toBeCloseTo(52, 6);
    expect(by([a("ev-charger", 15, { existing: false, phase: 3 })])).toBeCloseTo(30, 6);
  });
});

describe("chargers in a calculation", () => {
  const home = (charger: Partial<Load>, changes: Partial<CaseDocument> = {}) =>
    usCase({ loads: [...usCase().loads, { id: "ev", kind: "ev-charger", amps: 40, ...charger }], ...changes });
  it("held back by clamps take what is left below the limit, and no more than they draw", () => {
    const held = (limitA: number, amps = 40) =>
      va(home({ amps, managed: [{ at: "supply", limitA }] }), "nec-220.83") / 240;
    // 81.18 A without the charger.
    expect(held(100)).toBeCloseTo(100, 6);
    expect(held(80)).toBeCloseTo(81.1833, 3);
    expect(held(200)).toBeCloseTo(81.1833 + 40, 3);
    expect(held(200, 12)).toBeCloseTo(81.1833 + 30, 3);
    const line = calculation(home({ managed: [{ at: "supply", limitA: 100 }] }), "nec-220.83").lines.at(-1);
    expect(line).toMatchObject({ label: "Charger already there, held back", rule: "NEC 220.70, 750.30, 625.42" });
    expect(line?.why.numbers).toBe("100 A - 81.2 A = 4,516 VA");
    // Clamps elsewhere do not hold it back at the supply.
    expect(va(home({ managed: [{ at: "main", limitA: 30 }] }), "nec-220.83") / 240).toBeCloseTo(81.1833 + 50, 3);
  });
  it("that share a circuit count once: the larger of the two", () => {
    const shared = (amps: number, appliance = "dryer") => va(home({ amps, interlockedWith: appliance }), "nec-220.83");
    expect(shared(24)).toBeCloseTo(19_484 + 0.4 * (7200 - 5000), 6);
    expect(shared(40)).toBeCloseTo(19_484 + 0.4 * (9600 - 5000), 6);
    expect(shared(24, "range")).toBeCloseTo(19_484, 6);
    const left = (document: CaseDocument) =>
      calculation(document, "nec-220.83").leftOut.map((l) => [l.label, l.va, l.rule]);
    expect(left(home({ amps: 24, interlockedWith: "dryer" }))).toContainEqual(["Dryer", 5000, "NEC 220.60, 625.42"]);
    expect(left(home({ amps: 24, interlockedWith: "range" }))).toContainEqual([
      "Charger already there",
      7200,
      "NEC 220.60, 625.42",
    ]);
    // The standard method counts the dryer in full.
    const standard = (l: Load[]) => va(usCase({ loads: l }), "nec-standard");
    expect(standard(home({ amps: 40, interlockedWith: "dryer" }).loads) - standard(usCase().loads)).toBeCloseTo(
      9600 - 5000,
      6,
    );
  });
  it("that share with one of several appliances leave the others", () => {
    const twin = usCase({
      loads: [
        ...usCase().loads.map((l) => (l.id === "dryer" ? { ...l, quantity: 2 } : l)),
        { id: "ev", kind: "ev-charger", amps: 24, interlockedWith: "dryer" },
      ],
    });
    expect(va(twin, "nec-220.83")).toBeCloseTo(19_484 + 0.4 * 7200, 6);
  });
  it("that share with nothing that is there count by themselves", () => {
    expect(va(home({ amps: 24, interlockedWith: "gone" }), "nec-220.83")).toBeCloseTo(19_484 + 7200, 6);
  });
  it("on top of a measured appliance count for what they draw beyond it", () => {
    const measured: Measured = {
      source: "utility-year",
      days: 365,
      intervalMinutes: 15,
      max: { value: 30, unit: "A" },
    };
    const at = (amps: number) =>
      va(home({ amps, interlockedWith: "dryer", existing: false }, { measured }), "nec-220.87") - 9000;
    expect(at(24)).toBeCloseTo(2200, 6);
    expect(
      va(home({ amps: 24, interlockedWith: "range", existing: false }, { measured }), "nec-220.87") - 9000,
    ).toBeCloseTo(0, 6);
  });
  it("that wait for an appliance count, by the job's treatment, or it does: the larger of the two", () => {
    const waits = (charger: Partial<Load>) => va(home({ waitsFor: "wh", ...charger }), "nec-220.83");
    expect(waits({ amps: 40 })).toBeCloseTo(19_484 - 0.4 * 4500 + 1.25 * 9600, 6);
    expect(waits({ amps: 8, volts: 120 })).toBeCloseTo(19_484, 6);
    expect(waits({ amps: 40, waitsFor: "gone" })).toBeCloseTo(19_484 + 12_000, 6);
    const out = (charger: Partial<Load>) =>
      calculation(home({ waitsFor: "wh", ...charger }), "nec-220.83").leftOut.map((l) => [l.label, l.va]);
    expect(out({ amps: 40 })).toContainEqual(["Water heater", 4500]);
    expect(out({ amps: 8, volts: 120 })).toContainEqual(["Charger already there", 960]);
    const measured: Measured = {
      source: "utility-year",
      days: 365,
      intervalMinutes: 15,
      max: { value: 30, unit: "A" },
    };
    const onTop = va(home({ waitsFor: "wh", existing: false }, { measured }), "nec-220.87") - 9000;
    expect(onTop).toBeCloseTo(1.25 * 9600, 6);
  });
  it("at 120 V have no least load", () => {
    expect(va(home({ amps: 12, volts: 120 }), "nec-220.83") - 19_484).toBeCloseTo(1800, 6);
  });
});
