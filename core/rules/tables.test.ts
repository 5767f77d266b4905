/** The figures of the codebooks against a second copy, typed apart; every limit just below, at, and just above. */
import { describe, expect, it } from "vitest";
import { CODEBOOKS } from "./editions.ts";
import { codebookOf } from "./index.ts";
import { necConductor } from "./nec/circuit/conductor.ts";
import type { AsksFor } from "./survey.ts";
import type { Codebook } from "./types.ts";

const nec2023 = codebookOf("us-nec-2023");
const nec2020 = codebookOf("us-nec-2020");
const uk = codebookOf("uk-bs7671-2018-a2");

describe("charging settings and their devices", () => {
  it("in the NEC (625.42, 240.6)", () => {
    const pairs = [
      [12, 15],
      [16, 20],
      [20, 25],
      [24, 30],
      [28, 35],
      [32, 40],
      [36, 45],
      [40, 50],
      [48, 60],
      [56, 70],
      [64, 80],
      [72, 90],
      [80, 100],
    ];
    expect(nec2023.charging.settingsA.map((a) => [a, nec2023.charging.deviceA(a)])).toEqual(pairs);
    // A charger's own settings take the smallest standard device for 125 % of them.
    expect([10, 13, 30, 44, 44.1, 300].map((a) => nec2023.charging.deviceA(a))).toEqual([15, 20, 40, 60, 60, 400]);
    expect(nec2023.charging.deviceA(700)).toBe(875);
    expect(nec2023.charging).toMatchObject({
      minimumA: 12,
      usualMaxA: 48,
      poles: 2,
      continuousFactor: 1.25,
      leastOfferA: 6,
    });
    expect(nec2023.charging.chargeOnCircuitA(50)).toBe(40);
    expect(nec2023.charging.plug).toMatchObject({ mostA: 40, rule: "NEC 625.44, 625.54" });
    expect(nec2023.charging.disconnect).toEqual({ aboveA: 60, rule: "NEC 625.43" });
  });
  it("in the United Kingdom", () => {
    const pairs = [
      [6, 6],
      [8, 10],
      [10, 10],
      [13, 16],
      [16, 16],
      [20, 20],
      [25, 25],
      [32, 40],
    ];
    expect(uk.charging.settingsA.map((a) => [a, uk.charging.deviceA(a)])).toEqual(pairs);
    expect([33, 41, 46, 51, 64].map((a) => uk.charging.deviceA(a))).toEqual([40, 45, 50, 63, 64]);
    expect(uk.charging).toMatchObject({ minimumA: 6, usualMaxA: 32, poles: 1, continuousFactor: 1, leastOfferA: 6 });
    expect(uk.charging.chargeOnCircuitA(32)).toBe(32);
    expect(uk.charging.plug.mostA).toBe(10);
    expect(
      [5.9, 6, 15.9, 16, 31.9, 32, 39.9, 40, 64].map((a) =>
        uk.charging.deviceOnConductorA({
          ampacityA: a,
          mostDeviceA: a,
          unrecorded: [],
          cited: { rule: "", formula: "", numbers: "" },
        }),
      ),
    ).toEqual([0, 6, 10, 16, 25, 32, 32, 40, 40]);
  });
});

