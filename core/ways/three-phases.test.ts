/** A charger on three phases. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Load, Run } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { afterIn, onPanel, wayIn, workIn } from "#core/testing/ways.ts";

const m = (value: number) => ({ value, unit: "m" as const });
/** Three phases of 60 A with 20, 10 and 5 A on them. */
function home(charger: CaseDocument["charger"] = {}, changes: Partial<CaseDocument> = {}): CaseDocument {
  const base = knownUkHome();
  const loads: Load[] = [
    { id: "a", kind: "immersion", va: 20 * 230, phase: 1 },
    { id: "b", kind: "immersion", va: 10 * 230, phase: 2 },
    { id: "c", kind: "immersion", va: 5 * 230, phase: 3 },
  ];
  const three: CaseDocument = {
    ...base,
    supply: { ...base.supply, system: "three-phase-230-400", ratingA: 60 },
    loads,
    charger: { ...base.charger, maxA: 32, phases: 3, ...charger },
    ...changes,
  };
  return onPanel(three, { circuits: [], spaces: 12 });
}
const dedicated = (document: CaseDocument) => wayIn(document, "dedicated-circuit");
const along = (run: Run) => home({}, { run });

describe("a three-phase charger", () => {
  it("has the least room of the phases that it uses, and three times the power", () => {
    expect(dedicated(home())).toMatchObject({ chargeA: 32, phases: 3 });
    const one = dedicated(home({ phases: 1 }));
    expect(one).toMatchObject({ chargeA: 32, phases: 1 });
    // 60 A less 32 A on the fullest phase: only 25 A fit.
    const full = home({}, { loads: [{ id: "a", kind: "immersion", va: 32 * 230, phase: 1 }] });
    expect(dedicated(full).chargeA).toBe(25);
    const need = { energyPerDayKWh: 100, pluggedIn: { from: "20:00", to: "06:00" } };
    expect(dedicated(home({}, { need })).energyPerNightKWh).toBe(100);
    expect(dedicated(home({ phases: 1 }, { need })).energyPerNightKWh).toBeCloseTo(73.6, 9);
  });
  it("counts on each phase", () => {
    const after = afterIn(home(), "dedicated-circuit");
    const charger = after.loads.find((l) => l.kind === "ev-charger");
    expect(charger).toMatchObject({ amps: 32, phases: 3 });
    expect(charger?.phase).toBeUndefined();
    expect(assess(after).calculations.find((c) => c.method === "uk-diversity")?.demandA).toBeCloseTo(52, 9);
    const single = { ...after, supply: { ...after.supply, system: "single-phase-230" as const, ratingA: 100 } };
    expect(assess(single).calculations.find((c) => c.method === "uk-diversity")?.demandA).toBeCloseTo(67, 9);
  });
  it("takes three ways of the board, and a device of three poles", () => {
    const made = afterIn(home(), "dedicated-circuit").panels[0]?.circuits?.find((c) => c.label === "Charger");
    expect(made).toMatchObject({ poles: 3, ratingA: 40 });
    expect(dedicated(home()).lines.map((l) => l.item)).toContain("device:3p:40");
    expect(Number.isFinite(dedicated(home()).cost.typical)).toBe(true);
    expect(workIn(home(), "dedicated-circuit")).toMatch(/New 40 A circuit from the consumer unit to the charger/);
    expect(dedicated(onPanel(home(), { spaces: 2 })).reasons[0]?.text).toMatch(/the charger's device takes 3 ways/);
  });
  it("loses half the volts of two wires, and carries less through three loaded cores", () => {
    const way = dedicated(along({ segments: [{ method: "clipped", length: m(30) }], conductorType: "armoured-70" }));
    // 6 mm²: 49 A x 0.83 = 40.7 A behind 40 A; 7.3 mV x 32 A x 30 m / 2.
    expect(way.circuit).toMatchObject({ chargeA: 32, deviceA: 40, conductor: { size: "6 mm2" } });
    expect(way.circuit?.voltDropV).toBeCloseTo((7.3 * 32 * 30) / 1000 / 2, 9);
    expect(way.circuit?.stretches[0]?.decidedBy.numbers).toMatch(/three loaded cores x 0\.83 = 40\.7 A/);
    expect(way.lines.map((l) => l.item)).toContain("cable:armoured-70:6 mm2:3p");
  });
  it("does not run in flat twin-and-earth", () => {
    const way = dedicated(along({ segments: [{ method: "clipped", length: m(10) }], conductorType: "twin-earth" }));
    expect(way.verdict).toBe("ruled-out");
    expect(way.reasons.map((r) => r.text).join()).toMatch(/too few cores for three phases/);
  });
  it("charges on one phase of a supply that has one, and says why", () => {
    const single = { ...home(), supply: { ...home().supply, system: "single-phase-230" as const, ratingA: 100 } };
    expect(dedicated(single)).toMatchObject({ phases: 1 });
    expect(dedicated(single).cautions.join(" ")).toMatch(
      /This supply has one phase: the charger gives 7\.4 kW at most/,
    );
    expect(dedicated(home()).cautions.join(" ")).not.toMatch(/This supply has one phase/);
  });
  it("takes over a spare circuit of one pole on one phase only", () => {
    const stub = {
      id: "stub",
      position: 5,
      poles: 1,
      ratingA: 32,
      rcd: "A" as const,
      status: "charger-ready" as const,
      conductor: { size: "6 mm2", material: "cu" as const, type: "armoured-70" },
    };
    expect(wayIn(onPanel(home(), { circuits: [stub] }), "reuse-circuit")).toMatchObject({ phases: 1 });
    expect(wayIn(onPanel(home(), { circuits: [{ ...stub, poles: 3 }] }), "reuse-circuit")).toMatchObject({ phases: 3 });
  });
});

describe("a load on three phases", () => {
  it("gives its sum in VA, or the current of each phase", () => {
    const demand = (load: Load) =>
      assess(home({}, { loads: [load] })).calculations.find((c) => c.method === "uk-diversity")?.demandA;
    expect(demand({ id: "h", kind: "heat-pump", va: 9000, phases: 3 })).toBeCloseTo(3000 / 230, 9);
    expect(demand({ id: "h", kind: "heat-pump", amps: 13, phases: 3 })).toBeCloseTo(13, 9);
    expect(demand({ id: "h", kind: "heat-pump", va: 9000, phase: 1 })).toBeCloseTo(9000 / 230, 9);
  });
});

describe("a wish for 22 kW", () => {
  const single = (changes: Partial<CaseDocument> = {}): CaseDocument => {
    const base = knownUkHome();
    return { ...base, charger: { ...base.charger, phases: 3 }, ...changes };
  };
  it("on one phase is met by three phases from the operator, which stand beside the cheaper ways", () => {
    const upgrade = wayIn(single(), "service-upgrade");
    expect(upgrade).toMatchObject({ verdict: "with-work", phases: 3, chargeA: 32 });
    expect(workIn(single(), "service-upgrade")).toContain("three phases");
    expect(assess(single()).recommended).toBe("dedicated-circuit");
  });
  it("is no reason for other phases where the charger has one, or the supply has three", () => {
    expect(wayIn(knownUkHome(), "service-upgrade").reasons.map(({ code }) => code)).toEqual(["not-needed"]);
    expect(wayIn(home(), "service-upgrade").reasons.map(({ code }) => code)).toEqual(["not-needed"]);
  });
});

describe("a stub of three phases", () => {
  const stub = (poles: number): CaseDocument =>
    onPanel(along({ segments: [{ method: "clipped", length: m(30) }], conductorType: "armoured-70" }), {
      circuits: [
        {
          id: "stub",
          label: "Car",
          position: 1,
          poles,
          ratingA: 40,
          rcd: "A",
          status: "charger-ready",
          conductor: { size: "6 mm2", material: "cu", type: "armoured-70" },
        },
      ],
    });
  it("is designed with three loaded cores, and one of a single phase with two", () => {
    const three = wayIn(stub(3), "reuse-circuit");
    expect(three.phases).toBe(3);
    expect(three.circuit?.stretches[0]?.ampacityA).toBeCloseTo(49 * 0.83, 2);
    const one = wayIn(stub(1), "reuse-circuit");
    expect(one.phases).toBe(1);
    expect(one.circuit?.stretches[0]?.ampacityA).toBeCloseTo(49, 9);
    expect(three.circuit?.voltDropV).toBeCloseTo((one.circuit?.voltDropV ?? 0) / 2, 9);
  });
});
