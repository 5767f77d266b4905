/** The current of each way, with its figures. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, ukCase, usCase, usCaseOn } from "#core/testing/cases.ts";
import {
  afterIn,
  codesIn,
  linkIn,
  onPanel,
  onSupplyOf,
  reasonsIn,
  wayIn,
  withCircuitIn,
  withOutletIn,
  workIn,
} from "#core/testing/ways.ts";
import { WAY_IDS } from "./index.ts";

const withCircuits = (circuits: Circuit[], outlets: Outlet[] = [], changes: Partial<CaseDocument> = {}) => ({
  ...onPanel(usCase(changes), { circuits }),
  outlets,
});
const managed = "dynamic-load-management";

it("judges all ways of any case, and rules nothing out silently", () => {
  for (const document of [usCase(), ukCase(), usCaseOn(400), onSupplyOf(ukCase(), { ratingA: null })]) {
    const { ways } = assess(document);
    expect(ways.map((w) => w.way)).toEqual(WAY_IDS.filter((id) => id !== "manage-existing" && id !== "move-charger"));
    for (const w of ways.filter((x) => x.verdict === "ruled-out")) {
      expect(w.reasons.length).toBeGreaterThan(0);
      expect(w.chargeA).toBe(0);
    }
  }
});

describe("a dedicated circuit", () => {
  it("does not fit on 18.8 A under 2023, a 12 A setting fits under 2020", () => {
    expect(reasonsIn(usCase(), "dedicated-circuit")).toBe("12 A of charging counts as 30 A; only 18.8 A is spare");
    expect(codesIn(usCase(), "dedicated-circuit")).toEqual(["headroom-short"]);
    expect(wayIn(usCase({ rules: "us-nec-2020" }), "dedicated-circuit")).toMatchObject({ chargeA: 12, circuitA: 15 });
  });
  it("counts the charger by the chosen treatment", () => {
    const at = (evTreatment: "outside-125" | "outside-100" | "inside") =>
      wayIn(usCase({ rules: "us-nec-2020", options: { evTreatment } }), "dedicated-circuit").chargeA;
    expect([at("outside-125"), at("outside-100"), at("inside")]).toEqual([12, 16, 40]);
  });
  it("says by how much a supply is over already", () => {
    expect(reasonsIn(ukCase(), "dedicated-circuit")).toBe(
      "Without the charger the demand is 48.3 A over the supply rating already",
    );
  });
  it("takes the place of an abandoned circuit, and two spaces beside each other", () => {
    const full = Array.from(
      { length: 20 },
      (_, i): Circuit => ({ id: `c${i}`, position: i + 1, poles: 1, ratingA: 20 }),
    );
    const big = (circuits: Circuit[]) => onPanel(usCaseOn(200), { circuits });
    const freed = (places: number[]) =>
      big(full.map((c, i) => (places.includes(i) ? { ...c, status: "abandoned" as const } : c)));
    expect(codesIn(big(full), "dedicated-circuit")).toEqual(["no-space"]);
    expect(reasonsIn(big(full), "dedicated-circuit")).toBe("0 of 20 spaces free; the charger's device takes 2 spaces");
    expect(wayIn(freed([3, 5]), "dedicated-circuit").verdict).not.toBe("ruled-out");
    expect(afterIn(freed([3, 5]), "dedicated-circuit").panels[0]?.circuits?.at(-1)).toMatchObject({
      position: 4,
      poles: 2,
      ratingA: 60,
      planned: true,
    });
    expect(workIn(freed([3, 5]), "dedicated-circuit")).toMatch(
      /Prove "c3" dead, take its device out.*Prove "c5" dead.*New 60 A circuit/,
    );
    expect(afterIn(freed([3, 5]), "dedicated-circuit").panels[0]?.circuits?.some((c) => c.id === "c3")).toBe(false);
  });
  it("goes where nothing is in the way before an abandoned device is taken out", () => {
    const home = onPanel(usCaseOn(200), {
      circuits: [{ id: "old", position: 1, poles: 2, ratingA: 30, status: "abandoned" }],
    });
    expect(workIn(home, "dedicated-circuit")).not.toMatch(/dead/);
    expect(afterIn(home, "dedicated-circuit").panels[0]?.circuits?.at(-1)?.position).toBe(2);
  });
  it("moves one device where two free spaces are not beside each other", () => {
    const circuits = Array.from({ length: 20 }, (_, i): Circuit => ({ id: `c${i + 1}`, position: i + 1, ratingA: 20 }));
    const home = onPanel(usCaseOn(200), { circuits: circuits.filter((c) => c.id !== "c4" && c.id !== "c5") });
    const way = wayIn(home, "dedicated-circuit");
    expect(way).toMatchObject({ verdict: "with-work", chargeA: 48 });
    expect(way.work).toEqual(
      expect.arrayContaining(['Move "c2" from space 2 to 5, so that there is a place for the charger\'s device']),
    );
    const after = afterIn(home, "dedicated-circuit").panels[0]?.circuits ?? [];
    expect(after.find((c) => c.id === "c2")?.position).toBe(5);
    expect(after.at(-1)).toMatchObject({ position: 2, poles: 2 });
    expect(way.lines.map((l) => l.item)).toContain("labour:device");
    expect(codesIn(home, "panel-change")).toEqual(["not-needed"]);
  });
  it("uses the settings of the charger, in any order of the list", () => {
    const charger = { maxA: 48, settableA: [30, 15, 60], panel: "main" };
    expect(wayIn({ ...usCaseOn(200), charger }, "dedicated-circuit").chargeA).toBe(30);
  });
  it("takes the smallest setting that meets the need with margin, where the job asks for it", () => {
    const at = (energyPerDayKWh: number) =>
      wayIn(
        {
          ...usCaseOn(200),
          options: { chargerSizing: "need" },
          need: { energyPerDayKWh, pluggedIn: { from: "20:00", to: "06:00" } },
        },
        "dedicated-circuit",
      ).chargeA;
    // 12 A gives 28.8 kWh in ten hours: with a fifth to spare it is enough for 24 kWh.
    expect([at(24), at(24.1), at(500)]).toEqual([12, 16, 48]);
  });
  it("is a circuit with an RCD of its own in the UK, and needs the operator's word above 60 A of demand", () => {
    const uk = knownUkHome();
    expect(afterIn(uk, "dedicated-circuit").panels[0]?.circuits?.at(-1)).toMatchObject({
      poles: 1,
      rcd: "A",
      curve: "B",
      ratingA: 40,
    });
    expect(wayIn(uk, "dedicated-circuit").cautions.join()).toMatch(/Notify the network operator within 28 days/);
    const lit = (va: number) =>
      knownUkHome({
        loads: [
          { id: "li", kind: "lighting", va: 1000 },
          { id: "s1", kind: "heat-pump", va },
        ],
      });
    // 0.66 x 1000 / 230 = 2.87 A of lighting and 32 A of charging leave 25.13 A up to 60 A.
    expect(wayIn(lit(25.1 * 230), "dedicated-circuit").verdict).toBe("ready");
    expect(wayIn(lit(25.2 * 230), "dedicated-circuit").verdict).toBe("with-work");
    expect(workIn(lit(25.2 * 230), "dedicated-circuit")).toMatch(
      /^Apply to the network operator and wait for the answer \| New 40 A/,
    );
  });
  it("is 32 A on 32 A where the job says so", () => {
    expect(wayIn(knownUkHome({ options: { ukDeviceA: 32 } }), "dedicated-circuit").circuitA).toBe(32);
  });
  it("says that the run is still to be designed", () => {
    expect(wayIn(knownUsHome(), "dedicated-circuit").cautions.join()).toMatch(/The run is still to be designed/);
    expect(linkIn(knownUsHome(), "dedicated-circuit", "circuit:charger-circuit:conductor")).toMatchObject({
      known: "planned",
      mayCarryA: null,
    });
  });
});

describe("a circuit splitter", () => {
  const dryer: Circuit = { id: "c1", position: 1, poles: 2, ratingA: 30, loads: ["dryer"] };
  const outlet: Outlet = {
    id: "o1",
    type: "14-30",
    circuit: "c1",
    sharedWith: "dryer",
    leadLength: { value: 18, unit: "ft" },
  };

  it("gives 24 A on a 30 A dryer circuit", () => {
    expect(wayIn(withCircuits([dryer], [outlet]), "circuit-splitter")).toMatchObject({
      verdict: "with-work",
      chargeA: 24,
      circuitA: 30,
    });
  });
  it("counts the larger of dryer and charger once: 7200 VA in the place of 5000 VA at 40 %", () => {
    const { level, explain } = wayIn(withCircuits([dryer], [outlet]), "circuit-splitter");
    expect(level.chargingA).toBeCloseTo((0.4 * (7200 - 5000)) / 240, 6);
    expect(explain.formula).toMatch(
      /the appliance and the charger never run together; the larger of the two is counted/,
    );
  });
  it("finds the appliance by the outlet too, and puts it on the circuit", () => {
    const bare = withCircuits([{ ...dryer, loads: [] }], [outlet]);
    expect(wayIn(bare, "circuit-splitter").chargeA).toBe(24);
    const after = afterIn(bare, "circuit-splitter");
    expect(after.panels[0]?.circuits?.[0]?.loads).toEqual(["dryer", "charger"]);
    expect(after.loads.at(-1)).toMatchObject({ kind: "ev-charger", amps: 24, interlockedWith: "dryer" });
    expect(after.charger).toMatchObject({ connection: "plug", outlet: "o1", circuit: "c1" });
  });
  it("carries the appliance or the charger, not both", () => {
    expect(linkIn(withCircuits([dryer], [outlet]), "circuit-splitter", "circuit:c1:device")).toMatchObject({
      carriesA: 30,
      mayCarryA: 30,
    });
  });
  it("is limited by the conductor where that is the smaller", () => {
    const thin: Circuit = {
      ...dryer,
      ratingA: 50,
      loads: ["range"],
      conductor: { size: "8 AWG", material: "cu", type: "nm-b" },
    };
    expect(
      wayIn(withCircuits([thin], [{ ...outlet, type: "14-50", sharedWith: "range" }]), "circuit-splitter"),
    ).toMatchObject({ chargeA: 32, circuitA: 40 });
  });
  it("says where a stricter reading would rule it out", () => {
    const reading = (home: CaseDocument) =>
      wayIn(home, "circuit-splitter").cautions.find((c) => c.startsWith("Read strictly"));
    // 19,484 VA less 40 % of the dryer, and 9000 VA for the charger by itself... 24 A at 125 %.
    expect(reading(withCircuits([dryer], [outlet]))).toMatch(/the demand is 102.9 A of 100 A: ask the authority/);
    expect(reading(withCircuits([dryer], [outlet], { options: { evTreatment: "inside" } }))).toBeUndefined();
  });
  it.each([
    ["no-shared-circuit", withCircuits([])],
    ["no-shared-circuit", withCircuits([{ ...dryer, ratingA: 25 }])],
    ["no-shared-circuit", withCircuits([{ ...dryer, status: "abandoned" }])],
    ["no-outlet", withCircuits([dryer])],
    ["outlet-ungrounded", withCircuits([dryer], [{ ...outlet, type: "10-30" }])],
    ["out-of-reach", withCircuits([dryer], [{ ...outlet, leadLength: { value: 9, unit: "m" } }])],
  ])("is ruled out with %s", (code, document) => {
    expect(wayIn(document, "circuit-splitter").verdict).toBe("ruled-out");
    expect(codesIn(document, "circuit-splitter")).toContain(code);
  });
  const shower: Circuit = {
    id: "a",
    ratingA: 40,
    loads: ["sh"],
    rcd: "A",
    conductor: { size: "10 mm2", type: "twin-earth" },
  };
  const uk = onPanel(knownUkHome({ loads: [{ id: "sh", kind: "shower", va: 8500 }] }), { circuits: [shower] });
  it("is a priority switch in a shower circuit in the UK, which disturbs the board", () => {
    expect(wayIn(uk, "circuit-splitter")).toMatchObject({
      verdict: "with-work",
      onlyConfirm: false,
      chargeA: 32,
      circuitA: 40,
      name: "Priority switch",
    });
    expect(workIn(uk, "circuit-splitter")).toMatch(/Fit a priority switch in the electric shower circuit/);
    expect(codesIn(onPanel(uk, { condition: "obsolete" }), "circuit-splitter")).toEqual(["board-unsafe"]);
  });
});

describe("managed charging", () => {
  it("keeps 80 % of the rating, rounded down, in NEC rule sets and the rating less a margin in the UK", () => {
    expect(wayIn(usCase(), managed).limitA).toBe(80);
    expect(wayIn(usCaseOn(125), managed).limitA).toBe(100);
    expect(wayIn(ukCase(), managed).limitA).toBe(79);
    expect(wayIn(ukCase({ options: { managedMarginA: 5 } }), managed).limitA).toBe(75);
  });
  it("is measured first where a calculation puts the supply over already, and the answer says so", () => {
    const found = wayIn(ukCase(), managed);
    expect(found.verdict).toBe("with-work");
    expect(found.reasons[0]).toMatchObject({
      code: "measure-first",
      text: expect.stringMatching(/carries 128.3 A of 80 A already/),
    });
    expect(found.work.find((w) => !w.startsWith("Confirm"))).toMatch(
      /^Measure first: a valid measurement of the supply, calculated at 128.3 A of 80 A/,
    );
    expect(codesIn(usCase(), managed)).not.toContain("measure-first");
  });
  it("is ruled out by a charger that cannot be managed, and by a measured overload", () => {
    expect(codesIn(usCase({ charger: { managed: false } }), managed)).toEqual(["not-managed"]);
    const over = usCase({
      measured: { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 80.1, unit: "A" } },
    });
    expect(codesIn(over, managed)).toEqual(["limit-below-house"]);
    const just = usCase({
      measured: { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 80, unit: "A" } },
    });
    expect(wayIn(just, managed).verdict).toBe("with-work");
  });
  it("is ruled out by a limit below what a charger needs", () => {
    const home = onPanel(knownUkHome({ options: { managedMarginA: 95 } }), {});
    expect(reasonsIn(home, managed)).toBe("A limit of 5 A leaves less than the 6 A a charger needs");
  });
  it("guards every panel on the way with a limit of its own, and says where each clamp sits", () => {
    const garage: Panel = {
      id: "garage",
      name: "Garage",
      fedFrom: "main",
      busA: 125,
      spaces: 8,
      condition: "sound",
      feeder: { ratingA: 60, conductor: { size: "6 AWG", material: "cu", type: "nm-b" } },
      circuits: [],
    };
    const home: CaseDocument = {
      ...knownUsHome(),
      panels: [...knownUsHome().panels, garage],
      loads: [...knownUsHome().loads, { id: "saw", kind: "motor", va: 2400, panel: "garage" }],
      charger: { maxA: 48, managed: true, panel: "garage" },
    };
    const found = wayIn(home, managed);
    // The conductor of 55 A is the smallest link of the feeder.
    expect(found.limits).toEqual([
      { at: "supply", limitA: 160, name: "the service conductors" },
      { at: "garage", limitA: 44, name: "what feeds Garage" },
    ]);
    expect(found).toMatchObject({ limitA: 44, chargeA: 40, circuitA: 50 });
    expect(workIn(home, managed)).toMatch(
      /on the service conductors, held below 160 A; on what feeds Garage, held below 44 A/,
    );
    expect(found.level).toMatchObject({ ratingA: 55, edge: "Feeder", limitA: 44 });
    expect(found.level.demandA).toBeCloseTo(12.5, 6);
    expect(linkIn(home, managed, "feeder:garage:conductor").carriesA).toBeCloseTo(44, 6);
  });
  it("holds the charger back in the home after the work", () => {
    const after = afterIn(usCase(), managed);
    expect(after.loads.at(-1)).toMatchObject({ kind: "ev-charger", amps: 48, managed: [{ at: "supply", limitA: 80 }] });
    // 81.2 A of demand are over the limit of 80 A: at that hour nothing is left to the charger.
    expect(assess(after).headroomA).toBeCloseTo(assess(usCase()).headroomA, 6);
    const roomy = afterIn(knownUsHome(), managed);
    expect(assess(roomy).headroomA).toBeCloseTo(200 - 81.1833 - 48, 3);
  });
  it("leaves an obsolete or full panel alone, and changes an unsafe one", () => {
    expect(workIn(onPanel(knownUsHome(), { condition: "obsolete" }), managed)).toMatch(
      /Fit a panel for the charger alone/,
    );
    expect(workIn(onPanel(knownUkHome(), { spaces: 2 }), managed)).toMatch(/Divide the tails after the meter/);
    const unsafe = onPanel(knownUsHome(), { condition: "unsafe" });
    expect(workIn(unsafe, managed)).toMatch(/Change the main panel for a new panel with a bus of 200 A/);
    expect(codesIn(unsafe, managed)).toContain("board-unsafe");
  });
  it("gives hour by hour what the house leaves below every limit", () => {
    const at = (energyPerDayKWh: number) =>
      wayIn(usCase({ need: { energyPerDayKWh, pluggedIn: { from: "17:00", to: "18:00" } } }), managed)
        .energyPerNightKWh;
    // At five in the afternoon the house is taken at half of its 81.2 A: 80 - 40.6 = 39.4 A are left.
    expect(at(50)).toBeCloseTo((39.408333 * 240) / 1000, 4);
    expect(at(5)).toBe(5);
  });
});

describe("outlets", () => {
  const roomy = (type: Outlet["type"], circuit: Partial<Circuit> = {}) =>
    withOutletIn(
      withCircuitIn(knownUsHome({ charger: { maxA: 48, connection: "plug", panel: "main" } }), {
        id: "c-o",
        label: "Garage",
        position: 7,
        poles: type.startsWith("5") ? 1 : 2,
        ratingA: Number(type.split("-")[1]),
        conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
        ...circuit,
      }),
      { id: "o", type, circuit: "c-o", leadLength: { value: 20, unit: "ft" }, gfci: true },
    );
  it.each([
    ["5-15", 12, 15, 1.44],
    ["5-20", 16, 20, 1.92],
    ["6-50", 40, 50, 9.6],
    ["14-30", 24, 30, 5.76],
    ["14-50", 40, 50, 9.6],
  ] as const)("charge from a %s at %i A", (type, chargeA, circuitA, kW) => {
    const found = wayIn(roomy(type), "existing-outlet");
    expect(found).toMatchObject({ verdict: "ready", chargeA, circuitA });
    expect(found.energyPerNightKWh).toBeCloseTo(Math.min(12, kW * 10), 6);
  });
  it("give what their circuit carries for hours, where it is the smaller: 0.8 x 40 A", () => {
    expect(wayIn(roomy("14-50", { ratingA: 40 }), "existing-outlet")).toMatchObject({ chargeA: 32, circuitA: 40 });
    expect(wayIn(roomy("5-20", { ratingA: 15 }), "existing-outlet")).toMatchObject({ chargeA: 12 });
  });
  it("reach 25 ft, and 7.5 m in the UK, and no further", () => {
    const at = (value: number, unit: "ft" | "m") => ({
      ...roomy("14-50"),
      outlets: [{ ...(roomy("14-50").outlets?.[0] as Outlet), leadLength: { value, unit } }],
    });
    expect(wayIn(at(25, "ft"), "existing-outlet").verdict).toBe("ready");
    expect(codesIn(at(25.01, "ft"), "existing-outlet")).toEqual(["out-of-reach"]);
    const uk = (value: number) =>
      withOutletIn(knownUkHome(), { id: "o", type: "bs1363", circuit: "c-ring", leadLength: { value, unit: "m" } });
    expect(wayIn(uk(7.5), "existing-outlet").verdict).toBe("with-work");
    expect(codesIn(uk(7.51), "existing-outlet")).toEqual(["out-of-reach"]);
  });
  it("of a household give 10 A in the UK, on their ring", () => {
    const uk = withOutletIn(knownUkHome({ charger: { ...knownUkHome().charger, connection: "plug" } }), {
      id: "o",
      type: "bs1363",
      circuit: "c-ring",
      leadLength: { value: 4, unit: "m" },
    });
    expect(wayIn(uk, "existing-outlet")).toMatchObject({
      verdict: "with-work",
      chargeA: 10,
      circuitA: 32,
      departsFrom: "BS 7671 722.311.201",
    });
    expect(workIn(uk, "existing-outlet")).toMatch(/Record the designer's departure from BS 7671 722.311.201/);
    expect(wayIn(uk, "existing-outlet").cautions.join()).toMatch(/A household socket is not made for full current/);
  });
  it("for slow charging count at their own volts, without the least load of a charger", () => {
    const slow = roomy("5-15");
    const after = afterIn(slow, "existing-outlet");
    expect(after.loads.at(-1)).toMatchObject({ amps: 12, volts: 120 });
    expect(assess(slow).headroomA - assess(after).headroomA).toBeCloseTo((1.25 * 12 * 120) / 240, 6);
  });
  it("are taken by the one that gives most", () => {
    const two = roomy("14-50");
    const both = {
      ...two,
      outlets: [
        { id: "s", type: "5-15" as const, circuit: "c-range", leadLength: { value: 3, unit: "ft" as const } },
        ...(two.outlets ?? []),
      ],
    };
    expect(wayIn(both, "existing-outlet").chargeA).toBe(40);
  });
  it("that none was recorded is said so", () => {
    expect(codesIn(knownUsHome(), "existing-outlet")).toEqual(["no-outlet"]);
  });
});

describe("a spare circuit", () => {
  const stub = (circuit: Partial<Circuit>, home = knownUsHome()) =>
    withCircuitIn(home, {
      id: "stub",
      label: "Old pump",
      position: 9,
      poles: 2,
      ratingA: 40,
      status: "abandoned",
      conductor: { size: "8 AWG", material: "cu", type: "nm-b" },
      ...circuit,
    });
  it("has its old load taken out of the calculation", () => {
    const old = stub({ loads: ["ac"] }, usCase({ rules: "us-nec-2020" }));
    const { verdict, chargeA, level } = wayIn(old, "reuse-circuit");
    expect(verdict).toBe("with-work");
    expect(chargeA).toBe(20);
    expect(level.demandA).toBeCloseTo((19_484 - 0.4 * 5760) / 240, 6);
    expect(afterIn(old, "reuse-circuit").loads.map((l) => l.id)).not.toContain("ac");
    // A load that another circuit feeds as well stays.
    const twice = withCircuitIn(old, { id: "k", position: 13, poles: 2, ratingA: 30, loads: ["ac"] });
    expect(afterIn(twice, "reuse-circuit").loads.map((l) => l.id)).toContain("ac");
  });
  it.each([
    ["8 AWG NM-B behind 40 A", { size: "8 AWG", material: "cu", type: "nm-b" }, 40, 32, 40],
    ["the same behind 30 A: the device is changed", { size: "8 AWG", material: "cu", type: "nm-b" }, 30, 32, 40],
    [
      "6 AWG NM-B carries 55 A, so 44 A of charging at most",
      { size: "6 AWG", material: "cu", type: "nm-b" },
      60,
      40,
      50,
    ],
    ["6 AWG THHN at 60 °C terminals", { size: "6 AWG", material: "cu", type: "thhn" }, 60, 40, 50],
    ["4 AWG NM-B carries 70 A", { size: "4 AWG", material: "cu", type: "nm-b" }, 60, 48, 60],
    ["10 AWG stays on 30 A", { size: "10 AWG", material: "cu", type: "thhn" }, 50, 24, 30],
    ["12 AWG stays on 20 A", { size: "12 AWG", material: "cu", type: "nm-b" }, 20, 16, 20],
  ] as const)("carries what its conductor allows: %s", (_what, conductor, ratingA, chargeA, circuitA) => {
    expect(wayIn(stub({ conductor: { ...conductor }, ratingA }), "reuse-circuit")).toMatchObject({ chargeA, circuitA });
  });
  it("uses the 75 °C column where both ends are marked", () => {
    const marked = knownUsHome({ options: { terminalColumn: "75" } });
    expect(
      wayIn(stub({ conductor: { size: "6 AWG", material: "cu", type: "thhn" } }, marked), "reuse-circuit").chargeA,
    ).toBe(48);
    expect(
      wayIn(stub({ conductor: { size: "6 AWG", material: "cu", type: "nm-b" } }, marked), "reuse-circuit").chargeA,
    ).toBe(40);
  });
  it("of 4 mm2 behind 16 A carries 32 A after the device is changed and the whole length seen", () => {
    const uk = stub(
      {
        poles: 1,
        position: 5,
        ratingA: 16,
        rcd: "A",
        status: "charger-ready",
        conductor: { size: "4 mm2", material: "cu", type: "armoured-70" },
      },
      knownUkHome(),
    );
    expect(wayIn(uk, "reuse-circuit")).toMatchObject({ chargeA: 32, circuitA: 32, verdict: "with-work" });
    expect(workIn(uk, "reuse-circuit")).toMatch(
      /follow it to both ends and see its conductor along the whole length \| Open its far end: gland and seal, armour earthed, enclosure sound and large enough, and terminate it anew \| Change its protective device of 16 A for one of 32 A/,
    );
    const six = {
      ...uk,
      panels: uk.panels.map((p) => ({
        ...p,
        circuits: p.circuits?.map((c) =>
          c.id === "stub" ? { ...c, conductor: { size: "6 mm2", type: "twin-earth" } } : c,
        ),
      })),
    };
    expect(wayIn(six as CaseDocument, "reuse-circuit")).toMatchObject({ chargeA: 32, circuitA: 40 });
  });
  it("without a 30 mA RCD, or with one that DC blinds, gets an RCBO of type A; one that has it keeps it", () => {
    const uk = (rcd: Circuit["rcd"]) =>
      stub(
        {
          poles: 1,
          position: 5,
          ratingA: 32,
          rcd,
          status: "charger-ready",
          conductor: { size: "6 mm2", material: "cu", type: "twin-earth" },
        },
        knownUkHome({ options: { ukDeviceA: 32 } }),
      );
    const rcdAfter = (home: CaseDocument) =>
      afterIn(home, "reuse-circuit").panels[0]?.circuits?.find((c) => c.id === "stub")?.rcd;
    for (const rcd of ["none", "AC", undefined] as const) {
      expect(workIn(uk(rcd), "reuse-circuit")).toMatch(
        /Change its protective device of 32 A for an RCBO of type A of 32 A/,
      );
      expect(rcdAfter(uk(rcd))).toBe("A");
    }
    for (const rcd of ["A", "F", "B"] as const) {
      expect(workIn(uk(rcd), "reuse-circuit")).not.toMatch(/Change its protective device/);
      expect(rcdAfter(uk(rcd))).toBe(rcd);
    }
  });
  it("with one pole does not exist in North America", () => {
    expect(codesIn(stub({ poles: 1 }), "reuse-circuit")).toEqual(["no-spare-circuit"]);
  });
  it("with too thin a conductor says what it carries", () => {
    const thin = stub({ conductor: { size: "14 AWG", material: "cu", type: "nm-b" }, ratingA: 15 });
    expect(wayIn(thin, "reuse-circuit")).toMatchObject({ chargeA: 12, circuitA: 15 });
    const nothing = knownUsHome({ charger: { maxA: 48, settableA: [16, 32], panel: "main" } });
    expect(
      wayIn(
        stub({ conductor: { size: "14 AWG", material: "cu", type: "nm-b" }, ratingA: 15 }, nothing),
        "reuse-circuit",
      ).reasons[0],
    ).toMatchObject({
      code: "conductor-limit",
      text: expect.stringMatching(/carries 15 A: 14 AWG copper, 60 °C column = 15 A, a device of 15 A at most/),
    });
  });
});

describe("a single-phase charger on three phases", () => {
  const on = (l1: number, l2: number, l3: number): CaseDocument =>
    onSupplyOf(
      knownUkHome({
        loads: [l1, l2, l3].map((amps, i) => ({
          id: `l${i + 1}`,
          kind: "immersion" as const,
          va: amps * 230,
          phase: (i + 1) as 1 | 2 | 3,
        })),
      }),
      { system: "three-phase-230-400", ratingA: 60 },
    );
  it("goes on the phase with most spare, which is named", () => {
    expect(workIn(on(40, 50, 20), "dedicated-circuit")).toMatch(/New 40 A circuit from .*, on L3, to the charger/);
    expect(wayIn(on(40, 50, 20), "dedicated-circuit").chargeA).toBe(32);
    expect(afterIn(on(40, 10, 20), "dedicated-circuit").loads.at(-1)).toMatchObject({ kind: "ev-charger", phase: 2 });
    expect(workIn(on(20, 20, 20), "dedicated-circuit")).toMatch(/on L1/);
  });
  it("counts on the fullest one while the phases of the loads are not known", () => {
    const home = on(40, 50, 20);
    const unplaced = { ...home, loads: home.loads.map(({ phase: _, ...load }) => load) };
    expect(workIn(unplaced, "dedicated-circuit")).not.toMatch(/on L/);
  });
});

describe("boards", () => {
  it("obsolete are left alone: a separate board or a panel change instead", () => {
    const document = onPanel(usCaseOn(200), { condition: "obsolete" });
    expect(codesIn(document, "dedicated-circuit")).toEqual(["board-unsafe"]);
    expect(wayIn(document, "separate-board").verdict).toBe("with-work");
    expect(wayIn(document, "panel-change").verdict).toBe("with-work");
  });
  it("unsafe are added to by no way: changed first, and priced so", () => {
    const unsafe = onPanel(usCaseOn(125), { condition: "unsafe" });
    for (const out of ["dedicated-circuit", "circuit-splitter", "separate-board", "existing-outlet"] as const)
      expect(wayIn(unsafe, out).verdict).toBe("ruled-out");
    const change = wayIn(unsafe, "panel-change");
    for (const costlier of [managed, "service-upgrade"] as const)
      expect(wayIn(unsafe, costlier).cost.typical).toBeGreaterThan(change.cost.typical);
    expect(assess(unsafe).recommended).toBe("panel-change");
  });
  it("sound and with room need neither a change nor another beside them", () => {
    expect(codesIn(knownUsHome(), "panel-change")).toEqual(["not-needed"]);
    expect(codesIn(knownUsHome(), "separate-board")).toEqual(["not-needed"]);
    expect(codesIn(knownUsHome({ panels: [] }), "panel-change")).toEqual(["not-needed"]);
  });
  it("new are as large as the supply, sound, with room and without what was ticked at the old one", () => {
    const old = {
      ...onPanel(knownUsHome(), { condition: "unsafe", mainA: 125, busA: 125, spaces: 4 }),
      survey: { seen: ["heat-marks", "bonding-absent"] },
    };
    const after = afterIn(old, "panel-change");
    expect(after.panels[0]).toMatchObject({
      condition: "sound",
      mainA: 200,
      busA: 200,
      spaces: 12,
      surgeProtection: true,
    });
    expect(after.survey?.seen).toEqual([]);
    expect(assess(after).findings).toEqual([]);
  });
  it("in the United Kingdom take a new consumer unit, in those words", () => {
    const full = onPanel(onSupplyOf(knownUkHome(), { isolator: true }), { spaces: 2 });
    expect(workIn(onPanel(knownUkHome(), { spaces: 2 }), "panel-change")).toMatch(
      /^Have the network operator isolate the supply, or ask for an isolator after the meter/,
    );
    expect(wayIn(full, "panel-change").name).toBe("New consumer unit");
    expect(workIn(full, "panel-change")).toMatch(
      /^Change the consumer unit for a new consumer unit \| New 40 A circuit from the consumer unit/,
    );
    expect(wayIn(full, "service-upgrade").name).toBe("Larger supply");
    expect(workIn(full, "service-upgrade")).not.toMatch(/utility/);
  });
  it("too small for the charger are changed for larger ones", () => {
    const small = onPanel(knownUsHome(), { mainA: 100, busA: 100 });
    expect(codesIn(small, "panel-change")).toContain("headroom-short");
    expect(wayIn(small, "panel-change")).toMatchObject({ verdict: "with-work", chargeA: 48 });
    expect(reasonsIn(small, "panel-change")).toMatch(
      /Main breaker of the main panel \(rated 100 A\) does not carry 48 A of charging/,
    );
    expect(wayIn(small, "separate-board")).toMatchObject({ verdict: "with-work", chargeA: 48 });
  });
  it("beside another one get the next larger main where they are changed anyway and theirs is too small", () => {
    const beside = (mainA: number, condition: Panel["condition"]): CaseDocument => {
      const home = onPanel(knownUsHome(), { mainA, busA: 200, condition });
      return {
        ...home,
        panels: [...home.panels, { id: "barn", name: "Barn", fedFrom: "supply", mainA: 60, busA: 125 }],
      };
    };
    expect(wayIn(beside(60, "obsolete"), "panel-change").chargeA).toBe(48);
    expect(afterIn(beside(60, "obsolete"), "panel-change").panels[0]?.mainA).toBe(150);
    expect(afterIn(beside(175, "obsolete"), "panel-change").panels[0]?.mainA).toBe(175);
    expect(wayIn(beside(60, "sound"), "panel-change").verdict).toBe("ruled-out");
  });
  it("are on the supply beside the old board, whose loads stay there", () => {
    const after = afterIn(onPanel(knownUkHome(), { condition: "obsolete" }), "separate-board");
    expect(after.panels.map((p) => [p.id, p.fedFrom])).toEqual([
      ["main", "supply"],
      ["charger-board", "supply"],
    ]);
    expect(after.panels[1]).toMatchObject({
      mainA: 100,
      spaces: 8,
      condition: "sound",
      surgeProtection: true,
      planned: true,
    });
    expect(after.charger?.panel).toBe("charger-board");
    expect(after.panels[1]?.circuits?.[0]?.loads).toEqual(["charger"]);
    const unplaced = afterIn(onPanel(usCaseOn(200), { condition: "obsolete" }), "separate-board");
    expect(new Set(unplaced.loads.map((l) => l.panel))).toEqual(new Set(["main", "charger-board"]));
  });
});

describe("a larger supply", () => {
  it("is the next rating that carries demand and charger: 81.2 + 60 A -> 150 A", () => {
    expect(wayIn(usCase(), "service-upgrade")).toMatchObject({ verdict: "with-work", chargeA: 48, circuitA: 60 });
    expect(wayIn(usCase(), "service-upgrade").level.ratingA).toBe(150);
    expect(afterIn(usCase(), "service-upgrade").supply).toMatchObject({
      ratingA: 150,
      conductor: { size: "1 AWG", material: "cu" },
      emergencyDisconnect: true,
    });
    expect(afterIn(usCase({ options: { allowAluminium: true } }), "service-upgrade").supply.conductor).toEqual({
      size: "2/0 AWG",
      material: "al",
    });
  });
  it("names panel, bus, grounding, emergency disconnect and surge device that come with it", () => {
    expect(workIn(usCase(), "service-upgrade")).toMatch(
      /Apply to the utility for a 150 A service \| New service conductors \(1 AWG copper\), meter base and grounding, and a panel with a main of 150 A and a bus of 150 A; emergency disconnect outdoors \(NEC 230.85\) and a surge protective device \(NEC 230.67\) come with it \| New 60 A circuit from the main panel/,
    );
    expect(afterIn(usCase(), "service-upgrade").panels[0]).toMatchObject({
      mainA: 150,
      busA: 150,
      surgeProtection: true,
    });
  });
  it("is never what is there already, and is asked for where nothing larger is made", () => {
    expect(workIn(usCaseOn(125), "service-upgrade")).toMatch(/Apply to the utility for a 150 A service/);
    const loads = [{ id: "h", kind: "central-heat" as const, va: 90_000 }];
    const most = onPanel(onSupplyOf(knownUsHome({ loads, rules: "us-nec-2020" }), { ratingA: 400 }), { circuits: [] });
    expect(reasonsIn(most, "service-upgrade")).toBe(
      "400 A is the largest service that is made here: ask the utility what else it can give",
    );
  });
  it("is not needed where the supply, its conductors, main and bus carry the charging as they are", () => {
    expect(codesIn(usCaseOn(200), "service-upgrade")).toEqual(["not-needed"]);
    expect(reasonsIn(usCaseOn(200), "service-upgrade")).toBe("The service carries 48 A of charging as it is");
    // 81.2 A, and 60 A for the charger: one ampere is short.
    expect(wayIn(usCaseOn(142), "service-upgrade").verdict).toBe("ruled-out");
    expect(wayIn(usCaseOn(141), "service-upgrade").verdict).toBe("with-work");
    expect(wayIn(onPanel(usCaseOn(200), { busA: 125, mainA: 125 }), "service-upgrade").verdict).toBe("with-work");
    expect(
      wayIn(onSupplyOf(usCaseOn(200), { conductor: { size: "4 AWG", material: "cu" } }), "service-upgrade"),
    ).toMatchObject({
      verdict: "with-work",
    });
  });
  it("is the largest that is made, with less charging, where even that does not carry all", () => {
    const loads = [{ id: "h", kind: "central-heat" as const, va: 74_000 }];
    const home = onPanel(onSupplyOf(knownUsHome({ loads, rules: "us-nec-2020" }), { ratingA: 320 }), {
      mainA: 320,
      busA: 320,
      circuits: [],
    });
    expect(wayIn(home, "service-upgrade").level.ratingA).toBe(400);
  });
  it("goes from 60 over 80 to 100 A and then to three phases in the United Kingdom", () => {
    const on = (ratingA: number, showerVA = 6000) =>
      onSupplyOf(
        knownUkHome({
          loads: [
            { id: "li", kind: "shower", va: showerVA },
            { id: "s1", kind: "socket-circuit", amps: 13 },
          ],
        }),
        { ratingA },
      );
    const next = (home: CaseDocument) => afterIn(home, "service-upgrade").supply;
    // 26.1 + 13 + 32 A of charging
    expect(next(on(60))).toMatchObject({ ratingA: 80, system: "single-phase-230", conductor: { size: "16 mm2" } });
    expect(next(on(80, 9000))).toMatchObject({ ratingA: 100, conductor: { size: "25 mm2" } });
    expect(next(on(60, 11_000))).toMatchObject({ ratingA: 100 });
    expect(next(on(100, 16_000))).toMatchObject({ ratingA: 100, system: "three-phase-230-400" });
    expect(workIn(on(100, 16_000), "service-upgrade")).toMatch(/Apply to the network operator for three phases/);
  });
  /** A home that carries 40 A less than its service of these amperes, by 220.83. */
  const almostFull = (ratingA: number, options: CaseDocument["options"] = {}): CaseDocument => {
    const va = ((ratingA - 40) * 240 - 8000) / 0.4 + 8000 - 10_050;
    const home = knownUsHome({ options, loads: [{ id: "h", kind: "central-heat", va }] });
    return onPanel(onSupplyOf(home, { ratingA, conductor: undefined }), {
      mainA: ratingA,
      busA: ratingA,
      circuits: [],
    });
  };
  it("costs more the larger it is, and more in copper than in aluminum", () => {
    const price = (ratingA: number, allowAluminium = false) =>
      wayIn(almostFull(ratingA, { allowAluminium }), "service-upgrade").cost.typical;
    const prices = [100, 125, 150, 200].map((a) => price(a));
    expect([...prices].sort((a, b) => a - b)).toEqual(prices);
    expect(new Set(prices).size).toBe(prices.length);
    expect(price(150, true)).toBeLessThan(price(150));
  });
  it("of a fuse, a larger fuse and three phases differ in price, and three phases bring a board", () => {
    const on = (ratingA: number, showerVA: number) => {
      const loads = [{ id: "li", kind: "shower" as const, va: showerVA }];
      return wayIn(onSupplyOf(knownUkHome({ loads }), { ratingA }), "service-upgrade");
    };
    const [to80, to100, three] = [on(60, 9000), on(60, 14_000), on(100, 18_000)] as const;
    expect(to80.cost.typical).toBeLessThan(to100.cost.typical);
    expect(to100.cost.typical).toBeLessThan(three.cost.typical);
    expect(three.work.join(" | ")).toMatch(/three phases.*three-phase board/);
    expect(three.lines.map((l) => l.item)).toContain("panel:three-phase");
    // Tails that are large enough for the new fuse stay.
    expect(to80.lines.some((l) => l.item.startsWith("tails"))).toBe(false);
  });
  it("is called by its class where utilities name it by its continuous rating", () => {
    expect(workIn(almostFull(225), "service-upgrade")).toMatch(/Apply to the utility for a 400 A service of class 320/);
  });
  it("of three phases keeps the house on one and gives the charger another", () => {
    const home = ukCase({
      loads: [{ id: "sh", kind: "shower", va: 18_400 }],
      supply: { system: "single-phase-230", ratingA: 100, earthing: "tn-c-s", looped: false },
    });
    const after = afterIn(home, "service-upgrade");
    expect(after.loads.map((l) => l.phase)).toEqual([1, 2]);
    expect(assess(after).headroomA).toBeCloseTo(20, 6);
    const measured = {
      source: "half-hour-meter" as const,
      days: 60,
      intervalMinutes: 1,
      max: { value: 70, unit: "A" as const },
      heatingSeason: true,
    };
    const then = afterIn({ ...home, measured }, "service-upgrade");
    expect(then.measured?.maxByPhaseA).toEqual([70, 0, 0]);
    expect(assess(then)).toMatchObject({ governing: "uk-measured" });
    expect(assess(then).headroomA).toBeCloseTo(30, 6);
  });
  it("of three phases gives the charger what its own phase leaves, not what the fullest one does", () => {
    const home = knownUkHome({
      loads: [
        { id: "sh", kind: "shower", va: 9000 },
        { id: "hp", kind: "heat-pump", va: 12_000 },
      ],
    });
    // 39.1 + 52.2 A on the first phase.
    expect(wayIn(home, "dedicated-circuit").chargeA).toBe(8);
    expect(wayIn(home, "service-upgrade")).toMatchObject({ chargeA: 32, circuitA: 40 });
    expect(linkIn(home, "service-upgrade", "supply").carriesA).toBeCloseTo(21_000 / 230, 6);
  });
  it("starts the circuit at the main panel where the feeder does not carry it", () => {
    const thin: Panel = {
      id: "g",
      name: "Garage",
      fedFrom: "main",
      busA: 100,
      spaces: 8,
      condition: "sound",
      feeder: { ratingA: 20, conductor: { size: "12 AWG", material: "cu", type: "nm-b" } },
      circuits: [{ id: "gl", poles: 1, ratingA: 15 }],
    };
    const home = { ...usCase(), panels: [...usCase().panels, thin], charger: { maxA: 48, panel: "g" } };
    expect(wayIn(home, "service-upgrade").chargeA).toBe(48);
    expect(workIn(home, "service-upgrade")).toMatch(/New 60 A circuit from the main panel/);
  });
});