describe("the counted load of a charger", () => {
  const said = (book: typeof uk, a: number, treatment: "outside-125" | "outside-100", slow = false) => {
    const { va, cited } = book.charging.counted(a, book === uk ? 230 : 240, treatment, slow);
    return [va, cited().numbers, cited().rule];
  };
  it("is said with its numbers, by edition", () => {
    expect(said(nec2023, 12, "outside-125")).toEqual([
      7200,
      "1.25 x 12 A x 240 V = 3,600 VA; 7,200 VA is larger",
      "NEC 220.57, 625.42",
    ]);
    expect(said(nec2023, 24, "outside-125")).toEqual([7200, "1.25 x 24 A x 240 V = 7,200 VA", "NEC 220.57, 625.42"]);
    expect(said(nec2023, 30, "outside-100")).toEqual([7200, "30 A x 240 V = 7,200 VA", "NEC 220.57"]);
    expect(said(nec2023, 28, "outside-100")).toEqual([
      7200,
      "28 A x 240 V = 6,720 VA; 7,200 VA is larger",
      "NEC 220.57",
    ]);
    expect(said(nec2020, 12, "outside-100")).toEqual([2880, "12 A x 240 V = 2,880 VA", "NEC 220.14(A), 625.42"]);
    expect(said(nec2020, 12, "outside-125")).toEqual([3600, "1.25 x 12 A x 240 V = 3,600 VA", "NEC 220.14(A), 625.42"]);
    expect(said(uk, 32, "outside-125")).toEqual([7360, "32 A x 230 V = 7,360 VA", "BS 7671 722.311.201"]);
  });
  it("has no least load where a lead is in a general-purpose receptacle", () => {
    expect(said(nec2023, 12, "outside-125", true)[0]).toBe(3600);
    expect(said(nec2023, 12, "outside-100", true)[0]).toBe(2880);
  });
  it("says its formula by edition", () => {
    expect(nec2023.charging.counted(12, 240, "outside-125").cited().formula).toBe(
      "125 % of charging current x volts, at least 7,200 VA",
    );
    expect(nec2020.charging.counted(12, 240, "outside-125").cited().formula).toBe("125 % of charging current x volts");
    expect(nec2023.charging.nameplateVA(12, 240).cited().formula).toBe(
      "the larger of 7,200 VA and charging current x volts",
    );
    expect(nec2020.charging.nameplateVA(12, 240).cited().formula).toBe("charging current x volts");
    expect(nec2023.charging.countedRule("outside-125")).toBe("NEC 220.57, 625.42");
    expect(nec2023.charging.countedRule("inside")).toBe("NEC 220.57");
  });
});

describe("outlets", () => {
  it("of North America: volts, circuit, largest device (210.21(B)), current for hours, ground, slow", () => {
    const rows = Object.entries(nec2023.outlets).map(([type, o]) => [
      type,
      o?.volts,
      o?.circuitA,
      o?.mostDeviceA,
      o?.chargeA,
      o?.grounded,
      o?.slow,
    ]);
    expect(rows).toEqual([
      ["5-15", 120, 15, 20, 12, true, true],
      ["5-20", 120, 20, 20, 16, true, true],
      ["6-50", 240, 50, 50, 40, true, false],
      ["14-30", 240, 30, 30, 24, true, false],
      ["14-50", 240, 50, 50, 40, true, false],
      ["10-30", 240, 30, 30, 24, false, false],
      ["10-50", 240, 50, 50, 40, false, false],
    ]);
  });
  it("in the United Kingdom", () => {
    expect(uk.outlets).toEqual({
      bs1363: { name: "BS 1363", volts: 230, circuitA: 13, mostDeviceA: 32, chargeA: 10, grounded: true, slow: true },
    });
  });
});

