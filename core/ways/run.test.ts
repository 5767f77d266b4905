import { describe, expect, it } from "vitest";
import type { CaseDocument, Run } from "#core/case/document/types.ts";
import { lawProblems } from "#core/laws/laws.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { codesIn, linkIn, reasonsIn, wayIn, withCircuitIn } from "#core/testing/ways.ts";

const m = (value: number) => ({ value, unit: "m" as const });
const ft = (value: number) => ({ value, unit: "ft" as const });
const along = (home: CaseDocument, run: Run): CaseDocument => ({ ...home, run });
const armoured = (length: number, more: Partial<Run> = {}): Run => ({
  segments: [{ method: "clipped", length: m(length) }],
  conductorType: "armoured-70",
  ...more,
});
const ukAlong = (run: Run) => along(knownUkHome(), run);

describe("a way along a run", () => {
  it("is designed for its current, its device goes with it, and its conductor is a link like any other", () => {
    const way = wayIn(ukAlong(armoured(30)), "dedicated-circuit");
    expect(way).toMatchObject({ chargeA: 32, circuitA: 40 });
    expect(way.circuit).toMatchObject({ chargeA: 32, deviceA: 40, conductor: { size: "6 mm2" } });
    const conductor = way.path.find((l) => l.kind === "conductor");
    expect(conductor).toMatchObject({ carriesA: 32, mayCarryA: 49 });
    expect(conductor?.decidedBy).toContain("method C: 49 A");
    expect(way.cautions.join(" ")).not.toContain("still to be designed");
    expect(way.lines.map((l) => l.item)).toContain("cable:armoured-70:6 mm2");
  });
  it("without one is not designed, and says so", () => {
    const way = wayIn(knownUkHome(), "dedicated-circuit");
    expect(way.circuit).toBeUndefined();
    expect(way.cautions.join(" ")).toContain("The run is still to be designed");
    expect(assess(knownUkHome()).circuit).toBeNull();
  });
  it("charges with less where no size carries more, and not at all where none carries the least", () => {
    const hot = armoured(10, { ambientC: 60, grouped: 12 });
    const way = wayIn(ukAlong(hot), "dedicated-circuit");
    // 25 mm² clipped: 118 A x 0.5 x 0.45 = 26.6 A.
    expect(way).toMatchObject({ chargeA: 25, circuitA: 25, circuit: { conductor: { size: "25 mm2" } } });
    const far = ukAlong(armoured(5000));
    expect(codesIn(far, "dedicated-circuit")).toContain("conductor-limit");
    expect(reasonsIn(far, "dedicated-circuit")).toMatch(/more than 5 %/);
    expect(wayIn(far, "dedicated-circuit").verdict).toBe("ruled-out");
    expect(codesIn(far, "dynamic-load-management")).toContain("conductor-limit");
  });
  it("of a managed charger is designed too", () => {
    expect(wayIn(ukAlong(armoured(30)), "dynamic-load-management").circuit).toMatchObject({
      conductor: { size: "6 mm2" },
    });
  });
  it("counts a charger as continuous on its conductor", () => {
    const run: Run = { segments: [{ method: "in-wall", length: ft(30) }], conductorType: "nm-b" };
    const link = linkIn(along(knownUsHome(), run), "dedicated-circuit", "circuit:charger-circuit:conductor");
    expect(link).toMatchObject({ carriesA: 60, mayCarryA: 70 });
  });
  it("takes over a conductor that is there at what it carries along the run", () => {
    const stub = {
      id: "stub",
      ratingA: 16,
      poles: 1,
      status: "charger-ready" as const,
      rcd: "A" as const,
      conductor: { size: "4 mm2", material: "cu" as const, type: "armoured-70" },
    };
    const way = wayIn(withCircuitIn(ukAlong(armoured(12)), stub), "reuse-circuit");
    expect(way).toMatchObject({ chargeA: 32, circuitA: 32, circuit: { conductor: { size: "4 mm2" } } });
    expect(way.circuit?.voltDropPercent).toBeCloseTo(1.84, 2);
    const deep = withCircuitIn(ukAlong(armoured(12, { ambientC: 55 })), stub);
    expect(wayIn(deep, "reuse-circuit")).toMatchObject({ chargeA: 20, circuitA: 20 });
  });
  it("leaves the charger of an outlet that is there alone", () => {
    for (const way of assess(ukAlong(armoured(5000))).ways)
      if (way.way === "existing-outlet" || way.way === "circuit-splitter") expect(way.circuit).toBeUndefined();
  });
});

