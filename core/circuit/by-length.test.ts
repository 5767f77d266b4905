import { describe, expect, it } from "vitest";
import { bs7671 } from "#core/codebook/bs7671-2018-a2/index.ts";
import { nec2023 } from "#core/codebook/nec-2023/index.ts";
import { lengthFt, lengthM } from "#core/units.ts";
import { sizesByLength } from "./by-length.ts";
import { candidatesOf, neighbours } from "./candidates.ts";
import { designCircuit, isDesigned } from "./design.ts";
import type { CircuitAsked } from "./types.ts";

const us: CircuitAsked = {
  segments: [{ method: "emt", length: { value: 100, unit: "ft" } }],
  conductorType: "thhn",
  terminalC: 75,
  chargeA: 32,
  plug: false,
  aluminium: false,
  system: "split-phase-120-240",
};
const uk: CircuitAsked = {
  ...us,
  segments: [{ method: "clipped", length: { value: 30, unit: "m" } }],
  conductorType: "armoured-70",
  system: "single-phase-230",
};

describe("size against length", () => {
  it("stays with what it carries, and grows from where its volts decide", () => {
    const rows = sizesByLength(nec2023.circuit, us, (s) => lengthFt(s.length), 600, 12);
    expect(rows.map((r) => r.length)).toEqual([50, 100, 150, 200, 250, 300, 350, 400, 450, 500, 550, 600]);
    // 8 AWG carries it; 7.2 V are lost over 144 ft of it, and over 229 ft of 6 AWG.
    expect(rows.every((r) => r.byAmpacity === 3)).toBe(true);
    expect(rows.slice(0, 5).map((r) => r.taken)).toEqual([3, 3, 4, 4, 5]);
  });
  it("ends where no size is made for it", () => {
    const rows = sizesByLength(bs7671.circuit, uk, (s) => lengthM(s.length), 800, 4);
    expect(rows.map((r) => r.taken)).toEqual([6, null, null, null]);
  });
});

describe("the sizes beside the chosen one", () => {
  const made = designCircuit(bs7671.circuit, uk);
  if (!isDesigned(made)) throw new Error("it is made");
  const [candidates = []] = candidatesOf(bs7671.circuit, uk, made);
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
    expect(neighbours(candidates)).toEqual({
      smaller: expect.stringMatching(/^4 mm² fails: current-carrying capacity Iz, .*against In 40 A/),
      larger: "10 mm² would carry 67 A instead of 49 A and lose 1.8 % instead of 3 %",
    });
  });
  it("fail for their volts where they would carry it", () => {
    const long: CircuitAsked = { ...us, segments: [{ method: "emt", length: { value: 210, unit: "ft" } }] };
    const found = designCircuit(nec2023.circuit, long);
    if (!isDesigned(found)) throw new Error("it is made");
    const [sizes = []] = candidatesOf(nec2023.circuit, long, found);
    expect(neighbours(sizes).smaller).toBe(
      "8 AWG fails: volt drop along the run, 4.4 % against 3 % (NEC 210.19(A) informational note, chapter 9 table 8)",
    );
  });
  it("of a conductor that stays are itself alone", () => {
    const kept: CircuitAsked = { ...uk, kept: { size: "4 mm2", material: "cu", type: "armoured-70" } };
    const found = designCircuit(bs7671.circuit, kept);
    if (!isDesigned(found)) throw new Error("it is made");
    expect(candidatesOf(bs7671.circuit, kept, found)[0]?.map((c) => c.conductor.size)).toEqual(["4 mm2"]);
    expect(neighbours([])).toEqual({ smaller: null, larger: null });
  });
});
