import { describe, expect, it } from "vitest";
import { bsConductor } from "../bs7671/circuit/conductor.ts";
import { NEC_240_4_D, NEC_240_6, NEC_310_16 } from "../nec/circuit/ampacity-tables.ts";
import { necConductor } from "../nec/circuit/conductor.ts";

describe("conductors in North America (310.16)", () => {
  const rating = (size: string, type?: string, material: "cu" | "al" = "cu", terminalC: 60 | 75 = 75) => {
    const found = necConductor({ size, material, ...(type && { type }) }, terminalC);
    return found && [found.ampacityA, found.mostDeviceA];
  };
  it("stop at the 60 °C column for NM-B, regardless of the terminals", () => {
    expect(rating("6 AWG", "nm-b")).toEqual([55, 60]);
    expect(rating("6 AWG", "thhn")).toEqual([65, 70]);
    expect(rating("6 AWG", "thhn", "cu", 60)).toEqual([55, 60]);
  });
  it("are taken at 60 °C where the wiring method is not recorded", () => {
    expect(rating("8 AWG")).toEqual([40, 40]);
  });
  it("keep small conductors on small devices (240.4(D))", () => {
    expect(rating("14 AWG", "thhn")).toEqual([15, 15]);
    expect(rating("10 AWG", "thhn")).toEqual([30, 30]);
    expect(rating("10 AWG", "thhn", "al")).toEqual([25, 25]);
  });
  it("know aluminium and large sizes; beyond the table the largest counts, below it nothing does", () => {
    expect(rating("4/0 AWG", "ser", "al")).toEqual([180, 200]);
    expect(rating("250 kcmil", "thhn")).toEqual([255, 300]);
    expect(rating("750 kcmil", "thhn")).toEqual([475, 500]);
    expect(rating("1000 kcmil", "thhn")).toEqual([475, 500]);
    expect(rating("14 AWG", "xhhw-2", "al")).toEqual([0, 0]);
    expect(rating("16 AWG", "thhn")).toEqual([0, 0]);
    expect(rating("7 AWG", "thhn")).toBeNull();
    expect(rating("6 mm2", "thhn")).toBeNull();
  });
  it("are taken for what carries less where metal or cable type were not noted, and say so", () => {
    const of = (conductor: Parameters<typeof necConductor>[0]) => {
      const found = necConductor(conductor, 75);
      return [found?.ampacityA, found?.unrecorded];
    };
    expect(of({ size: "6 AWG" })).toEqual([40, ["metal", "cable type"]]);
    expect(of({ size: "6 AWG", type: "ser" })).toEqual([50, ["metal"]]);
    expect(of({ size: "6 AWG", type: "nm-b" })).toEqual([55, []]);
    expect(of({ size: "6 AWG", type: "thhn" })).toEqual([65, []]);
    expect(of({ size: "6 AWG", material: "cu" })).toEqual([55, ["cable type"]]);
    expect(necConductor({ size: "6 AWG" }, 75)?.cited.numbers).toBe(
      "6 AWG aluminum, 60 °C column, its metal and cable type not recorded = 40 A, a device of 40 A at most",
    );
  });
  it("carry more the larger they are and the hotter they may run", () => {
    for (const metal of ["cu", "al"] as const)
      for (const column of [0, 1, 2] as const) {
        const amps = NEC_310_16.flatMap((r) => r[metal]?.[column] ?? []);
        expect(amps).toEqual([...new Set(amps)].sort((a, b) => a - b));
      }
    for (const { cu, al } of NEC_310_16)
      for (const row of [cu, al ?? cu]) expect([...row].sort((a, b) => a - b)).toEqual(row);
  });
});

/** Tables 4D5, 4D4 and 4D2, method C, typed apart from those of the program. */
const METHOD_C = {
  "twin-earth": { 1: 16, 1.5: 20, 2.5: 27, 4: 37, 6: 47, 10: 64, 16: 85 },
  "armoured-70": { 1.5: 21, 2.5: 28, 4: 38, 6: 49, 10: 67, 16: 89, 25: 118 },
  "armoured-90": { 1.5: 21, 2.5: 28, 4: 38, 6: 49, 10: 67, 16: 89, 25: 118 },
  "multicore-70": { 2.5: 27, 4: 36, 6: 46, 10: 63, 16: 85, 25: 112 },
};