describe("a run's own laws", () => {
  const problems = (home: CaseDocument, run: Run) => lawProblems(along(home, run)).map((p) => [p.path, p.message]);
  it("know the methods and the conductor types of the rules, and which go together", () => {
    const us = knownUsHome();
    const emt = { method: "emt", length: ft(10) };
    expect(problems(us, { segments: [emt] })).toEqual([]);
    expect(problems(us, { segments: [emt], conductorType: "nm-b" })).toEqual([
      ["run.segments[0]", "NM-B cable is not run like this: in EMT"],
    ]);
    expect(problems(us, { segments: [{ ...emt, method: "clipped" }] })).toEqual([
      ["run.segments[0].method", expect.stringMatching(/^"clipped" is not a method of/)],
    ]);
    expect(problems(us, { segments: [{ ...emt, conductorType: "armoured-70" }] })[0]?.[0]).toBe(
      "run.segments[0].conductorType",
    );
    expect(problems(us, { segments: [emt], conductorType: "rope" }).map(([path]) => path)).toEqual([
      "run.conductorType",
    ]);
    const uk = knownUkHome();
    const ground = { method: "ground", length: m(4) };
    expect(problems(uk, { segments: [ground] })).toEqual([]);
    expect(problems(uk, { segments: [ground], conductorType: "twin-earth" }).map(([path]) => path)).toEqual([
      "run.segments[0]",
    ]);
    const own = { ...ground, conductorType: "armoured-90" };
    expect(problems(uk, { segments: [own], conductorType: "twin-earth" })).toEqual([]);
  });
});

describe("a run with failing checks", () => {
  const run: Run = { segments: [{ method: "emt", length: ft(40), bendDegrees: 400 }], terminalC: 75 };
  it("is laid otherwise before its way is ready", () => {
    const way = wayIn(along(knownUsHome(), run), "dedicated-circuit");
    expect(way.verdict).toBe("with-work");
    expect(way.onlyConfirm).toBe(false);
    expect(way.reasons).toContainEqual(
      expect.objectContaining({ code: "fault-on-path", text: expect.stringMatching(/^Bends, part 1: 400°/) }),
    );
    expect(way.work).toContainEqual(expect.stringMatching(/^Lay the run otherwise: bends, part 1, 400° against 360°/));
    const straight = { ...run, segments: [{ method: "emt", length: ft(40), bendDegrees: 90 }] };
    expect(wayIn(along(knownUsHome(), straight), "dedicated-circuit").verdict).toBe("ready");
  });
  it("is not stopped by what is only advice", () => {
    const far: Run = { segments: [{ method: "in-wall", length: ft(700), conductorType: "nm-b" }] };
    const way = wayIn(along(knownUsHome(), far), "dedicated-circuit");
    expect(way.circuit?.checks.find((c) => c.id === "drop-in-all")?.passes).toBe(false);
    expect(way.verdict).toBe("ready");
  });
});