it("a larger supply never gives less charging current (property)", () => {
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 320 }), fc.integer({ min: 0, max: 80 }), (ratingA, more) => {
      const at = (a: number) => wayIn(usCaseOn(a), "dedicated-circuit").chargeA;
      expect(at(ratingA + more)).toBeGreaterThanOrEqual(at(ratingA));
    }),
  );
});

describe("a load that goes first", () => {
  const tight = onPanel(onSupplyOf(knownUsHome(), { ratingA: 125 }), { mainA: 125, busA: 125 });
  const first = (home: CaseDocument): CaseDocument => ({ ...home, charger: { ...home.charger, waitsFor: "wh" } });
  it("gives its amperes to the charger on its own circuit, for a priority switch", () => {
    const [before, after] = [wayIn(tight, "dedicated-circuit"), wayIn(first(tight), "dedicated-circuit")];
    expect(after.chargeA).toBeGreaterThan(before.chargeA);
    expect(after.work.join(" ")).toContain(
      "Fit a priority switch for the water heater, and prove that the charger waits",
    );
    expect(after.verdict).toBe("with-work");
    expect(after.lines.map((l) => l.item)).toContain("priority-switch");
    expect(after.cautions).toContain("While the water heater runs, charging waits.");
    expect(afterIn(first(tight), "dedicated-circuit").loads.at(-1)?.waitsFor).toBe("wh");
  });
  it("changes nothing where clamps or a shared circuit hold the charger back", () => {
    for (const id of ["dynamic-load-management", "circuit-splitter"]) {
      expect(workIn(first(tight), id)).toBe(workIn(tight, id));
      expect(wayIn(first(tight), id).chargeA).toBe(wayIn(tight, id).chargeA);
    }
  });
});