describe("supplies", () => {
  it("are made in these ratings", () => {
    expect([...nec2023.supplyRatingsA]).toEqual([100, 125, 150, 200, 225, 400]);
    expect([...uk.supplyRatingsA]).toEqual([60, 80, 100]);
    expect([...(nec2023.bus?.ratingsA ?? [])]).toEqual([100, 125, 150, 200, 225, 400]);
    expect(nec2023.leastSupplyA).toEqual({ value: 100, rule: "NEC 230.79(C)" });
    expect(uk.largerSystem).toEqual({ system: "three-phase-230-400", ratingA: 100, name: "three phases" });
    expect(uk.notify).toMatchObject({ demandA: 60, chargeA: 32 });
    expect([uk.ring?.conductorFromA, uk.ring?.deviceA]).toEqual([20, 32]);
  });
  it("that are unreadable count as 60 A, or as the rating of the main breaker", () => {
    expect([nec2023.unknownRatingA(null), nec2023.unknownRatingA(150), uk.unknownRatingA(100)]).toEqual([60, 150, 60]);
  });
  it("have their volts", () => {
    expect(nec2023.systems.map((s) => nec2023.volts(s))).toEqual([240, 208]);
    expect(uk.systems.map((s) => uk.volts(s))).toEqual([230, 230]);
  });
  it("have terminals of 60 °C up to 100 A, and circuits with loads of their own", () => {
    expect([nec2023.sixtyDegreesUpToA, uk.sixtyDegreesUpToA]).toEqual([100, 0]);
    expect([nec2023.ownLoadFrom, uk.ownLoadFrom]).toEqual([
      { poles: 2, aboveA: 20 },
      { poles: 1, aboveA: 0 },
    ]);
    const asked = (book: Codebook) => Object.keys(book.asksFor).filter((k) => book.asksFor[k as keyof AsksFor]);
    expect(asked(nec2023)).toEqual([
      "floorArea",
      "evTreatment",
      "ratingOffMain",
      "emergencyDisconnect",
      "mainKind",
      "conductorMetal",
    ]);
    expect(asked(uk)).toEqual(["earthing", "isolator", "enclosure", "rcd"]);
    expect(nec2023.conductor({ size: "6 AWG", material: "cu", type: "thhn" })?.ampacityA).toBe(
      necConductor({ size: "6 AWG", material: "cu", type: "thhn" }, 60)?.ampacityA,
    );
  });
});

/** Copper and aluminium of services by rating, NEC 310.12 at 83 %. */
const SERVICE_SIZES: [number, string, string][] = [
  [100, "4 AWG", "2 AWG"],
  [110, "3 AWG", "1 AWG"],
  [125, "2 AWG", "1/0 AWG"],
  [150, "1 AWG", "2/0 AWG"],
  [175, "1/0 AWG", "3/0 AWG"],
  [200, "2/0 AWG", "4/0 AWG"],
  [225, "3/0 AWG", "250 kcmil"],
  [250, "4/0 AWG", "300 kcmil"],
  [300, "250 kcmil", "350 kcmil"],
  [350, "350 kcmil", "500 kcmil"],
  [400, "400 kcmil", "600 kcmil"],
];

describe("service conductors", () => {
  const { supplyConductor } = nec2023;
  it.each(SERVICE_SIZES)("of %i A are %s copper or %s aluminium", (ratingA, cu, al) => {
    expect(supplyConductor.sizeFor(ratingA, false)).toEqual({ size: cu, material: "cu" });
    expect(supplyConductor.sizeFor(ratingA, true)).toEqual({ size: al, material: "al" });
  });
  it("are the largest of the table where none is large enough", () => {
    expect(supplyConductor.sizeFor(600, true)).toEqual({ size: "750 kcmil", material: "cu" });
  });
  it("serve their ampacity at 75 °C / 0.83 from 100 A on, and their device below", () => {
    const serves = (size: string, material?: "cu" | "al") =>
      supplyConductor.allows({ size, ...(material && { material }) });
    expect(serves("4 AWG", "cu")?.ampacityA).toBeCloseTo(85 / 0.83, 9);
    expect(serves("6 AWG", "cu")?.ampacityA).toBe(70);
    expect(serves("3 AWG", "al")?.ampacityA).toBe(80);
    expect(serves("4/0 AWG", "al")?.cited.numbers).toBe("4/0 AWG aluminum 180 A serves 216.9 A");
    expect(serves("2/0 AWG")).toMatchObject({ unrecorded: ["metal"], ampacityA: 135 / 0.83 });
    expect(serves("14 AWG")?.ampacityA).toBe(20);
    expect(serves("6 mm2")).toBeNull();
    expect([supplyConductor.name, supplyConductor.fault]).toEqual(["service conductors", "conductor-undersized"]);
  });
});

