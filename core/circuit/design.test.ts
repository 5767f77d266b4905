import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { RunSegment } from "#core/case/document/types.ts";
import { bs7671A2Codebook } from "#core/rules/bs7671/editions.ts";
import type { CircuitDesign, CircuitSpec } from "#core/rules/circuit/types.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { designCircuit, isDesigned } from "./design.ts";

const ft = (value: number) => ({ value, unit: "ft" as const });
const m = (value: number) => ({ value, unit: "m" as const });
const segment = (method: string, length: RunSegment["length"], conductorType?: string): RunSegment => ({
  method,
  length,
  ...(conductorType && { conductorType }),
});
const us = (changes: Partial<CircuitSpec> = {}): CircuitSpec => ({
  segments: [segment("in-wall", ft(30))],
  conductorType: "nm-b",
  terminalC: 60,
  chargeA: 40,
  plug: false,
  aluminium: false,
  system: "split-phase-120-240",
  ...changes,
});
const uk = (changes: Partial<CircuitSpec> = {}): CircuitSpec => ({
  segments: [segment("clipped", m(30))],
  conductorType: "armoured-70",
  terminalC: 70,
  chargeA: 32,
  plug: false,
  aluminium: false,
  system: "single-phase-230",
  earthing: "tn-c-s",
  zeOhm: 0.35,
  ...changes,
});
const rulesOf = (asked: CircuitSpec) =>
  (asked.system === "single-phase-230" ? bs7671A2Codebook : nec2023Codebook).circuit;
const tried = (asked: CircuitSpec) => designCircuit(rulesOf(asked), asked);
function made(asked: CircuitSpec): CircuitDesign {
  const found = tried(asked);
  if (!isDesigned(found)) throw new Error(found.refused.numbers);
  return found;
}
const refused = (asked: CircuitSpec) => {
  const found = tried(asked);
  return isDesigned(found) ? null : found.refused.numbers;
};
const sizes = ({ conductor, earthConductor, deviceA }: CircuitDesign) => [deviceA, conductor.size, earthConductor.size];

