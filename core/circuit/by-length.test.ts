import { describe, expect, it } from "vitest";
import { bs7671A2Codebook } from "#core/rules/bs7671/editions.ts";
import type { CircuitSpec } from "#core/rules/circuit/types.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { lengthFt, lengthM } from "#core/units.ts";
import { regionsOf, sizesByLength } from "./by-length.ts";
import { cheapestSize, type Prices } from "./by-price.ts";
import { candidatesOf, neighbouringSizes } from "./candidates.ts";
import { designCircuit, isDesigned } from "./design.ts";

const us: CircuitSpec = {
  segments: [{ method: "emt", length: { value: 100, unit: "ft" } }],
  conductorType: "thhn",
  terminalC: 75,
  chargeA: 32,
  plug: false,
  aluminium: false,
  system: "split-phase-120-240",
};
const uk: CircuitSpec = {
  ...us,
  segments: [{ method: "clipped", length: { value: 30, unit: "m" } }],
  conductorType: "armoured-70",
  system: "single-phase-230",
};

describe("size against length", () => {
  it("stays with what it carries, and grows from where its volts decide", () => {
    const rows = sizesByLength(nec2023Codebook.circuit, us, (s) => lengthFt(s.length), 600, 12);
    expect(rows.map((r) => r.length)).toEqual([50, 100, 150, 200, 250, 300, 350, 400, 450, 500, 550, 600]);
    // 8 AWG carries it; 7.2 V are lost over 144 ft of it, and over 229 ft of 6 AWG.
    expect(rows.every((r) => r.byAmpacity === 3)).toBe(true);
    expect(rows.slice(0, 5).map((r) => r.taken)).toEqual([3, 3, 4, 4, 5]);
  });
  it("ends where no size is large enough for it", () => {
    const rows = sizesByLength(bs7671A2Codebook.circuit, uk, (s) => lengthM(s.length), 800, 4);
    expect(rows.map((r) => r.taken)).toEqual([6, null, null, null]);
  });
});

describe("the reason for the size by length", () => {
  const rows = sizesByLength(nec2023Codebook.circuit, us, (s) => lengthFt(s.length), 600, 12);
  it("is what it carries, then the volts it loses", () => {
    expect(regionsOf(rows, null)).toEqual([
      { decides: "ampacity", from: 0, to: 100 },
      { decides: "volt-drop", from: 100, to: 600 },
    ]);
  });
  it("is the price as far as a larger size costs less over the years", () => {
    expect(regionsOf(rows, 4)).toEqual([
      { decides: "price", from: 0, to: 100 },
      { decides: "volt-drop", from: 100, to: 600 },
    ]);
    expect(regionsOf(rows, 3)).toEqual(regionsOf(rows, null));
  });
  it("is nothing where no size is large enough", () => {
    const far = sizesByLength(bs7671A2Codebook.circuit, uk, (s) => lengthM(s.length), 800, 4);
    expect(regionsOf(far, null).at(-1)).toEqual({ decides: "nothing", from: 200, to: 800 });
  });
});

describe("the size that costs least", () => {
  const each = { "8 AWG": 1, "6 AWG": 1.5, "4 AWG": 2.5 } as Record<string, number>;
  const prices = (energy: number | null, energyPerNightKWh = 10): Prices => ({
    conductorPerLength: ({ size }) => each[size] ?? null,
    energy,
    energyPerNightKWh,
    show: (money) => `$${Math.round(money)}`,
  });
  const of = (more: Prices) =>
    cheapestSize(nec2023Codebook.circuit, us, 40, (s) => s.reduce((t, p) => t + lengthFt(p.length), 0), more);
  it("is the smallest that carries it where nothing is lost", () => {
    expect(of(prices(0.2, 0))).toMatchObject({ conductor: { size: "8 AWG" }, money: 100 });
  });
  it("grows with the energy that goes through it and with its price", () => {
    // 8 AWG loses 4.98 V of 240 V: 757 kWh of 36,500; 6 AWG 478 kWh, 4 AWG 300 kWh.
    expect(of(prices(0.16))).toMatchObject({ conductor: { size: "8 AWG" } });
    const larger = of(prices(0.3));
    expect(larger?.conductor.size).toBe("6 AWG");
    expect(larger?.money).toBeCloseTo(150 + 0.3 * ((2 * 100 * 32 * 0.491) / 1000 / 240) * 36_500, 6);
    expect(larger?.cited.numbers).toBe("$150 + 478 kWh = $293");
    expect(of(prices(0.3, 40))?.conductor.size).toBe("4 AWG");
  });
  it("is absent without a price of energy or of any conductor", () => {
    expect(of(prices(null))).toBe(null);
    expect(of({ ...prices(0.2), conductorPerLength: () => null })).toBe(null);
  });
});

