/** Pulling conductors into a raceway. */
import { describe, expect, it } from "vitest";
import type { RunSegment } from "#core/case/document/types.ts";
import type { DesignedSegment } from "#core/rules/circuit/types.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { wayIn } from "#core/testing/ways.ts";
import { pullChecks } from "./pull.ts";

const made = (size: string, earth: string, conduit: string | null, material: "cu" | "al" = "cu"): DesignedSegment => ({
  method: "emt",
  conductor: { size, material, type: "thhn" },
  earthConductor: { size: earth, material, type: "thhn" },
  conduit,
});
const part = (feet: number, bendDegrees?: number): RunSegment => ({
  method: "emt",
  length: { value: feet, unit: "ft" },
  ...(bendDegrees !== undefined && { bendDegrees }),
});
const one = (segment: RunSegment, designed = made("6 AWG", "10 AWG", "3/4 in EMT"), live = 2) =>
  pullChecks([segment], [designed], live)[0];

/** A foot of 2 x 6 AWG and 10 AWG: 62,860 circular mils of copper with a sixth and a bit of insulation, lb. */
const WEIGHT = 62_860 * (Math.PI / 4 / 1e6) * 12 * 0.323 * 1.15;

describe("pulling in", () => {
  it("takes weight, length and friction, against what the conductors may be pulled with", () => {
    // 2 x 26,240 circular mils x 0.008 lb.
    const feet = 1200;
    expect(one(part(feet))).toMatchObject({ passes: true, advice: true });
    expect(one(part(feet))?.numbers).toBe(`${Math.round(feet * WEIGHT * 0.5)} lb of 420 lb`);
  });
  it("grows with the bends, and is limited by the wall of a bend", () => {
    const bent = one(part(100, 180));
    // 500 lb a foot x 4.5 in.
    expect(bent?.numbers).toBe(
      `${Math.round(100 * WEIGHT * 0.5 * Math.exp((0.5 * Math.PI * 180) / 180))} lb of 188 lb, by the wall of a bend of 4.5 in`,
    );
  });
  it("says where lubricant is enough, and where a pull point goes where it is not", () => {
    expect(one(part(400, 270))?.numbers).toMatch(/^\d+ lb with lubricant, \d+ lb without it of 188 lb/);
    const far = one(part(6562));
    expect(far).toMatchObject({ passes: false });
    expect(far?.numbers).toMatch(/even with lubricant: a pull point at least every [\d,]+ ft of 420 lb$/);
  });
  it("a pull of 2 km never holds, however large the conductors", () => {
    for (const size of ["14 AWG", "6 AWG", "4/0 AWG"])
      expect(one(part(6562, 90), made(size, "8 AWG", "2 in EMT"))?.passes).toBe(false);
  });
  it("never pulls harder than a grip holds, nor on aluminum as on copper", () => {
    expect(one(part(150), made("500 kcmil", "4 AWG", "2 in EMT"))?.numbers).toMatch(/of 1,000 lb$/);
    expect(one(part(3000), made("6 AWG", "10 AWG", "3/4 in EMT", "al"))?.numbers).toMatch(/of 315 lb$/);
  });
  it("counts the conductors of a circuit with a neutral", () => {
    expect(one(part(1200), undefined, 3)?.numbers).toMatch(/of 630 lb$/);
  });
  it("is left out where it is easy", () => {
    expect(one(part(40))).toBeUndefined();
  });
  it("is of raceways in the tables only", () => {
    expect(one(part(1200), made("6 AWG", "10 AWG", null))).toBeUndefined();
    expect(one(part(1200), made("6 AWG", "10 AWG", "larger than 2 in EMT"))).toBeUndefined();
    expect(pullChecks([part(1200), part(1200)], [made("6 AWG", "10 AWG", "3/4 in EMT")], 2)).toHaveLength(1);
  });
  it("stands among the checks of a circuit, and does not change its verdict", () => {
    const along = (bendDegrees: number) =>
      wayIn(
        { ...knownUsHome(), run: { segments: [part(250, bendDegrees)], conductorType: "thhn", terminalC: 75 } },
        "dedicated-circuit",
      );
    expect(along(180).circuit?.checks.map((c) => c.label)).toContain("Pulling in, part 1");
    expect(along(360).circuit?.checks.find((c) => c.id === "pull")).toMatchObject({ passes: false });
    expect(along(360).verdict).toBe(along(0).verdict);
  });
});