describe("tails", () => {
  const serves = (size: string) => uk.supplyConductor.allows({ size })?.ampacityA;
  it("are limited to a fuse by their size", () => {
    expect(["6 mm2", "10 mm2", "16 mm2", "20 mm2", "25 mm2", "35 mm2", "50 mm2"].map(serves)).toEqual([
      0, 60, 80, 80, 100, 125, 125,
    ]);
    expect(uk.supplyConductor.allows({ size: "16 mm2" })?.cited.numbers).toBe("16 mm² tails: 80 A at most");
    expect(uk.supplyConductor.allows({ size: "4/0 AWG" })).toBeNull();
    expect(uk.supplyConductor.allows({ size: "25 mm2", material: "al" })).toBeNull();
  });
  it("are made for a rating", () => {
    expect([60, 61, 80, 100, 101, 200].map((a) => uk.supplyConductor.sizeFor(a, false).size)).toEqual([
      "10 mm2",
      "16 mm2",
      "16 mm2",
      "25 mm2",
      "35 mm2",
      "35 mm2",
    ]);
    expect([uk.supplyConductor.name, uk.supplyConductor.fault]).toEqual(["tails", "tails-undersized"]);
  });
});

describe("main and sources on one bus (705.12(B))", () => {
  const fits = (
    mainA: number,
    outputA: number,
    oppositeEnd: boolean,
    devicesA: number[] | null = null,
    book = nec2023,
  ) => book.bus?.sourcesFit({ busA: 200, mainA, devicesA, sources: [{ outputA, oppositeEnd }] });
  it.each([
    ["anywhere, at 100 %", 150, 40, false, true, "NEC 705.12(B)(1)"],
    ["anywhere, just over", 150, 40.1, false, false, ""],
    ["at the far end, at 120 %", 200, 32, true, true, "NEC 705.12(B)(2)"],
    ["at the far end, just over", 200, 32.1, true, false, ""],
  ] as const)("%s", (_what, mainA, outputA, opposite, wanted, rule) => {
    const found = fits(mainA, outputA, opposite);
    expect(found?.fits).toBe(wanted);
    if (wanted) expect(found?.cited.rule).toBe(rule);
  });
  it("or by the sum of all devices but the main", () => {
    expect(fits(200, 80, false, [100, 50, 50])).toMatchObject({
      fits: true,
      cited: { rule: "NEC 705.12(B)(3)", numbers: "200 A <= 200 A" },
    });
    expect(fits(200, 80, false, [100, 50, 51])?.fits).toBe(false);
    expect(fits(200, 80, false, [100, 50, 51])?.cited.numbers).toBe(
      "200 A + 1.25 x 80 A = 300 A, over 100 % of the 200 A bus; all devices but the main come to 201 A",
    );
    expect(fits(200, 80, true)?.cited.numbers).toBe(
      "200 A + 1.25 x 80 A = 300 A, over 120 % of the 200 A bus; not all devices beside the main have been read",
    );
    expect(fits(150, 40, false, null, nec2020)?.cited.rule).toBe("NEC 705.12(B)(3)(1)");
  });
  it("says what it found to fit", () => {
    expect(fits(150, 40, false)?.cited.numbers).toBe("150 A + 1.25 x 40 A = 200 A <= 200 A");
    expect(fits(200, 32, true)?.cited).toMatchObject({
      formula: "main + 125 % of the sources at the far end <= 120 % of the bus",
      numbers: "200 A + 1.25 x 32 A = 240 A <= 240 A",
    });
  });
  it("allows the far end only with every source there", () => {
    const two = nec2023.bus?.sourcesFit({
      busA: 200,
      mainA: 200,
      devicesA: null,
      sources: [
        { outputA: 16, oppositeEnd: true },
        { outputA: 16, oppositeEnd: false },
      ],
    });
    expect(two?.fits).toBe(false);
  });
});

