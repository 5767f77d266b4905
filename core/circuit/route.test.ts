import { describe, expect, it } from "vitest";
import type { CaseDocument, Run, RunSegment } from "#core/case/document/types.ts";
import { laidSegments } from "#core/rules/circuit/laid.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { designFor, isDesigned } from "./design.ts";
import { countOfSupports, withRoute } from "./route.ts";

const ft = (value: number) => ({ value, unit: "ft" as const });
const m = (value: number) => ({ value, unit: "m" as const });

interface Told extends Partial<CaseDocument> {
  chargeA?: number;
  panel?: string;
  feederA?: number | null;
}

function designed(home: CaseDocument, run: Run, { chargeA = 32, panel, feederA = null, ...more }: Told = {}) {
  const document = { ...home, ...more, run };
  const codebook = codebookOf(document.rules);
  const design = designFor(document, codebook, chargeA);
  if (!design || !isDesigned(design)) throw new Error("not designed");
  return withRoute(
    {
      document,
      design,
      demandA: 70,
      panel: panel ?? home.panels[0]?.id ?? null,
      feederA: () => feederA,
      managed: false,
    },
    codebook,
    true,
  );
}
const checksOf = (...given: Parameters<typeof designed>) => designed(...given).checks;
const one = (checks: readonly RouteCheck[], id: string): Pick<RouteCheck, "passes" | "numbers"> => {
  const found = checks.filter((c) => c.id === id);
  expect(found).toHaveLength(1);
  const [{ passes, numbers }] = found as [RouteCheck];
  return { passes, numbers };
};
const us = (segment: Partial<RunSegment>, told: Told = {}, run: Partial<Run> = {}) =>
  checksOf(knownUsHome(), { segments: [{ method: "emt", length: ft(40), ...segment }], ...run }, told);
const uk = (segment: Partial<RunSegment>, told: Told = {}, run: Partial<Run> = {}) =>
  checksOf(knownUkHome(), { segments: [{ method: "clipped", length: m(12), ...segment }], ...run }, told);

describe("the laid cable", () => {
  it("is the length, what it climbs, and the allowance", () => {
    const run: Run = { segments: [{ method: "emt", length: ft(30), rise: m(3.048) }], allowancePercent: 5 };
    expect(laidSegments(run)[0]?.length.value).toBeCloseTo(42, 6);
    const plain: Run = { segments: [{ method: "emt", length: ft(30) }] };
    expect(laidSegments(plain)).toBe(plain.segments);
  });
  it("is what loses the volts", () => {
    const of = (run: Run) => designed(knownUsHome(), run).voltDropV;
    const segments: RunSegment[] = [{ method: "emt", length: ft(60) }];
    expect(of({ segments, allowancePercent: 10 }) / of({ segments })).toBeCloseTo(1.1, 9);
  });
});

describe("supports", () => {
  it("are within reach of both ends and within the permitted spacing", () => {
    const emt = { item: "", name: "", every: 10, fromEnd: 3, rule: "" };
    expect(countOfSupports(5, emt)).toBe(1);
    expect(countOfSupports(16, emt)).toBe(2);
    expect(countOfSupports(16.1, emt)).toBe(3);
    expect(countOfSupports(12, { ...emt, every: 0.4, fromEnd: null })).toBe(31);
  });
  it("are listed by part, with the spacing of each support", () => {
    expect(one(us({}), "supports").numbers).toBe("5 straps on 40 ft");
    expect(one(us({ method: "pvc40" }), "supports").numbers).toBe("13 straps on 40 ft");
    expect(one(us({ method: "in-wall", conductorType: "nm-b" }), "supports").numbers).toBe("10 staples on 40 ft");
    expect(us({ method: "buried-pvc" }).some((c) => c.id === "supports")).toBe(false);
    expect(one(uk({ conductorType: "armoured-70", escapeRoute: false }), "supports").numbers).toBe("31 clips on 12 m");
    expect(one(uk({ conductorType: "twin-earth" }), "supports").numbers).toBe("49 metal clips on 12 m");
    expect(one(uk({ method: "trunking" }), "supports").numbers).toBe("25 metal clips on 12 m");
    expect(uk({ method: "stud-touching" }).some((c) => c.id === "supports")).toBe(false);
  });
});