describe("a circuit in North America", () => {
  const thhn = { segments: [segment("emt", ft(95))], conductorType: "thhn", terminalC: 75 };
  it("for 40 A in NM-B is 6 AWG on 50 A: 8 AWG carries too little", () => {
    expect(sizes(made(us()))).toEqual([50, "6 AWG", "10 AWG"]);
    expect(made(us()).conduit).toBeNull();
  });
  it("for 48 A in EMT at 75 °C is 6 AWG in 3/4 in, with 1.87 % lost over 95 ft", () => {
    const design = made(us({ ...thhn, chargeA: 48 }));
    expect(sizes(design)).toEqual([60, "6 AWG", "10 AWG"]);
    expect(design.conduit).toBe("3/4 in EMT");
    expect(design.voltDropV).toBeCloseTo(4.48, 2);
    expect(design.voltDropPercent).toBeCloseTo(1.87, 2);
    expect(design.checks.every((c) => c.passes)).toBe(true);
  });
  it("for 32 A 210 ft away grows to 6 AWG for its volt drop, and its earth conductor with it to 8 AWG", () => {
    const design = made(us({ ...thhn, segments: [segment("emt", ft(210))], chargeA: 32 }));
    expect(sizes(design)).toEqual([40, "6 AWG", "8 AWG"]);
    expect(design.stretches[0]?.sizeByAmpacity).toBe("8 AWG");
    expect(design.voltDropV).toBeCloseTo(6.6, 2);
    expect(design.voltDropPercent).toBeCloseTo(2.75, 2);
  });
  it("for 48 A in NM-B is 4 AWG: 6 AWG carries 55 A, and 60 A are asked for at its terminals", () => {
    expect(sizes(made(us({ chargeA: 48, terminalC: 75 })))).toEqual([60, "4 AWG", "10 AWG"]);
  });
  it("of two conductor types has a size for each stretch, and a raceway for each segment", () => {
    const segments = [
      segment("in-wall", ft(20)),
      segment("pvc80", ft(8), "thhn"),
      segment("buried-pvc", ft(60), "thhn"),
    ];
    const design = made(us({ segments, chargeA: 48, terminalC: 75 }));
    expect(design.segments.map((s) => [s.conductor.size, s.conductor.type, s.earthConductor.size, s.conduit])).toEqual([
      ["4 AWG", "nm-b", "10 AWG", null],
      ["6 AWG", "thhn", "10 AWG", "3/4 in PVC schedule 80"],
      ["6 AWG", "thhn", "10 AWG", "3/4 in PVC schedule 40"],
    ]);
    expect(design.conductor.size).toBe("4 AWG");
    expect(design.conduit).toBe("3/4 in PVC schedule 80");
  });
  it("enlarges the stretch that saves most first", () => {
    const segments = [segment("in-wall", ft(40)), segment("buried-pvc", ft(200), "thhn")];
    const design = made(us({ segments, chargeA: 48, terminalC: 75 }));
    expect(design.stretches.map((s) => [s.sizeByAmpacity, s.conductor.size])).toEqual([
      ["4 AWG", "4 AWG"],
      ["6 AWG", "4 AWG"],
    ]);
    expect(design.voltDropPercent).toBeLessThanOrEqual(3);
  });
  it("corrects from the 90 °C column, and is rated for no more than the terminals allow", () => {
    // 6 AWG: 75 x 0.87 = 65.25, no more than 65.
    expect(made(us({ ...thhn, chargeA: 48, ambientC: 41 })).stretches[0]?.ampacityA).toBe(65);
    // 75 x 0.82 = 61.5 carries 48 A, and 60 A is no more than the next device above it.
    expect(sizes(made(us({ ...thhn, chargeA: 48, ambientC: 50 })))[1]).toBe("6 AWG");
    // 75 x 0.5 = 37.5 carries no 48 A; 4 AWG: 95 x 0.5 = 47.5 neither; 3 AWG: 57.5, and 60 A is the next device.
    expect(sizes(made(us({ ...thhn, chargeA: 48, grouped: 10 })))[1]).toBe("3 AWG");
    expect(made(us({ ...thhn, chargeA: 48, grouped: 10 })).cautions.join(" ")).toMatch(/where others share it/);
    expect(made(us({ ...thhn, chargeA: 16, ambientC: 30.5 })).stretches[0]?.decidedBy.numbers).toContain("x 0.96 x 1");
  });
  it("keeps small conductors behind small devices", () => {
    expect(sizes(made(us({ chargeA: 12 })))).toEqual([15, "14 AWG", "14 AWG"]);
    expect(sizes(made(us({ ...thhn, chargeA: 16 })))).toEqual([20, "12 AWG", "12 AWG"]);
    expect(sizes(made(us({ ...thhn, chargeA: 20 })))).toEqual([25, "10 AWG", "10 AWG"]);
    // 10 AWG is 35 A at 75 °C, but is protected at 30 A at most.
    expect(sizes(made(us({ ...thhn, chargeA: 28 })))).toEqual([35, "8 AWG", "10 AWG"]);
  });
  it("with a plug has a 50 A device, and 40 A at most", () => {
    expect(sizes(made(us({ chargeA: 32, plug: true })))).toEqual([50, "6 AWG", "10 AWG"]);
    expect(refused(us({ chargeA: 48, plug: true }))).toMatch(/48 A is more than/);
  });
  it("of aluminium where the job allows it and the type is made of it, its earth conductor too", () => {
    const buried = { segments: [segment("buried-pvc", ft(60))], terminalC: 75, chargeA: 48, aluminium: true };
    const design = made(us({ ...buried, conductorType: "xhhw-2" }));
    expect(design.conductor).toEqual({ size: "4 AWG", material: "al", type: "xhhw-2" });
    expect(design.earthConductor).toEqual({ size: "8 AWG", material: "al", type: "xhhw-2" });
    expect(made(us({ ...buried, conductorType: "thhn" })).conductor.material).toBe("cu");
    expect(made(us({ ...buried, segments: [segment("attic", ft(60))], conductorType: "ser" })).conduit).toBeNull();
  });
  it("is never refused for its volt drop: the largest size stays, with a caution", () => {
    const design = made(us({ ...thhn, chargeA: 48, segments: [segment("emt", m(5000))] }));
    expect(design.conductor.size).toBe("500 kcmil");
    expect(design.cautions[0]).toMatch(/^No size brings the voltage drop below 3 %: the largest loses 16.9 %/);
    expect(design.conduit).toBe("larger than 2 in EMT");
    expect(design.checks.find((c) => c.id === "volt-drop")?.passes).toBe(false);
  });
  it("says where a cable's own earth conductor is too small for what was enlarged", () => {
    const long = made(us({ chargeA: 40, segments: [segment("in-wall", ft(300))] }));
    expect(long.conductor.size).toBe("3 AWG");
    expect(long.earthConductor.size).toBe("6 AWG");
    expect(long.cautions.join(" ")).toMatch(/own grounding conductor is 8 AWG; 6 AWG is asked for/);
  });
  it("is refused where no size that is made carries it, and above 80 A", () => {
    const hot = us({ chargeA: 48, ambientC: 70, grouped: 40 });
    expect(refused(hot)).toBe(
      "No size of the table carries this: 2 AWG copper: 130 A at 90 °C x 0.58 x 0.4 = 30.2 A, no more than 95 A at 60 °C = 30.2 A, against 48 A",
    );
    expect(made({ ...hot, chargeA: 28 }).conductor.size).toBe("2 AWG");
    expect(refused(us({ chargeA: 88 }))).toMatch(/88 A is more than 80 A/);
  });
  it("on 208 V loses its share of 208 V", () => {
    const design = made(us({ ...thhn, chargeA: 48, system: "two-legs-120-208" }));
    expect(design.voltDropPercent).toBeCloseTo((4.478 / 208) * 100, 2);
  });
  it("of an existing conductor keeps its size, and gives its ampacity", () => {
    const kept = { size: "8 AWG", material: "cu" as const, type: "nm-b" };
    expect(sizes(made(us({ chargeA: 32, kept })))).toEqual([40, "8 AWG", "10 AWG"]);
    expect(refused(us({ chargeA: 40, kept }))).toMatch(/40 A against 1.25 x 40 A = 50 A/);
    expect(rulesOf(us()).keptMostA(kept, [], us())).toEqual({ deviceA: 40, chargeA: 32 });
  });
});

