/** Findings at their limits, with their link and their repair. */

import { describe, expect, it } from "vitest";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import { gfciOf, rcdOf } from "#core/rules/findings/protection.ts";
import { SEEN_FAULTS } from "#core/rules/findings/seen.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, usCase } from "#core/testing/cases.ts";
import { afterIn, onPanel, onSupplyOf, wayIn, withCircuitIn, withOutletIn, workIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();
const found = (home: CaseDocument) => assess(home).findings.map((f) => `${f.code} at ${f.link}`);
const text = (home: CaseDocument, code: string) => assess(home).findings.find((f) => f.code === code);

describe("a supply", () => {
  it("is overloaded just above its rating, not at it", () => {
    const lit = (va: number) =>
      knownUkHome({
        loads: [
          { id: "li", kind: "immersion", va },
          { id: "s1", kind: "socket-circuit", amps: 13 },
        ],
      });
    expect(found(lit(87 * 230))).toEqual([]);
    expect(found(lit(87.01 * 230))).toEqual(["already-overloaded at supply"]);
    expect(text(lit(100 * 230), "already-overloaded")).toMatchObject({
      severity: "fix",
      text: "The demand of 113 A is over the supply of 100 A already",
      todo: expect.stringMatching(/^Measure/),
    });
  });
  it("that is just above its rating is called so", () => {
    const { loads, ...rest } = usCase();
    const home = (va: number): CaseDocument => ({
      ...rest,
      loads: [...loads, { id: "x", kind: "fixed-appliance", va }],
    });
    // 19,484 VA + 0.4 x 11,300 VA = 24,004 VA: 100.02 A of 100 A.
    expect(text(home(11_300), "already-overloaded")?.text).toBe(
      "The demand of 100 A is just over the service of 100 A already",
    );
    expect(text(home(11_400), "already-overloaded")?.text).toMatch(/of 100.2 A is over the service/);
  });
  it("with an unreadable rating counts as the smallest, and is asked for", () => {
    expect(text(onSupplyOf(uk, { ratingA: null }), "rating-unknown")).toMatchObject({
      severity: "fix",
      link: "supply",
      text: "The supply rating could not be read: 60 A is assumed until it is confirmed",
      rule: "Network operator's label",
    });
    expect(found(onSupplyOf(uk, { ratingA: undefined }))).toContain("rating-unknown at supply");
  });
  it("below 100 A is below today's minimum for a house in North America, unless the authority agreed", () => {
    const on = (ratingA: number, more: Partial<CaseDocument> = {}) =>
      found({ ...onPanel(onSupplyOf(us, { ratingA }), { mainA: ratingA }), ...more }).filter((f) =>
        f.startsWith("service"),
      );
    expect(on(99)).toEqual(["service-below-minimum at supply"]);
    expect(on(100)).toEqual([]);
    expect(on(60, { dwelling: { kind: "apartment", floorArea: { value: 900, unit: "ft2" } } })).toEqual([]);
    expect(
      found(onSupplyOf(us, { ratingA: 60, belowMinimumAccepted: true })).filter((f) => f.startsWith("service")),
    ).toEqual([]);
    expect(found(onSupplyOf(uk, { ratingA: 60 })).filter((f) => f.startsWith("service"))).toEqual([]);
  });
  it("has conductors for its rating: 310.12 at 83 %, tails by the operator's table", () => {
    const usOn = (size: string) => found(onSupplyOf(us, { conductor: { size, material: "cu" } }));
    expect(usOn("2/0 AWG")).toEqual([]);
    expect(usOn("1/0 AWG")).toEqual(["conductor-undersized at supply-conductor"]);
    const ukOn = (size: string) => found(onSupplyOf(uk, { conductor: { size } }));
    expect(ukOn("25 mm2")).toEqual([]);
    expect(ukOn("16 mm2")).toEqual(["tails-undersized at supply-conductor"]);
    expect(text(onSupplyOf(uk, { conductor: { size: "16 mm2" } }), "tails-undersized")?.text).toBe(
      "The tails are too small for 100 A: 16 mm² tails: 80 A at most",
    );
    expect(
      afterIn(onSupplyOf(us, { conductor: { size: "1/0 AWG", material: "cu" } }), "dedicated-circuit").supply.conductor,
    ).toEqual({ size: "2/0 AWG", material: "cu" });
    expect(
      afterIn(
        { ...onSupplyOf(us, { conductor: { size: "1/0 AWG", material: "cu" } }), options: { allowAluminium: true } },
        "dedicated-circuit",
      ).supply.conductor,
    ).toEqual({ size: "4/0 AWG", material: "al" });
  });
});

describe("consent", () => {
  const asked = (permissions: NonNullable<CaseDocument["enquiry"]>["permissions"], tenure?: "owner" | "tenant") =>
    assess({ ...us, enquiry: { ...(tenure && { tenure }), permissions } }).findings.map((f) => [f.code, f.text]);
  it("is asked for where it is needed, from the right party", () => {
    expect(asked({ owner: "given", association: "not-needed" })).toEqual([]);
    expect(asked({ owner: "to-ask" })).toEqual([["permission-open", "The owner of the home has not been asked yet"]]);
    expect(asked({ authority: "asked" })).toEqual([
      ["permission-open", "The utility or authority has not answered yet"],
    ]);
    expect(asked({}, "tenant")).toEqual([["permission-open", "The owner of the home has not been asked yet"]]);
    expect(asked({ owner: "given" }, "tenant")).toEqual([]);
    expect(asked({ owner: "not-needed" }, "tenant")).toHaveLength(1);
    expect(asked({}, "owner")).toEqual([]);
    expect(asked({ association: "refused" })).toEqual([["permission-refused", "The association has refused"]]);
    const ukAsked = (permissions: NonNullable<CaseDocument["enquiry"]>["permissions"]) =>
      assess({ ...uk, enquiry: { permissions } }).findings.map((f) => f.text);
    expect(ukAsked({ association: "to-ask", authority: "asked" })).toEqual([
      "The freeholder or managing agent has not been asked yet",
      "The network operator has not answered yet",
    ]);
  });
  it("is had in the home after the work", () => {
    const after = afterIn(
      { ...us, enquiry: { tenure: "tenant", permissions: { association: "to-ask" } } },
      "dedicated-circuit",
    );
    expect(after.enquiry?.permissions).toEqual({ owner: "given", association: "given" });
    expect(
      workIn({ ...us, enquiry: { tenure: "tenant", permissions: { association: "to-ask" } } }, "dedicated-circuit"),
    ).toMatch(/the owner of the home, the association/);
  });
});

describe("a panel", () => {
  it("with a main larger than its bus, or a demand larger than either, is found at the bus or the main", () => {
    expect(found(onPanel(us, { busA: 199 }))).toEqual(["bus-overloaded at panel:main:bus"]);
    expect(text(onPanel(us, { busA: 199 }), "bus-overloaded")).toMatchObject({
      text: "The main panel: a main breaker of 200 A on a bus of 199 A",
      rule: "NEC 408.36",
    });
    // 81.18 A of demand.
    expect(found(onPanel(us, { mainA: 82, busA: 82 }))).toEqual([]);
    expect(found(onPanel(us, { mainA: 81, busA: 82 }))).toEqual(["already-overloaded at panel:main:main"]);
    expect(found(onPanel(us, { mainA: null, busA: 81, mainKind: "lugs" }))).toContain(
      "bus-overloaded at panel:main:bus",
    );
    expect(found(onPanel(us, { mainA: 81, busA: 81 })).sort()).toEqual([
      "already-overloaded at panel:main:main",
      "bus-overloaded at panel:main:bus",
    ]);
    // A part as large as the supply needs no comment.
    expect(
      found(
        onPanel(
          onSupplyOf(usCase({ loads: [...usCase().loads, { id: "h", kind: "central-heat", va: 20_000 }] }), {
            conductor: { size: "4 AWG", material: "cu" },
          }),
          { busA: 100 },
        ),
      ),
    ).toEqual(["already-overloaded at supply"]);
  });
  it("feeding back is judged with its sources, those of abandoned circuits left out", () => {
    const pv = (outputA: number, more: object = {}) =>
      withCircuitIn(us, { id: "pv", position: 29, poles: 2, ratingA: 60, backfeed: { outputA, ...more } });
    expect(found(pv(32, { oppositeEnd: true }))).toEqual([]);
    expect(found(pv(33, { oppositeEnd: true }))).toEqual([]); // 50 + 30 + 60 A of devices are within the bus
    const crowded = (outputA: number) => ({
      ...pv(outputA, { oppositeEnd: true }),
      panels: pv(outputA, { oppositeEnd: true }).panels.map((p) => ({
        ...p,
        circuits: [...(p.circuits ?? []), { id: "big", position: 9, poles: 2, ratingA: 70, loads: ["ac"] }],
      })),
    });
    expect(found(crowded(32))).toEqual([]);
    expect(found(crowded(33))).toEqual(["bus-overloaded at panel:main:bus"]);
    const off = crowded(33);
    expect(
      found({
        ...off,
        panels: off.panels.map((p) => ({
          ...p,
          circuits: p.circuits?.map((c) => (c.id === "pv" ? { ...c, status: "abandoned" as const } : c)),
        })),
      }),
    ).toEqual([]);
  });
  it("is changed for one whose bus carries main and sources", () => {
    const pv = (outputA: number) =>
      onPanel(us, {
        circuits: [
          { id: "pv", position: 29, poles: 2, ratingA: 150, backfeed: { outputA, oppositeEnd: true } },
          { id: "sub", poles: 2, ratingA: 60, loads: ["ac"] },
        ],
      });
    expect(afterIn(pv(56), "dedicated-circuit").panels[0]).toMatchObject({ busA: 225, mainA: 200, condition: "sound" });
    expect(afterIn(pv(57), "dedicated-circuit").panels[0]?.busA).toBe(400);
  });
  it("obsolete or unsafe is found at the panel", () => {
    expect(text(onPanel(uk, { condition: "obsolete" }), "panel-obsolete")).toMatchObject({
      severity: "fix",
      link: "panel:main",
      rule: "BS 7671 132.16",
    });
    expect(text(onPanel(us, { condition: "unsafe" }), "panel-unsafe")).toMatchObject({
      severity: "stop",
      link: "panel:main",
      rule: "NEC 110.3(B), 110.12",
    });
  });
  it("is full only where the charger's device is still to go there", () => {
    const full = onPanel(us, { spaces: 4 });
    expect(found(full)).toEqual(["panel-full at panel:main"]);
    expect(text(full, "panel-full")?.text).toBe("No room for the charger's device: 0 of 4 spaces free");
    expect(found({ ...full, charger: { ...full.charger, circuit: "c-dryer" } })).toEqual([]);
  });
  it("in the United Kingdom has notes on surge protection and its material", () => {
    expect(found(onPanel(uk, { surgeProtection: false, enclosure: "plastic" }))).toEqual([
      "surge-protection-missing at panel:main",
      "enclosure-combustible at panel:main",
    ]);
    for (const enclosure of ["wood-backed", "combustible", "Plastic"])
      expect(found(onPanel(uk, { enclosure }))).toEqual(["enclosure-combustible at panel:main"]);
    expect(found(onPanel(uk, { surgeProtection: undefined, enclosure: undefined }))).toEqual([]);
  });
  it("renewed leaves no charger on a circuit that is gone with the old one", () => {
    const old = {
      ...withOutletIn(
        withCircuitIn(onPanel(us, { condition: "obsolete" }), {
          id: "dead",
          position: 9,
          poles: 2,
          ratingA: 50,
          status: "abandoned",
        }),
        { id: "o", type: "14-50", circuit: "dead", leadLength: { value: 9, unit: "ft" }, gfci: true },
      ),
      charger: { ...us.charger, connection: "plug" as const },
    };
    const after = afterIn(old, "existing-outlet");
    expect(after.charger?.circuit).toBeUndefined();
    expect(caseProblems(after)).toEqual([]);
    expect(workIn(old, "existing-outlet")).toMatch(/Confirm which circuit feeds the 14-50 receptacle/);
  });
  it("renewed keeps main and bus, loses what is abandoned, and everything that named it", () => {
    const old: CaseDocument = {
      ...withOutletIn(
        onPanel(us, {
          condition: "obsolete",
          mainA: 150,
          busA: 175,
          circuits: [
            ...(us.panels[0]?.circuits ?? []),
            { id: "dead", position: 9, poles: 2, status: "abandoned" },
            {
              id: "ev",
              label: "EV",
              position: 13,
              poles: 2,
              ratingA: 50,
              conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
              loads: [],
            },
          ],
        }),
        { id: "o", type: "14-50", circuit: "ev", leadLength: { value: 9, unit: "ft" }, gfci: true },
      ),
    };
    old.outlets?.push({ id: "x", type: "14-50", circuit: "dead" });
    const after = afterIn(old, "existing-outlet");
    expect(after.panels[0]).toMatchObject({
      mainA: 150,
      busA: 175,
      condition: "sound",
      enclosure: "metal",
      surgeProtection: true,
      spaces: 30,
    });
    expect(after.panels[0]?.circuits?.map((c) => c.id)).toEqual(["c-range", "c-dryer", "ev"]);
    expect(after.outlets?.map((o) => o.circuit)).toEqual(["ev", null]);
  });
});

describe("residual-current devices", () => {
  const board: Panel = { id: "b", rcdGroups: [{ id: "g", rcd: "AC", from: 2, to: 4 }] };
  it("are the circuit's own, otherwise those of the group over its way", () => {
    expect(rcdOf(board, { id: "c", position: 2, rcd: "A" })).toBe("A");
    expect([1, 2, 4, 5].map((position) => rcdOf(board, { id: "c", position }))).toEqual([
      undefined,
      "AC",
      "AC",
      undefined,
    ]);
    expect(rcdOf(board, { id: "c", position: 3, rcd: "none" })).toBe("AC");
    expect(rcdOf(board, { id: "c", position: 5, rcd: "none" })).toBe("none");
    expect(rcdOf(null, { id: "c" })).toBeUndefined();
  });
  it("of type AC are found on the way to the charger only, and changed for type A", () => {
    const spaces = uk.panels[0]?.spaces ?? 0;
    const under = (to: number) => onPanel(uk, { rcdGroups: [{ id: "g", rcd: "AC", from: 1, to }] });
    expect(found(under(spaces))).toEqual(["rcd-type-ac at panel:main"]);
    expect(afterIn(under(spaces), "dedicated-circuit").panels[0]?.rcdGroups?.[0]?.rcd).toBe("A");
    // A free way outside the group is taken first, and the group stays as it is.
    expect(found(under(spaces - 1))).toEqual([]);
    const after = afterIn(under(spaces - 1), "dedicated-circuit").panels[0];
    expect(after?.circuits?.at(-1)?.position).toBe(spaces);
    expect(after?.rcdGroups?.[0]?.rcd).toBe("AC");
    const elsewhere: CaseDocument = {
      ...uk,
      panels: [
        ...uk.panels,
        { id: "shed", fedFrom: "main", condition: "sound", circuits: [{ id: "s", rcd: "AC", loads: ["li"] }] },
      ],
    };
    expect(found(elsewhere)).toEqual([]);
    expect(found({ ...elsewhere, charger: { ...uk.charger, panel: "shed" } })).toContain("rcd-type-ac at panel:shed");
  });
  it("of type B do without DC detection", () => {
    const circuit = (rcd: "A" | "B") => ({
      ...withCircuitIn(uk, { id: "ev", position: 6, rcd, loads: ["li"] }),
      charger: { ...uk.charger, dcDetection: false, circuit: "ev" },
    });
    expect(found(circuit("A"))).toEqual(["dc-protection-missing at charger"]);
    expect(found(circuit("B"))).toEqual([]);
    expect(
      afterIn({ ...uk, charger: { ...uk.charger, dcDetection: false } }, "dedicated-circuit").panels[0]?.circuits?.at(
        -1,
      )?.rcd,
    ).toBe("B");
  });
});

describe("a lost neutral-and-earth conductor", () => {
  it("is guarded against on TN-C-S only", () => {
    const on = (earthing: "tn-c-s" | "tn-s" | "tt") =>
      found({ ...onSupplyOf(uk, { earthing }), charger: { ...uk.charger, lostPenDetection: false } });
    expect([on("tn-c-s"), on("tn-s"), on("tt")]).toEqual([["lost-pen-unprotected at charger"], [], []]);
    const unset = { ...onSupplyOf(uk, { earthing: "tt" }), charger: { ...uk.charger, lostPenDetection: undefined } };
    expect(wayIn(unset, "dedicated-circuit").unknowns).toEqual([]);
    expect(
      wayIn({ ...unset, supply: { ...unset.supply, earthing: undefined } }, "dedicated-circuit").unknowns.map(
        (u) => u.key,
      ),
    ).toEqual(["supply.earthing", "charger.lostPenDetection"]);
  });
});

describe("GFCI", () => {
  it("is at the receptacle, otherwise at the breaker", () => {
    const home = (gfci?: boolean, protects?: "afci" | "gfci" | "afci-gfci") =>
      withOutletIn(withCircuitIn(us, { id: "ev", position: 9, poles: 2, ...(protects && { protects }) }), {
        id: "o",
        type: "14-50",
        circuit: "ev",
        ...(gfci !== undefined && { gfci }),
      });
    const of = (document: CaseDocument) =>
      gfciOf(document, document.outlets?.[0] as NonNullable<CaseDocument["outlets"]>[0]);
    expect([
      of(home()),
      of(home(true)),
      of(home(false, "gfci")),
      of(home(undefined, "gfci")),
      of(home(undefined, "afci")),
      of(home(undefined, "afci-gfci")),
    ]).toEqual([undefined, true, false, true, false, true]);
  });
  it("is fitted to face and breaker", () => {
    const home = {
      ...withOutletIn(
        withCircuitIn(us, {
          id: "ev",
          label: "EV",
          position: 9,
          poles: 2,
          ratingA: 50,
          protects: "afci",
          conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
          loads: [],
        }),
        { id: "o", type: "14-50", circuit: "ev", leadLength: { value: 9, unit: "ft" } },
      ),
      charger: { ...us.charger, connection: "plug" as const },
    };
    const after = afterIn(home, "existing-outlet");
    expect(after.outlets?.[0]?.gfci).toBe(true);
    expect(after.panels[0]?.circuits?.at(-1)?.protects).toBe("afci-gfci");
    const alone = afterIn(
      { ...home, outlets: [{ id: "o", type: "14-50", gfci: false, leadLength: { value: 9, unit: "ft" } }] },
      "existing-outlet",
    );
    expect(alone.outlets?.[0]?.gfci).toBe(true);
  });
});

describe("circuits and feeders", () => {
  it("are found where their device is more than their conductor allows", () => {
    const on = (ratingA: number, type = "nm-b") =>
      found(
        withCircuitIn(us, {
          id: "x",
          position: 9,
          poles: 2,
          ratingA,
          conductor: { size: "6 AWG", material: "cu", type },
          loads: ["ac"],
        }),
      );
    expect([on(60), on(61), on(70, "thhn")]).toEqual([
      [],
      ["conductor-undersized at circuit:x:conductor"],
      ["conductor-undersized at circuit:x:conductor"],
    ]);
    const marked = { ...us, options: { terminalColumn: "75" as const } };
    expect(
      found(
        withCircuitIn(marked, {
          id: "x",
          position: 9,
          poles: 2,
          ratingA: 70,
          conductor: { size: "6 AWG", material: "cu", type: "thhn" },
          loads: ["ac"],
        }),
      ),
    ).toEqual([]);
  });
  it("of a ring may have 32 A with 2.5 mm2, and no other circuit may", () => {
    const ring = (size: string, ratingA: number, loads = ["s1"]) =>
      found(
        onPanel(uk, {
          circuits: [
            { id: "r", ratingA, rcd: "A", conductor: { size, type: "twin-earth" }, loads },
            { id: "l", ratingA: 6, rcd: "A", loads: ["li"] },
          ],
        }),
      );
    expect(ring("2.5 mm2", 32)).toEqual([]);
    expect(ring("1.5 mm2", 32)).toEqual([]); // 20 A of conductor is the least a ring may have
    expect(ring("1 mm2", 32)).toEqual(["conductor-undersized at circuit:r:conductor"]);
    expect(ring("2.5 mm2", 40)).toEqual(["conductor-undersized at circuit:r:conductor"]);
    expect(ring("2.5 mm2", 32, ["li"])).toEqual(["conductor-undersized at circuit:r:conductor"]);
  });
  const garage = (feeder: Panel["feeder"], mainA?: number, va = 6000): CaseDocument => ({
    ...us,
    panels: [
      ...us.panels,
      {
        id: "g",
        name: "Garage",
        fedFrom: "main",
        busA: 200,
        condition: "sound",
        ...(mainA && { mainA }),
        feeder,
        circuits: [],
      },
    ],
    loads: [...us.loads, { id: "kiln", kind: "fixed-appliance", va, panel: "g" }],
  });
  it("that feed a panel are found over their device, their conductor, or its main", () => {
    const six = { size: "6 AWG", material: "cu" as const, type: "thhn" };
    expect(found(garage({ ratingA: 60, conductor: six }))).toEqual([]);
    expect(found(garage({ ratingA: 70, conductor: six }))).toEqual(["feeder-undersized at feeder:g:conductor"]);
    expect(found(garage({ ratingA: 25, conductor: six }))).toEqual([]);
    expect(found(garage({ ratingA: 24, conductor: six }))).toEqual(["feeder-undersized at feeder:g:device"]);
    expect(found(garage({ ratingA: 60, conductor: six }, 24))).toEqual(["feeder-undersized at feeder:g:device"]);
    expect(found(garage({ ratingA: 60, conductor: six }, undefined, 55.1 * 240))).toEqual([
      "feeder-undersized at feeder:g:device",
    ]);
    // The feeder's circuit may define the device.
    const started = garage({ circuit: "c-range", conductor: { size: "12 AWG", material: "cu", type: "nm-b" } });
    expect(found(started)).toContain("feeder-undersized at feeder:g:conductor");
  });
});

describe("faults seen on site", () => {
  it.each(SEEN_FAULTS.map((f) => [f.code, f] as const))("%s is at its link with its rule", (code, fault) => {
    for (const home of [us, uk]) {
      const [first] = assess({ ...home, survey: { seen: [code] } }).findings;
      expect(first).toMatchObject({
        code,
        severity: fault.severity,
        text: fault.text,
        todo: fault.todo,
        rule: codebookOf(home.rules).seenRules[code],
        link: fault.goesWith === "supply" ? "supply" : "panel:main",
      });
    }
  });
  it("has a severity, and what it takes where it can be mended in passing", () => {
    const rows = SEEN_FAULTS.map((f) => [
      f.code,
      f.severity,
      f.goesWith,
      f.requires?.parts.map((p) => p.item).join(" "),
      f.requires?.waits.join(" "),
    ]);
    expect(rows).toEqual([
      ["heat-marks", "stop", "panel", undefined, undefined],
      ["do-not-disturb", "stop", "panel", undefined, undefined],
      ["bonding-absent", "fix", "supply", "bonding labour:bonding", ""],
      ["doubled-lug", "fix", "panel", "labour:lug", ""],
      ["working-space", "fix", "supply", "", ""],
      ["corrosion", "fix", "panel", "renewals labour:corrosion", "wait:order"],
      ["gland-unsealed", "note", "panel", "labour:gland", ""],
    ]);
  });
  it("applies to every panel on the supply, except a planned one", () => {
    const two = {
      ...us,
      panels: [...us.panels, { id: "b", fedFrom: "supply", condition: "sound" as const, mainA: 100, busA: 100 }],
      survey: { seen: ["corrosion"] },
    };
    expect(found(two)).toEqual(["corrosion at panel:main", "corrosion at panel:b"]);
    const planned = { ...two, panels: two.panels.map((p) => (p.id === "b" ? { ...p, planned: true } : p)) };
    expect(found(planned)).toEqual(["corrosion at panel:main"]);
  });
});

describe("work", () => {
  it("takes, and waits for, what it mends", () => {
    const taken = (home: CaseDocument, way: "dedicated-circuit" | "existing-outlet" = "dedicated-circuit") => {
      const { workItems } = wayIn(home, way);
      return workItems
        .filter((i) => i.mends)
        .map((i) => [i.mends, i.requires.parts.map((p) => p.item).join(" "), i.requires.waits.join(" ")]);
    };
    expect(taken(onSupplyOf(uk, { looped: true }))).toEqual([
      ["looped-supply", "separation", "wait:operator wait:utility-visit"],
    ]);
    expect(taken(onSupplyOf(uk, { conductor: { size: "16 mm2" } }))).toEqual([
      ["tails-undersized", "tails labour:tails", "wait:order wait:permit wait:utility-visit"],
    ]);
    expect(taken({ ...uk, charger: { ...uk.charger, lostPenDetection: false } })).toEqual([
      ["lost-pen-unprotected", "device:lost-pen labour:device", "wait:order"],
    ]);
    expect(taken({ ...us, enquiry: { permissions: { owner: "to-ask" } } })).toEqual([
      ["permission-open", "paperwork", "wait:owner"],
    ]);
    expect(taken(onPanel(us, { busA: 199 }))).toEqual([
      ["bus-overloaded", "panel labour:panel permit", "wait:order-panel wait:permit wait:inspection"],
    ]);
  });
});
