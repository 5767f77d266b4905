import { describe, expect, it } from "vitest";
import { bsConductor, necConductor } from "./ampacity.ts";
import { CLIPPED_DIRECT_A } from "./bs7671-4d.ts";
import { NEC_310_16 } from "./nec-310-16.ts";

describe("conductors in North America (310.16)", () => {
  const rating = (size: string, type?: string, material: "cu" | "al" = "cu", terminalC: 60 | 75 = 75) => {
    const found = necConductor({ size, material, ...(type && { type }) }, terminalC);
    return found && [found.ampacityA, found.mostDeviceA];
  };
  it("stop at the 60 °C column for NM-B, whatever the terminals say", () => {
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
  it("know aluminium and large sizes, and say when a size is not in the table", () => {
    expect(rating("4/0 AWG", "ser", "al")).toEqual([180, 200]);
    expect(rating("250 kcmil", "thhn")).toEqual([255, 300]);
    expect(rating("14 AWG", "thhn", "al")).toBeNull();
    expect(rating("7 AWG", "thhn")).toBeNull();
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

describe("cables in the United Kingdom, clipped direct", () => {
  it("carry what the tables say", () => {
    expect(bsConductor({ size: "6 mm2", type: "twin-earth" })?.ampacityA).toBe(47);
    expect(bsConductor({ size: "4 mm2", type: "armoured-70" })?.ampacityA).toBe(38);
    expect(bsConductor({ size: "4 mm2", type: "armoured-90" })?.ampacityA).toBe(38);
    expect(bsConductor({ size: "3 mm2" })).toBeNull();
  });
  it("carry more the larger they are", () => {
    for (const table of Object.values(CLIPPED_DIRECT_A)) {
      const sizes = Object.keys(table)
        .map(Number)
        .sort((a, b) => a - b);
      const amps = sizes.map((s) => table[s] as number);
      expect(amps).toEqual([...amps].sort((a, b) => a - b));
    }
  });
});
