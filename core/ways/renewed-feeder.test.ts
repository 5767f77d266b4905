/** A feeder that is renewed so that the charger can stand behind it. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseDocument, Run } from "#core/case/document/types.ts";
import { designForFeeder, isDesigned } from "#core/circuit/design.ts";
import { lawProblems } from "#core/laws/laws.ts";
import { caseProblems } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { afterIn, linkIn, reasonsIn, wayIn, workIn } from "#core/testing/ways.ts";

const m = (value: number) => ({ value, unit: "m" as const });
const ft = (value: number) => ({ value, unit: "ft" as const });

/** A garage board on 2.5 mm² behind 20 A, 20 m away; 1.3 A of freezer on it. */
function ukGarage(run?: Run, mainA = 63): CaseDocument {
  const home = knownUkHome({
    loads: [
      { id: "li", kind: "lighting", va: 600 },
      { id: "fr", kind: "fixed-appliance", va: 300, panel: "garage" },
    ],
    ...(run && { run }),
  });
  return {
    ...home,
    charger: { ...home.charger, panel: "garage" },
    panels: [
      ...home.panels.map((panel) => ({ ...panel, circuits: [] })),
      {
        id: "garage",
        name: "Garage board",
        fedFrom: home.panels[0]?.id ?? "",
        mainA,
        spaces: 6,
        condition: "sound",
        enclosure: "metal",
        surgeProtection: true,
        feeder: { ratingA: 20, conductor: { size: "2.5 mm2", material: "cu", type: "armoured-70" }, length: m(20) },
        circuits: [],
      },
    ],
  };
}
const buried = (length: number, more: Partial<Run> = {}): Run => ({
  feeds: "garage",
  segments: [{ method: "ground", length: m(length) }],
  conductorType: "armoured-70",
  ...more,
});
/** A garage panel on 10 AWG behind 30 A. */
function usGarage(run?: Run): CaseDocument {
  const home = knownUsHome({ ...(run && { run }) });
  return {
    ...home,
    charger: { ...home.charger, maxA: 40, panel: "garage" },
    panels: [
      ...home.panels,
      {
        id: "garage",
        name: "Garage panel",
        fedFrom: home.panels[0]?.id ?? "",
        mainA: 100,
        busA: 125,
        spaces: 12,
        condition: "sound",
        feeder: { ratingA: 30, conductor: { size: "10 AWG", material: "cu", type: "thhn" }, length: ft(70) },
        circuits: [],
      },
    ],
  };
}
const wired: Run = {
  feeds: "garage",
  segments: [{ method: "emt", length: ft(70) }],
  conductorType: "thhn",
  terminalC: 75,
};