describe("management and sharing", () => {
  it("keep a continuous set point: 80 % of the rating, or the rating less a margin", () => {
    expect([124, 125, 126.25, 60].map((a) => nec2023.managed.limitA(a, undefined).limitA)).toEqual([99, 100, 101, 48]);
    expect(nec2023.managed.limitA(125, undefined).cited.numbers).toBe("0.8 x 125 A = 100 A");
    expect(nec2023.managed.limitA(125, undefined).cited.formula).toMatch(/^80 % of the rating/);
    expect([
      uk.managed.limitA(100, undefined).limitA,
      uk.managed.limitA(3, 5).limitA,
      uk.managed.limitA(80, 2).cited.numbers,
    ]).toEqual([99, 0, "80 A - 2 A = 78 A"]);
    expect([nec2023.managed.rule, nec2020.managed.rule, uk.managed.rule]).toEqual([
      "NEC 220.70, 750.30, 625.42",
      "NEC 625.42, 750.30",
      "BS 7671 722.311.201",
    ]);
  });
  it("share circuits of 30 A and more, within the lead's reach", () => {
    expect(nec2023.sharing).toMatchObject({ needsOutlet: true, leastCircuitA: 30, reach: { value: 25, unit: "ft" } });
    expect(uk.sharing).toMatchObject({
      needsOutlet: false,
      leastCircuitA: 30,
      reach: { value: 7.5, unit: "m" },
      kinds: ["shower", "cooker"],
    });
  });
});

/** Typical nameplates of the pick lists, typed apart: VA, or A at V. */
const TYPICAL = {
  us: "small-appliance-circuit 1500, laundry-circuit 1500, range 12000, oven 4800, cooktop 7200, dryer 5000, water-heater 4500, dishwasher 1200, disposal 600, air-conditioning 24x240, heat-pump 20x240, supplemental-heat 10000, central-heat 15000, space-heating 1500, storage-heat 6000, motor 8x240, fixed-appliance 1500, ev-charger 32x240",
  uk: "lighting 600, socket-circuit 32x230, cooker 10500, shower 9500, immersion 3000, underfloor-heating 1500, storage-heater 3000, heat-pump 3000, fixed-appliance 2000, ev-charger 32x230",
};

describe("load kinds", () => {
  it.each([
    ["us", nec2023],
    ["uk", uk],
  ] as const)("of %s have their typical nameplates", (region, book) => {
    const said = book.loadKinds.map(
      (k) => `${k.kind} ${"va" in k.typical ? k.typical.va : `${k.typical.amps}x${k.typical.volts}`}`,
    );
    expect(said.join(", ")).toBe(TYPICAL[region]);
  });
  it("represent a whole circuit, where they are one", () => {
    const circuits = CODEBOOKS.map((b) => b.loadKinds.filter((k) => k.isCircuit).map((k) => [k.kind, k.fixedVA]));
    const us = [
      ["small-appliance-circuit", 1500],
      ["laundry-circuit", 1500],
    ];
    const uk = [["socket-circuit", undefined]];
    expect(circuits).toEqual([us, us, uk, uk]);
  });
  it("that every dwelling has are there from the start", () => {
    expect(nec2023.startLoads.map((l) => [l.kind, l.quantity])).toEqual([
      ["small-appliance-circuit", 2],
      ["laundry-circuit", 1],
    ]);
    expect(uk.startLoads).toEqual([]);
  });
});

describe("editions", () => {
  it("cite their own sections", () => {
    const cites = (book: typeof uk) => [
      book.sections.lighting,
      book.charging.counted(40, 240, "outside-100").cited().rule,
      book.managed.rule,
    ];
    expect(cites(nec2020).join()).not.toMatch(/220\.4[15]|220\.57|220\.70/);
    expect(cites(nec2023)).toEqual(["NEC 220.41", "NEC 220.57", "NEC 220.70, 750.30, 625.42"]);
    expect(JSON.stringify([uk.sections, uk.managed.rule, uk.sharing.cited])).not.toMatch(/NEC/);
  });
});