describe("a circuit in the United Kingdom", () => {
  it("of 30 m armoured for 32 A behind 40 A is 6 mm², with 3.05 % lost and Zs 0.572 ohm", () => {
    const design = made(uk());
    expect(sizes(design)).toEqual([40, "6 mm2", "6 mm2"]);
    expect(design.voltDropV).toBeCloseTo(7.01, 2);
    expect(design.voltDropPercent).toBeCloseTo(3.05, 2);
    expect(design.zsOhm).toBeCloseTo(0.572, 3);
    expect(design.zsLimitOhm).toBeCloseTo(1.0925, 4);
    expect(design.checks.every((c) => c.passes)).toBe(true);
    expect(design.checks.at(-1)?.numbers).toBe("0.35 + 0.22 = 0.57 ohm against 1.09 ohm; cold 0.87 ohm at most");
  });
  it("behind 32 A is 4 mm²", () => {
    const design = made(uk({ deviceSetting: 32 }));
    expect(sizes(design)).toEqual([32, "4 mm2", "4 mm2"]);
    expect(design.voltDropPercent).toBeCloseTo(4.59, 2);
  });
  it("takes a 32 A device before the current is lowered, where no size carries 40 A", () => {
    const deep = { segments: [segment("stud-not-touching", m(8))], conductorType: "twin-earth" };
    expect(sizes(made(uk({ ...deep, ambientC: 35 })))).toEqual([32, "16 mm2", "6 mm2"]);
    expect(refused(uk({ ...deep, ambientC: 50 }))).toMatch(/^No size of the table carries 40 A/);
  });
  it("has the size of the worst part of its run, in the ground by soil", () => {
    const segments = [segment("clipped", m(5)), segment("ground", m(20))];
    const design = made(uk({ segments }));
    expect(design.stretches).toHaveLength(1);
    expect(design.stretches[0]?.decidedBy.numbers).toBe("6 mm² armoured, method D: 46 A x 1 x 1 = 46 A");
    // 60 mm² D at 25 °C soil and two together: 60 x 0.95 x 0.75.
    expect(made(uk({ segments, ambientC: 25, grouped: 2 })).stretches[0]?.ampacityA).toBeCloseTo(60 * 0.95 * 0.75, 9);
  });
  it("takes the next row of a table, and nothing beyond its last", () => {
    expect(made(uk({ ambientC: 31 })).stretches[0]?.decidedBy.numbers).toContain("x 0.94 x 1");
    expect(made(uk({ ambientC: -10 })).stretches[0]?.decidedBy.numbers).toContain("x 1.03 x 1");
    expect(made(uk({ grouped: 10, chargeA: 16 })).stretches[0]?.decidedBy.numbers).toContain("x 1 x 0.45");
    expect(refused(uk({ ambientC: 61 }))).toMatch(/118 A x 0 x 1 = 0 A/);
    expect(refused(uk({ grouped: 40 }))).toMatch(/No size/);
  });
  it("has the smaller earth of flat cable, and its higher loop", () => {
    const flat = made(uk({ conductorType: "twin-earth" }));
    expect(sizes(flat)).toEqual([40, "6 mm2", "2.5 mm2"]);
    expect(flat.zsOhm).toBeCloseTo(0.35 + (10.49 * 30 * 1.2) / 1000, 9);
    expect(sizes(made(uk({ conductorType: "multicore-70" })))).toEqual([40, "6 mm2", "6 mm2"]);
    expect(made(uk({ conductorType: "armoured-90" })).stretches[0]?.ampacityA).toBe(49);
  });
  it("is enlarged for its volt drop, and refused where no size keeps it", () => {
    expect(sizes(made(uk({ segments: [segment("clipped", m(70))] })))[1]).toBe("10 mm2");
    expect(refused(uk({ segments: [segment("clipped", m(5000))] }))).toMatch(/280 V of 230 V = 121.7 %, more than 5 %/);
  });
  it("is not enlarged for its fault loop: the RCD protects, and that is said", () => {
    const design = made(uk({ zeOhm: 1.2 }));
    expect(sizes(design)[1]).toBe("6 mm2");
    expect(design.zsLimitOhm).toBeCloseTo(1.0925, 4);
    expect(design.cautions).toEqual([expect.stringMatching(/RCD gives fault protection/)]);
    expect(made(uk({ zeOhm: null }))).toMatchObject({ zsOhm: null });
    expect(made(uk({ zeOhm: null })).cautions).toEqual([expect.stringMatching(/^Ze has not been measured/)]);
  });
  it("on an electrode has 1,667 ohm for its limit, and 200 ohm to aim at", () => {
    const tt = made(uk({ earthing: "tt", zeOhm: 90 }));
    expect(tt.zsLimitOhm).toBeCloseTo(1666.67, 2);
    expect(tt.cautions).toEqual([]);
    expect(made(uk({ earthing: "tt", zeOhm: 250 })).cautions).toEqual([expect.stringMatching(/may not stay stable/)]);
  });
  it("of an existing stub has the device its conductor allows: 4 mm² armoured, 32 A behind 32 A", () => {
    const kept = { size: "4 mm2", material: "cu" as const, type: "armoured-70" };
    const stub = uk({ segments: [segment("clipped", m(12))], kept });
    const design = made(stub);
    expect(sizes(design)).toEqual([32, "4 mm2", "4 mm2"]);
    expect(design.voltDropV).toBeCloseTo(4.22, 2);
    expect(made({ ...stub, chargeA: 16 }).deviceA).toBe(32);
    const large = { ...kept, size: "16 mm2" };
    expect(bs7671A2Codebook.circuit.keptMostA(large, stub.segments, stub)).toEqual({ deviceA: 40, chargeA: 40 });
    expect(refused({ ...stub, kept: { ...kept, size: "2.5 mm2" } })).not.toBeNull();
  });
});