describe("price-book items of a run", () => {
  const lines = (home: CaseDocument) =>
    Object.fromEntries(wayIn(home, "dedicated-circuit").lines.map((l) => [l.item, l.count]));
  const built = (home: CaseDocument) =>
    Object.fromEntries(wayIn(home, "dedicated-circuit").lines.map((l) => [l.item, l.needed]));
  it("is two conductors and their earth conductor for each part, of the metal they are made in", () => {
    const run: Run = { segments: [{ method: "emt", length: ft(95) }], conductorType: "thhn", terminalC: 75 };
    expect(built(along(knownUsHome(), run))).toMatchObject({
      "wire:thhn:6 AWG": 190,
      "wire:thhn:10 AWG": 95,
      "conduit:emt:3/4 in": 95,
      "support:strap": 10,
      "run:emt": 95,
    });
    // With 5 % of offcuts: wire by the foot, conduit in lengths of 10 ft.
    expect(lines(along(knownUsHome(), run))).toMatchObject({
      "wire:thhn:6 AWG": 200,
      "wire:thhn:10 AWG": 100,
      "conduit:emt:3/4 in": 100,
    });
    const aluminium = {
      ...along(knownUsHome(), { ...run, conductorType: "xhhw-2" }),
      options: { allowAluminium: true },
    };
    expect(built(aluminium)).toMatchObject({ "wire:xhhw-2-al:4 AWG": 190, "wire:xhhw-2-al:8 AWG": 95 });
    expect(built(ukAlong(armoured(30)))).toMatchObject({
      "cable:armoured-70:6 mm2": 30,
      "support:metal-clip": 76,
      "run:clipped": 30,
    });
  });
  it("is what it climbs and the allowance, what is drilled, the box between two types, and the disconnect", () => {
    const run: Run = {
      segments: [
        {
          method: "in-wall",
          length: ft(30),
          rise: ft(10),
          conductorType: "nm-b",
          through: { joists: 6, cavityWalls: 1, flatRoofs: 1, steelBeams: 1 },
        },
        { method: "buried-pvc", length: ft(50), conductorType: "thhn", surface: "paving" },
      ],
      allowancePercent: 10,
      disconnect: "in-sight",
    };
    const takes = built(along(knownUsHome(), run));
    expect(takes["run:in-wall"]).toBeCloseTo(44, 9);
    expect(takes["run:buried-pvc:paving"]).toBeCloseTo(55, 9);
    // Steel is not drilled, so no hole in it is priced.
    expect(takes).not.toHaveProperty("labour:drill:steelBeams");
    expect(takes).toMatchObject({
      "labour:drill:joists": 6,
      "labour:drill:cavityWalls": 1,
      "labour:drill:flatRoofs": 1,
      sleeve: 2,
      "junction-box": 1,
      "labour:junction-box": 1,
      disconnect: 1,
      "labour:disconnect": 1,
      "support:staple": 11,
    });
    expect(takes["run:buried-pvc"]).toBeUndefined();
  });
  it("has one disconnect, whether the rules or the run ask for it, or both", () => {
    const charging = (disconnect?: Run["disconnect"]) => {
      const run: Run = {
        segments: [{ method: "emt", length: ft(40) }],
        terminalC: 75,
        ...(disconnect && { disconnect }),
      };
      const home = along(knownUsHome(), run);
      return built({ ...home, charger: { ...home.charger, maxA: 80 } });
    };
    for (const disconnect of [undefined, "in-sight", "out-of-sight"] as const)
      expect(charging(disconnect)).toMatchObject({ disconnect: 1, "labour:disconnect": 1 });
  });
  it("is for the clamps a data cable with slack at both ends, or cores, or a radio link", () => {
    const managed = (signal: Run["signal"]) => {
      const home = along(knownUsHome(), {
        segments: [{ method: "in-wall", length: ft(40) }],
        ...(signal !== undefined && { signal }),
      });
      const { lines } = wayIn(home, "dynamic-load-management");
      return Object.fromEntries(lines.filter((l) => l.item.includes("signal")).map((l) => [l.item, l.needed]));
    };
    expect(managed(undefined)).toEqual({ "signal-cable": 50, "run:signal-cable": 40 });
    expect(managed({ by: "data-cable", length: ft(25) })).toEqual({ "signal-cable": 35, "run:signal-cable": 25 });
    expect(managed({ by: "cores" })).toEqual({ "signal:cores": 40, "labour:signal:cores": 1 });
    expect(managed({ by: "radio" })).toEqual({ "signal:radio": 1, "labour:signal:radio": 1 });
  });
});