describe("a run that feeds a panel", () => {
  it("is designed for the load of the panel and the charger, and priced along its length", () => {
    const way = wayIn(ukGarage(buried(20)), "dedicated-circuit");
    expect(way).toMatchObject({ chargeA: 32, circuitA: 40, verdict: "with-work" });
    expect(way.feeder?.panel).toBe("garage");
    // 32 A and 1.3 A on 40 A: 6 mm² carries 46 A in the ground; 7.3 mV x 33.3 A x 20 m.
    expect(way.feeder?.design).toMatchObject({ deviceA: 40, conductor: { size: "6 mm2" } });
    expect(way.feeder?.design.voltDropV).toBeCloseTo((7.3 * (32 + 300 / 230) * 20) / 1000, 9);
    expect(way.lines.map((l) => l.item)).toEqual(expect.arrayContaining(["cable:armoured-70:6 mm2", "run:ground"]));
    expect(workIn(ukGarage(buried(20)), "dedicated-circuit")).toMatch(
      /Renew the feeder of Garage board in 6 mm² behind a protective device of 40 A, with neutral and earth conductor apart/,
    );
    expect(way.cautions.join(" ")).toMatch(/neutral and earth are kept apart/);
  });
  it("leaves its conductor on the path, known and sufficient", () => {
    expect(linkIn(ukGarage(buried(20)), "dedicated-circuit", "feeder:garage:conductor")).toMatchObject({
      mayCarryA: 49,
      known: "planned",
    });
    const after = afterIn(ukGarage(buried(20)), "dedicated-circuit");
    expect(after.panels[1]?.feeder).toMatchObject({ ratingA: 40, conductor: { size: "6 mm2" }, length: m(20) });
    expect(caseProblems(after)).toEqual([]);
  });
  it("has a neutral in its raceway, and terminals at what they are marked for", () => {
    const way = wayIn(usGarage(wired), "dedicated-circuit");
    // 40 A of charging counts as 50 A: 8 AWG carries 50 A at 75 °C.
    expect(way.feeder?.design).toMatchObject({ deviceA: 50, conductor: { size: "8 AWG" }, conduit: "3/4 in EMT" });
    expect(way.feeder?.design.checks.find((c) => c.id === "conduit-fill")?.numbers).toMatch(/^3 x 8 AWG \+ 10 AWG/);
    expect(way.lines.find((l) => l.item === "wire:thhn:8 AWG")?.needed).toBe(3 * 70);
    expect(way.work.join(" ")).not.toMatch(/Read the marking/);
  });
  it("is not the run of the charger's circuit", () => {
    const way = wayIn(ukGarage(buried(20)), "dedicated-circuit");
    expect(way.circuit).toBeUndefined();
    expect(way.cautions.join(" ")).toMatch(/The run is still to be designed/);
  });
  it("says in words why no size is made for it", () => {
    expect(reasonsIn(ukGarage(buried(20, { ambientC: 60, grouped: 12 })), "dedicated-circuit")).not.toBe("");
    const far = wayIn(ukGarage(buried(4000)), "dedicated-circuit");
    expect(far.verdict).toBe("ruled-out");
    expect(far.reasons[0]).toMatchObject({ code: "conductor-limit" });
    expect(far.reasons[0]?.text).toMatch(/more than 5 %/);
  });
  it("brings a new panel where the one at its end is smaller than it", () => {
    const work = workIn(ukGarage(buried(20), 25), "dedicated-circuit");
    expect(work).toMatch(/Change Garage board for a new consumer unit of 40 A: its main or bus is smaller/);
    expect(work).not.toMatch(/isolate the supply/);
  });
  it("must feed a panel that another one feeds", () => {
    const at = (feeds: string) => lawProblems(ukGarage(buried(20, { feeds }))).map((p) => `${p.path}: ${p.message}`);
    expect(at("garage")).toEqual([]);
    expect(at("shed")).toEqual(['run.feeds: no panel "shed"']);
    expect(at(ukGarage().panels[0]?.id ?? "")[0]).toMatch(
      /is on the supply: a run renews the feeder of a panel behind/,
    );
  });
});

describe("a thin feeder without a run", () => {
  it("stays, and the way says what shows the work of renewing it", () => {
    const rest = { id: "sock", kind: "socket-circuit" as const, amps: 16, panel: "garage" };
    const thin = { ...ukGarage(), loads: [...ukGarage().loads, rest] };
    expect(reasonsIn(thin, "dedicated-circuit")).toMatch(/its run, entered on Circuit, shows what renewing it takes$/);
    expect(wayIn(thin, "service-upgrade").reasons.map((r) => r.code)).toEqual(["not-needed"]);
    const renewed = wayIn({ ...thin, run: buried(20) }, "dedicated-circuit");
    expect(renewed).toMatchObject({ chargeA: 32, feeder: { design: { deviceA: 50 } } });
  });
});

describe("the laws of a circuit's run", () => {
  const designed = (home: CaseDocument, countsA: number) => {
    const codebook = codebookOf(home.rules);
    const panel = home.panels[1];
    const found = panel && designForFeeder(home, codebook, panel, { countsA, carriesA: countsA });
    return found && isDesigned(found) ? found : null;
  };
  const order = codebookOf("uk-bs7671-2018-a2").circuit.sizes("armoured-70", "cu");
  it("hold for a feeder's: further, hotter or more together is never a smaller conductor", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 60 }),
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom({ ambientC: 35 }, { grouped: 3 }, {}),
        (amps, length, more, worse) => {
          const near = designed(ukGarage(buried(length)), amps);
          const far = designed(ukGarage(buried(length + more, worse)), amps);
          if (!far) return;
          expect(near).not.toBeNull();
          expect(order.indexOf(far.conductor.size)).toBeGreaterThanOrEqual(order.indexOf(near?.conductor.size ?? ""));
          expect(far.deviceA).toBe(near?.deviceA);
        },
      ),
    );
  });
  it("hold for what it carries: its device and its conductor are no smaller", () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 90 }), (amps) => {
        const design = designed(usGarage(wired), amps);
        expect(design?.deviceA).toBeGreaterThanOrEqual(amps);
        expect(design?.stretches[0]?.ampacityA).toBeGreaterThanOrEqual(amps);
      }),
    );
  });
});