describe("any circuit (property)", () => {
  const mils = (d: CircuitDesign) => d.stretches.map((s) => Number.parseFloat(s.conductor.size));
  const lengths = fc.double({ min: 1, max: 400, noNaN: true });
  it("further away is never smaller, and loses more only where it did not grow", () => {
    fc.assert(
      fc.property(lengths, lengths, fc.constantFrom(6, 10, 16, 20, 25, 32), (a, b, chargeA) => {
        const at = (length: number) => tried(uk({ chargeA, segments: [segment("clipped", m(length))] }));
        const [near, far] = [at(Math.min(a, b)), at(Math.max(a, b))];
        if (!isDesigned(far)) return;
        if (!isDesigned(near)) throw new Error("what can be done far away can be done near");
        expect(mils(far)[0]).toBeGreaterThanOrEqual(mils(near)[0] as number);
        expect(far.voltDropPercent).toBeLessThanOrEqual(5 + 1e-9);
      }),
    );
  });
  it("passes every check of its own, but volt drop in North America", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(12, 16, 20, 24, 28, 32, 36, 40, 48, 56, 64, 72, 80),
        lengths,
        fc.integer({ min: -10, max: 70 }),
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom("nm-b", "thhn", "xhhw-2", "ser"),
        fc.boolean(),
        fc.constantFrom(60, 75),
        (chargeA, length, ambientC, grouped, conductorType, aluminium, terminalC) => {
          const segments = [segment("in-wall", ft(length))];
          const asked = us({ chargeA, segments, ambientC, grouped, conductorType, aluminium, terminalC });
          const found = tried(asked);
          if (!isDesigned(found)) return;
          expect(found.deviceA).toBeGreaterThanOrEqual(1.25 * chargeA);
          for (const s of found.stretches) {
            expect(s.checks.filter((c) => !c.passes)).toEqual([]);
            expect(s.ampacityA).toBeGreaterThanOrEqual(chargeA);
            expect(s.mayCountA).toBeGreaterThanOrEqual(1.25 * chargeA - 1e-6);
          }
        },
      ),
    );
  });
});

describe("a size that a person wants at least", () => {
  it("is reused where it is sufficient, with its protective conductor", () => {
    const smallest = made(us());
    const wanted = made(us({ leastSize: "4 AWG" }));
    expect(smallest.conductor.size).toBe("6 AWG");
    expect(wanted.conductor.size).toBe("4 AWG");
    expect(wanted.voltDropV).toBeLessThan(smallest.voltDropV);
    expect(wanted.checks.find((c) => c.id === "volt-drop")?.formula).not.toMatch(/enlarged/);
    expect(made(uk({ conductorType: "twin-earth", chargeA: 16, leastSize: "6 mm2" })).conductor.size).toBe("6 mm2");
  });
  it("never makes a conductor smaller than the rules ask for, and an unknown one changes nothing", () => {
    expect(made(us({ leastSize: "12 AWG" })).conductor.size).toBe("6 AWG");
    expect(made(us({ leastSize: "thick" })).conductor.size).toBe("6 AWG");
  });
});