describe("how it runs in North America", () => {
  it("bends at most 360° between pull points, with advice from 270°", () => {
    expect(one(us({}), "bends")).toEqual({ passes: null, numbers: "not entered" });
    expect(one(us({ bendDegrees: 269 }), "bends")).toEqual({ passes: true, numbers: "269° against 360°" });
    expect(one(us({ bendDegrees: 270 }), "bends").numbers).toContain("a hard pull: add a pull point");
    expect(one(us({ bendDegrees: 270 }), "bends").numbers).not.toContain("one size up");
    expect(one(us({ bendDegrees: 300, length: ft(400) }), "bends").numbers).toContain("one size up for");
    expect(one(us({ bendDegrees: 360 }), "bends").passes).toBe(true);
    expect(one(us({ bendDegrees: 361 }), "bends")).toEqual({
      passes: false,
      numbers: "361° against 360°; put a pull point between",
    });
    expect(us({ method: "in-wall", conductorType: "nm-b" }).some((c) => c.id === "bends")).toBe(false);
  });
  it("lies 18 in deep", () => {
    const buried = (cover?: RunSegment["cover"]) =>
      one(us({ method: "buried-pvc", ...(cover && { cover }) }), "cover").passes;
    expect(buried()).toBe(null);
    expect(buried(ft(1.5))).toBe(true);
    expect(buried(ft(1.49))).toBe(false);
    expect(buried(m(0.4572))).toBe(true);
  });
  it("avoids places with damage, unless it is in EMT, schedule 80 or the ground", () => {
    expect(one(us({ method: "pvc40", exposed: true }), "protection").passes).toBe(false);
    expect(one(us({ method: "pvc40" }), "protection").passes).toBe(null);
    expect(one(us({ method: "attic", conductorType: "nm-b", exposed: true }), "protection").passes).toBe(false);
    for (const method of ["emt", "pvc80", "buried-pvc"])
      expect(us({ method, exposed: true }).some((c) => c.id === "protection")).toBe(false);
    expect(us({ method: "in-wall", conductorType: "nm-b" }).some((c) => c.id === "protection")).toBe(false);
    expect(us({ method: "pvc40", exposed: false }).some((c) => c.id === "protection")).toBe(false);
  });
  it("has a box where the type changes, of the volume its conductors ask for", () => {
    const mixed = (chargeA: number, terminalC: 60 | 75) =>
      checksOf(
        knownUsHome(),
        {
          segments: [
            { method: "in-wall", length: ft(20), conductorType: "nm-b" },
            { method: "emt", length: ft(20), conductorType: "thhn" },
          ],
          terminalC,
        },
        { chargeA },
      );
    // 6 AWG NM-B and 8 AWG THHN: 2 x 5 + 2 x 3, one earth conductor of 10 AWG, one clamp of 6 AWG.
    expect(one(mixed(40, 75), "box").numbers).toBe("16 + 2.5 + 5 = a box of 23.5 in³ or more");
    expect(one(mixed(48, 75), "box").numbers).toBe("4 AWG to 6 AWG in 3/4 in EMT");
    expect(us({}).some((c) => c.id === "box")).toBe(false);
  });
  it("asks for a disconnect above 60 A, and where the firm does", () => {
    const told = (chargeA: number, disconnect?: Run["disconnect"], options?: CaseDocument["options"]) =>
      one(
        us({}, { chargeA, ...(options && { options }) }, { terminalC: 75, ...(disconnect && { disconnect }) }),
        "disconnect",
      ).passes;
    expect(told(48)).toBe(true);
    expect(told(56)).toBe(null);
    expect(told(56, "none")).toBe(false);
    expect(told(56, "out-of-sight")).toBe(true);
    expect(told(48, undefined, { disconnectInSight: true })).toBe(null);
    expect(told(48, "in-sight", { disconnectInSight: true })).toBe(true);
    expect(told(48, "out-of-sight", { disconnectInSight: true })).toBe(false);
  });
  it("asks for GFCI protection of a receptacle, and leaves it open outdoors", () => {
    const charger = { ...knownUsHome().charger, outdoors: true };
    expect(one(us({}, { charger: { ...charger, connection: "plug" } }), "gfci").passes).toBe(null);
    expect(one(us({}, { charger }), "gfci").passes).toBe(null);
    expect(one(us({}, { charger, options: { outdoorGfci: false } }), "gfci").passes).toBe(true);
    expect(one(us({}, { charger, options: { outdoorGfci: true } }), "gfci").numbers).toContain("the firm fits it");
    const hard = us({}, { charger, chargeA: 48 }, { terminalC: 75 });
    expect(hard.some((c) => c.id === "gfci")).toBe(false);
    expect(us({}, { charger: { ...charger, outdoors: false } }).some((c) => c.id === "gfci")).toBe(false);
  });
  it("says what aluminum asks for", () => {
    const run = { conductorType: "xhhw-2", terminalC: 75 as const };
    expect(one(us({}, { options: { allowAluminium: true } }, run), "aluminium").numbers).toBe("part 1");
    expect(us({}, {}, run).some((c) => c.id === "aluminium")).toBe(false);
  });
});