describe("cables in the United Kingdom, clipped direct", () => {
  it.each(Object.entries(METHOD_C))("%s carry what the tables say, cell by cell", (type, cells) => {
    for (const [mm2, ampacityA] of Object.entries(cells))
      expect(bsConductor({ size: `${mm2} mm2`, type })).toMatchObject({
        ampacityA,
        mostDeviceA: ampacityA,
        unrecorded: [],
      });
  });
  it("are taken for the type that carries least where none was noted", () => {
    expect(bsConductor({ size: "4 mm2" })).toMatchObject({ ampacityA: 36, unrecorded: ["cable type"] });
    expect(bsConductor({ size: "4 mm2" })?.cited.numbers).toBe(
      "4 mm² tough-sheathed, its cable type not recorded, = 36 A",
    );
    expect(bsConductor({ size: "4 mm2", type: "armoured-70" })?.cited).toMatchObject({
      rule: "BS 7671 table 4D4, 433.1",
      numbers: "4 mm² armoured = 38 A",
    });
  });
  it("beyond the table count as its largest row, below it as nothing, between its rows as unknown", () => {
    expect(bsConductor({ size: "35 mm2", type: "armoured-70" })?.ampacityA).toBe(118);
    expect(bsConductor({ size: "0.75 mm2", type: "twin-earth" })?.ampacityA).toBe(0);
    expect(bsConductor({ size: "3 mm2", type: "twin-earth" })).toBeNull();
  });
  it("are of copper, in mm2", () => {
    expect(bsConductor({ size: "6 mm2", type: "twin-earth", material: "al" })).toBeNull();
    expect(bsConductor({ size: "6 AWG", type: "twin-earth" })).toBeNull();
  });
});

/** NEC Table 310.16, 60, 75 and 90 °C, typed apart from the program's. */
const TABLE_310_16 = `
14 AWG 15 20 25 | 12 AWG 20 25 30 15 20 25 | 10 AWG 30 35 40 25 30 35 | 8 AWG 40 50 55 35 40 45
6 AWG 55 65 75 40 50 55 | 4 AWG 70 85 95 55 65 75 | 3 AWG 85 100 115 65 75 85 | 2 AWG 95 115 130 75 90 100
1 AWG 110 130 145 85 100 115 | 1/0 AWG 125 150 170 100 120 135 | 2/0 AWG 145 175 195 115 135 150
3/0 AWG 165 200 225 130 155 175 | 4/0 AWG 195 230 260 150 180 205 | 250 kcmil 215 255 290 170 205 230
300 kcmil 240 285 320 195 230 260 | 350 kcmil 260 310 350 210 250 280 | 400 kcmil 280 335 380 225 270 305
500 kcmil 320 380 430 260 310 350 | 600 kcmil 350 420 475 285 340 385 | 700 kcmil 385 460 520 315 375 425
750 kcmil 400 475 535 320 385 435`;

describe("Table 310.16", () => {
  it("is the published one, cell by cell", () => {
    const rows = TABLE_310_16.trim()
      .split(/[|\n]/)
      .map((r) => r.trim().split(/\s+/));
    expect(rows.map(([n, unit]) => `${n} ${unit}`)).toEqual(NEC_310_16.map((r) => r.size));
    rows.forEach(([, , ...cells], i) => {
      const { cu, al } = NEC_310_16[i] as (typeof NEC_310_16)[number];
      expect([...cu, ...(al ?? [])]).toEqual(cells.map(Number));
    });
  });
  it("goes with the standard devices of 240.6(A)", () => {
    expect([...NEC_240_6]).toEqual([
      15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500,
      600,
    ]);
    expect(NEC_240_4_D).toEqual({
      cu: { "14 AWG": 15, "12 AWG": 20, "10 AWG": 30 },
      al: { "12 AWG": 15, "10 AWG": 25 },
    });
  });
});