describe("the sizes beside the chosen one", () => {
  const made = designCircuit(bs7671A2Codebook.circuit, uk);
  if (!isDesigned(made)) throw new Error("it is made");
  const [candidates = []] = candidatesOf(bs7671A2Codebook.circuit, uk, made);
  it("are all that the type is made in, with why each smaller fails", () => {
    expect(candidates.map((c) => [c.conductor.size, c.chosen, c.fails?.id])).toEqual([
      ["1.5 mm2", false, "capacity"],
      ["2.5 mm2", false, "capacity"],
      ["4 mm2", false, "capacity"],
      ["6 mm2", true, undefined],
      ["10 mm2", false, undefined],
      ["16 mm2", false, undefined],
      ["25 mm2", false, undefined],
    ]);
    expect(candidates[3]?.dropPercent).toBeCloseTo(3.05, 2);
    expect(neighbouringSizes(candidates)).toEqual({
      smaller: expect.stringMatching(/^4 mm² fails: current-carrying capacity Iz, .*against In 40 A/),
      larger: "10 mm² would carry 67 A instead of 49 A and lose 1.8 % instead of 3 %",
    });
  });
  it("fail for their volts where they would carry it", () => {
    const long: CircuitSpec = { ...us, segments: [{ method: "emt", length: { value: 210, unit: "ft" } }] };
    const found = designCircuit(nec2023Codebook.circuit, long);
    if (!isDesigned(found)) throw new Error("it is made");
    const [sizes = []] = candidatesOf(nec2023Codebook.circuit, long, found);
    expect(neighbouringSizes(sizes).smaller).toBe(
      "8 AWG fails: voltage drop along the run, 4.4 % against 3 % (NEC 210.19(A) informational note, chapter 9 table 8)",
    );
  });
  it("have every check as a line, and the earth conductor that each would take", () => {
    const long: CircuitSpec = { ...us, segments: [{ method: "emt", length: { value: 210, unit: "ft" } }] };
    const found = designCircuit(nec2023Codebook.circuit, long);
    if (!isDesigned(found)) throw new Error("it is made");
    const [sizes = []] = candidatesOf(nec2023Codebook.circuit, long, found);
    const of = (size: string) => sizes.find((c) => c.conductor.size === size);
    expect(of("6 AWG")?.checks.map((c) => [c.id, c.passes])).toEqual([
      ["terminals", true],
      ["corrected", true],
      ["device", true],
      ["volt-drop", true],
    ]);
    // By the 40 A device 10 AWG, grown with what is larger than the 8 AWG that carries it.
    expect(["10 AWG", "8 AWG", "6 AWG", "4 AWG"].map((s) => of(s)?.earthConductor.size)).toEqual([
      "10 AWG",
      "10 AWG",
      "8 AWG",
      "6 AWG",
    ]);
    expect(found.checks.find((c) => c.id === "conduit-fill")?.numbers).toBe(
      "2 x 6 AWG + 8 AWG = 0.14 in² = 25.9 %; the next size, 1 in: 16 %",
    );
  });
  it("of an existing conductor have one size", () => {
    const kept: CircuitSpec = { ...uk, kept: { size: "4 mm2", material: "cu", type: "armoured-70" } };
    const found = designCircuit(bs7671A2Codebook.circuit, kept);
    if (!isDesigned(found)) throw new Error("it is made");
    expect(candidatesOf(bs7671A2Codebook.circuit, kept, found)[0]?.map((c) => c.conductor.size)).toEqual(["4 mm2"]);
    expect(neighbouringSizes([])).toEqual({ smaller: null, larger: null });
  });
});