describe("how it runs in the United Kingdom", () => {
  const charger = (more: CaseDocument["charger"]) => ({ charger: { ...knownUkHome().charger, ...more } });
  it("has the residual-current device that the charger asks for", () => {
    expect(one(uk({}, charger({ dcDetection: true })), "rcd").numbers).toContain("type A");
    expect(one(uk({}, charger({ dcDetection: false })), "rcd").numbers).toContain("type B");
    const { dcDetection: _, ...untold } = knownUkHome().charger ?? {};
    expect(one(uk({}, { charger: untold }), "rcd").passes).toBe(null);
    expect(one(uk({ method: "stud-touching" }), "in-wall-rcd").passes).toBe(true);
    expect(uk({}).some((c) => c.id === "in-wall-rcd")).toBe(false);
  });
  it("says what electrode would be needed in the place of detection: 70 V over the demand", () => {
    const supply = { ...knownUkHome().supply, earthing: "tn-c-s" as const };
    expect(one(uk({}, { supply, ...charger({ lostPenDetection: true }) }), "lost-pen").numbers).toContain(
      "1 ohm or less (70 V / 70 A)",
    );
    expect(uk({}, { supply: { ...supply, earthing: "tn-s" } }).some((c) => c.id === "lost-pen")).toBe(false);
    const tt = (zeOhm: number | null) => one(uk({}, { supply: { ...supply, earthing: "tt", zeOhm } }), "electrode");
    expect(tt(120)).toEqual({ passes: true, numbers: "120 ohm x 0.03 A = 3.6 V" });
    expect(tt(1667).passes).toBe(false);
    expect(tt(1666).passes).toBe(true);
    expect(tt(null).passes).toBe(null);
  });
  it("lies deep enough for what is done above it", () => {
    const ground = (cover: number | null, surface?: RunSegment["surface"]) =>
      one(uk({ method: "ground", ...(cover !== null && { cover: m(cover) }), ...(surface && { surface }) }), "cover")
        .passes;
    expect(ground(null)).toBe(null);
    expect(ground(0.5)).toBe(true);
    expect(ground(0.49, "lawn")).toBe(false);
    expect(ground(0.59, "gravel")).toBe(false);
    expect(ground(0.6, "concrete")).toBe(true);
  });
  it("has fire-resistant supports on escape routes, and where escape routes are unknown", () => {
    expect(one(uk({ escapeRoute: true }), "fixings").passes).toBe(true);
    expect(one(uk({}), "fixings").passes).toBe(null);
    expect(uk({ escapeRoute: false }).some((c) => c.id === "fixings")).toBe(false);
    expect(uk({ method: "ground", escapeRoute: true }).some((c) => c.id === "fixings")).toBe(false);
  });
  it("is armoured where it exposed to damage", () => {
    expect(one(uk({ conductorType: "twin-earth", exposed: true }), "protection").passes).toBe(false);
    expect(uk({ conductorType: "armoured-70", exposed: true }).some((c) => c.id === "protection")).toBe(false);
  });
  it("offers surge protection, and lists sources that feed back", () => {
    const [board] = knownUkHome().panels;
    const surge = (surgeProtection: boolean) =>
      one(uk({}, { panels: [{ ...(board as NonNullable<typeof board>), surgeProtection }] }), "surge").passes;
    expect(surge(true)).toBe(true);
    expect(surge(false)).toBe(null);
    const battery = { ...knownUkHome().supply, battery: true };
    expect(one(uk({}, { supply: battery }), "both-ways").numbers).toContain("a battery is there");
    const roof = { ...knownUkHome().supply, onsiteGeneration: true };
    expect(one(uk({}, { supply: roof }), "both-ways").numbers).toContain("generation is there");
    expect(uk({}).some((c) => c.id === "both-ways")).toBe(false);
  });
});

describe("crossings", () => {
  it("is never a floor with heating in it, and that is a caution of the circuit", () => {
    const run: Run = { segments: [{ method: "emt", length: ft(40), through: { heatedFloors: 1 } }] };
    const design = designed(knownUsHome(), run);
    expect(one(design.checks, "heated-floor").passes).toBe(false);
    expect(design.cautions).toContainEqual(expect.stringContaining("A heated floor: part 1"));
    expect(us({ through: { heatedFloors: 0 } }).some((c) => c.id === "heated-floor")).toBe(false);
  });
  it("is never steel, and is agreed on where it is a flat roof", () => {
    expect(one(us({ through: { steelBeams: 1 } }), "steel-beam").passes).toBe(false);
    expect(one(us({ through: { flatRoofs: 1 } }), "flat-roof").passes).toBe(null);
    expect(us({ through: { steelBeams: 0, flatRoofs: 0 } }).some((c) => /steel|roof/.test(c.id))).toBe(false);
  });
  it("is searched where it is concrete, sleeved where it has a cavity, and agreed on where it is a fence", () => {
    expect(one(us({ through: { concreteFloors: 1 } }), "concrete-floor").passes).toBe(null);
    expect(one(us({ through: { cavityWalls: 1 } }), "cavity").passes).toBe(null);
    expect(one(us({ fixedTo: "fence" }), "fence").passes).toBe(null);
    const twice: Run = {
      segments: [
        { method: "emt", length: ft(4), fixedTo: "fence" },
        { method: "emt", length: ft(4) },
        { method: "emt", length: ft(4), fixedTo: "fence" },
      ],
    };
    expect(one(checksOf(knownUsHome(), twice), "fence").numbers).toBe("parts 1 and 3");
  });
});

describe("volts lost in all", () => {
  const garage = (feeder: CaseDocument["panels"][number]["feeder"]): CaseDocument => {
    const home = knownUsHome();
    const sub = { id: "garage", name: "Garage panel", fedFrom: home.panels[0]?.id ?? "", feeder, spaces: 8 };
    return { ...home, panels: [...home.panels, sub] };
  };
  const run: Run = { segments: [{ method: "emt", length: ft(40) }] };
  const conductor = { size: "6 AWG", material: "cu" as const, type: "thhn" };
  it("are those of the run where nothing is before it", () => {
    expect(one(us({}), "drop-in-all").numbers).toMatch(/^the run 1\.99 V = 1\.99 V of 240 V = 0\.8 %$/);
  });
  it("includes the loss in the lead, where its length is known", () => {
    const place = { unit: "ft" as const, charger: { at: [0, 0], leadLength: 20 } };
    expect(one(us({}, { place }), "drop-in-all").numbers).toMatch(/0\.8 %; its lead about 1 V more$/);
  });
  it("are those of the feeder too, at what it carries; more than 5 % does not hold", () => {
    const of = (length: number, feederA: number) =>
      one(checksOf(garage({ conductor, length: ft(length) }), run, { panel: "garage", feederA }), "drop-in-all");
    // 2 x 100 ft x 50 A x 0.491 / 1000 = 4.91 V.
    expect(of(100, 50).numbers).toMatch(
      /^feeder to Garage panel at 50 A: 4\.91 V \+ the run 1\.99 V = 6\.9 V of 240 V/,
    );
    expect(of(100, 50).passes).toBe(true);
    expect(of(300, 50).passes).toBe(false);
  });
  it("are open where a feeder was not read", () => {
    const untold = one(checksOf(garage(null), run, { panel: "garage", feederA: 50 }), "drop-in-all");
    expect(untold).toMatchObject({
      passes: null,
      numbers: expect.stringContaining("not entered: feeder to Garage panel"),
    });
    const unheard = one(checksOf(garage({ conductor, length: ft(9) }), run, { panel: "garage" }), "drop-in-all");
    expect(unheard.passes).toBe(null);
    const odd = { ...conductor, size: "7 AWG" };
    const unknown = one(
      checksOf(garage({ conductor: odd, length: ft(9) }), run, { panel: "garage", feederA: 5 }),
      "drop-in-all",
    );
    expect(unknown.passes).toBe(null);
  });
});

describe("the fault loop in the United Kingdom", () => {
  const m = (value: number) => ({ value, unit: "m" as const });
  const home = (feeder: CaseDocument["panels"][number]["feeder"]): CaseDocument => ({
    ...knownUkHome(),
    supply: { ...knownUkHome().supply, zeOhm: 0.35 },
    panels: [...knownUkHome().panels, { id: "garage", name: "Garage", fedFrom: "main", feeder, spaces: 6 }],
    charger: { ...knownUkHome().charger, panel: "garage" },
    run: { segments: [{ method: "clipped", length: m(10) }], conductorType: "armoured-70" },
  });
  const zs = (feeder: CaseDocument["panels"][number]["feeder"]) => {
    const found = designFor(home(feeder), codebookOf("uk-bs7671-2018-a2"), 16);
    if (!found || !isDesigned(found)) throw new Error("not designed");
    return found;
  };
  const thin = { size: "2.5 mm2", type: "armoured-70" };
  it("leads along every feeder on the way", () => {
    const direct = zs({ conductor: { size: "25 mm2", type: "armoured-70" }, length: m(1) });
    const [own] = [(direct.zsOhm ?? 0) - 0.35 - (1.454 * 1 * 1.2) / 1000];
    // 20 m of 2.5 mm2 add 14.82 x 20 x 1.2 / 1000 = 0.356 ohm.
    expect(zs({ conductor: thin, length: m(20) }).zsOhm).toBeCloseTo(0.35 + 0.35568 + (own ?? 0), 6);
  });
  it("is unknown while a feeder is, which is said", () => {
    for (const feeder of [null, { conductor: thin }, { length: m(20) }]) {
      const found = zs(feeder);
      expect(found.zsOhm).toBeNull();
      expect(found.cautions.join(" ")).toMatch(/The feeder to Garage is not known/);
    }
  });
});
