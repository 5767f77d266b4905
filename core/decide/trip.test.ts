/** Why a charger trips: the causes that fit what was told. */
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import { removeLoad } from "#core/case/document/remove-load.ts";
import type { CaseDocument, Circuit, Trip } from "#core/case/document/types.ts";
import { secondsToTrip, thermalModel } from "#core/energy/replay/device.ts";
import { caseProblems } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { onPanel } from "#core/testing/ways.ts";
import type { TripExplained } from "./trip.ts";

const circuit = (more: Partial<Circuit> = {}): Circuit => ({
  id: "c-ev",
  label: "Charger",
  position: 1,
  poles: 1,
  ratingA: 40,
  rcd: "A",
  conductor: { size: "6 mm2", material: "cu", type: "twin-earth" },
  status: "in-use",
  loads: ["ev"],
  ...more,
});
const uk = (trip: Trip | null, more: Partial<Circuit> = {}, changes: Partial<CaseDocument> = {}): CaseDocument => {
  const home = knownUkHome({
    loads: [
      { id: "sh", kind: "shower", label: "Shower", va: 9200 },
      { id: "im", kind: "immersion", label: "Immersion", va: 3000 },
      { id: "ev", kind: "ev-charger", label: "Charger", amps: 32 },
    ],
    enquiry: { reason: "trips", trip },
    ...changes,
  });
  return onPanel({ ...home, supply: { ...home.supply, ratingA: 60 } }, { circuits: [circuit(more)] });
};
const us = (trip: Trip, more: Partial<Circuit> = {}): CaseDocument =>
  onPanel(
    knownUsHome({
      loads: [...knownUsHome().loads, { id: "ev", kind: "ev-charger", label: "Charger", amps: 40, volts: 240 }],
      enquiry: { reason: "trips", trip },
    }),
    {
      circuits: [
        circuit({
          poles: 2,
          ratingA: 50,
          rcd: undefined,
          conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
          ...more,
        }),
      ],
    },
  );
const explained = (home: CaseDocument): TripExplained => {
  const { trip } = assess(home);
  if (!trip) throw new Error("nothing explained");
  return trip;
};
const fits = (home: CaseDocument, id: string) => explained(home).causes.find((c) => c.id === id)?.fits;
const because = (home: CaseDocument, id: string) =>
  explained(home)
    .causes.find((c) => c.id === id)
    ?.because.join(" ");
const atSupply = (more: Partial<Trip> = {}): Trip => ({ at: "supply", kind: "overcurrent", ...more });
const atCircuit = (more: Partial<Trip> = {}): Trip => ({ at: "circuit:c-ev:device", ...more });

describe("a device that trips", () => {
  it("is explained only where the visit is about it and the device was told", () => {
    expect(assess(uk(null)).trip).toBeNull();
    expect(
      assess(uk({ at: "supply" }, {}, { enquiry: { reason: "hold-back", trip: { at: "supply" } } })).trip,
    ).toBeNull();
    expect(assess(uk({ at: "circuit:gone:device" })).trip).toBeNull();
    expect(explained(uk(atSupply())).device).toMatch(/fuse/i);
  });
  it("has the likely causes first", () => {
    const order = ["likely", "possible", "unlikely"];
    for (const home of [uk(atSupply()), uk(atCircuit({ kind: "residual" })), us(atCircuit({ after: "hours" }))]) {
      const ranks = explained(home).causes.map((c) => order.indexOf(c.fits));
      expect(ranks).toEqual([...ranks].sort());
    }
  });
  it("asks what nobody has told", () => {
    expect(explained(uk({ at: "supply" })).asks).toHaveLength(3);
    expect(explained(uk(atSupply({ after: "hours", running: ["sh"] }))).asks).toEqual([]);
  });
});

describe("too much at once", () => {
  it("is likely where what ran is more than the device is rated, and says how long that takes", () => {
    // 32 A, 40 A of shower and 13 A of immersion: 85 A on 60 A is 1.42 times, which a warm fuse only carries for hours.
    const all = uk(atSupply({ after: "hours", running: ["sh", "im"] }));
    expect(fits(all, "overload")).toBe("likely");
    expect(because(all, "overload")).toMatch(/Charging 32 A, "Shower" 40 A and "Immersion" 13 A: 85 A on 60 A/);
    expect(because(all, "overload")).toMatch(/Only a warm device trips at this, after hours/);
    expect(explained(all).carriesA).toBeCloseTo(32 + 9200 / 230 + 3000 / 230, 9);
  });
  it("is cured by holding the charger back, with its price", () => {
    const cause = explained(uk(atSupply({ after: "hours", running: ["sh", "im"] }))).causes[0];
    expect(cause).toMatchObject({ id: "overload", way: "manage-existing" });
    expect(cause?.cure).toMatch(/^Hold the charger back: .*£\d/);
  });
  it("is unlikely within the rating, and for a residual current device", () => {
    expect(fits(uk(atSupply({ after: "hours", running: [] })), "overload")).toBe("unlikely");
    expect(fits(uk(atSupply({ kind: "residual", running: ["sh", "im"] })), "overload")).toBe("unlikely");
  });
  it("is no more than possible where it trips at once", () => {
    expect(fits(uk(atSupply({ after: "at-once", running: ["sh", "im"] })), "overload")).toBe("possible");
  });
  it("counts without the charger where the car was not charging", () => {
    expect(explained(uk(atSupply({ charging: false, running: ["sh"] }))).carriesA).toBeCloseTo(40, 9);
  });
  it("at the charger's own device counts the charger alone", () => {
    expect(explained(uk(atCircuit({ running: ["sh"] }))).carriesA).toBeCloseTo(32, 9);
  });
});

describe("recorded data", () => {
  const measured: CaseDocument["measured"] = { source: "recorder", max: { value: 15.64, unit: "kW" } };
  it("says what the supply carried at most, where nobody has told what ran", () => {
    const home = uk({ at: "supply", kind: "overcurrent", after: "minutes" }, {}, { measured });
    expect(explained(home).carriesA).toBeCloseTo(68, 9);
    expect(explained(home).causes.find(({ id }) => id === "overload")).toMatchObject({
      fits: "likely",
      because: ["The recorded data goes up to 68 A on 60 A", expect.any(String)],
    });
  });
  it("goes behind what was told, and says nothing of a circuit", () => {
    const told = uk({ at: "supply", kind: "overcurrent", running: ["im"] }, {}, { measured });
    expect(explained(told).carriesA).toBeCloseTo(32 + 3000 / 230, 6);
    expect(explained(uk({ at: "circuit:c-ev:device" }, {}, { measured })).carriesA).toBeCloseTo(32, 9);
  });
});

describe("a device that is too small for hours", () => {
  it("is likely where continuous charging asks for more", () => {
    const small = us(atCircuit({ after: "hours" }), { ratingA: 45 });
    expect(fits(small, "continuous-load")).toBe("likely");
    expect(because(small, "continuous-load")).toBe("40 A for hours asks for 50 A; the breaker is of 45 A");
    expect(explained(small).causes[0]?.cure).toMatch(/^Set the charger to 36 A, or fit the next larger breaker/);
    expect(fits(us(atCircuit({ after: "hours" })), "continuous-load")).toBe("unlikely");
    expect(fits(us(atCircuit({ after: "at-once" }), { ratingA: 45 }), "continuous-load")).toBe("unlikely");
  });
  it("is possible where the charger takes all of it", () => {
    const full = uk(atCircuit({ after: "hours" }), { ratingA: 32 });
    expect(fits(full, "continuous-load")).toBe("possible");
    expect(because(full, "continuous-load")).toMatch(/32 A for hours is 100 % of its 32 A/);
    expect(explained(full).causes.find((c) => c.id === "continuous-load")?.cure).toMatch(/^Set the charger to 25 A/);
    expect(explained(uk(atSupply())).causes.map((c) => c.id)).not.toContain("continuous-load");
  });
});

describe("a fault", () => {
  it("is likely where it trips at once, and a loose terminal where it trips late within its rating", () => {
    expect(fits(uk(atCircuit({ kind: "overcurrent", after: "at-once" })), "short-circuit")).toBe("likely");
    expect(fits(uk(atCircuit({ kind: "overcurrent", after: "hours" })), "short-circuit")).toBe("unlikely");
    expect(fits(uk(atCircuit({ kind: "overcurrent", after: "hours" })), "loose-terminal")).toBe("likely");
    expect(fits(uk(atSupply({ after: "hours", running: ["sh", "im"] })), "loose-terminal")).toBe("possible");
  });
  it("of a residual current device is leakage, of one circuit or of several on one device", () => {
    const alone = uk(atCircuit({ kind: "residual", after: "at-once" }));
    expect(fits(alone, "earth-fault")).toBe("likely");
    expect(explained(alone).causes.map((c) => c.id)).not.toContain("shared-leakage");
    const home = uk(atCircuit({ kind: "residual", after: "hours" }), { rcd: undefined });
    const grouped = onPanel(home, {
      rcdGroups: [{ id: "g", rcd: "A", from: 1, to: 4 }],
      circuits: [
        circuit({ rcd: undefined }),
        circuit({ id: "c2", position: 2, loads: [] }),
        circuit({ id: "c5", position: 5, loads: [] }),
      ],
    });
    expect(fits(grouped, "shared-leakage")).toBe("likely");
    expect(because(grouped, "shared-leakage")).toMatch(/^1 other circuit hangs on the same device/);
  });
  it("may be a device of the wrong type, or two in a row", () => {
    expect(fits(uk(atCircuit({ kind: "residual" }), { rcd: "AC" }), "wrong-type")).toBe("likely");
    expect(fits(uk(atCircuit({ kind: "residual" })), "wrong-type")).toBeUndefined();
    expect(fits(us(atCircuit({ kind: "residual" }), { protects: "gfci" }), "doubled-protection")).toBe("likely");
    expect(fits(us(atCircuit({ kind: "overcurrent" }), { protects: "gfci" }), "doubled-protection")).toBe("unlikely");
    expect(fits(us(atCircuit()), "doubled-protection")).toBeUndefined();
  });
});

describe("the time until a device trips", () => {
  const model = thermalModel(codebookOf("us-nec-2023").supplyDevice, 100);
  it("is that of its row at twice the rating, shorter above, and endless at what it carries", () => {
    expect(secondsToTrip(model, 200)).toBeCloseTo(360, 6);
    expect(secondsToTrip(model, 300)).toBeLessThan(360);
    expect(secondsToTrip(model, 135)).toBeNull();
    expect(secondsToTrip(model, 136)).toBeGreaterThan(1000);
  });
});

describe("a load that is removed", () => {
  it("is taken out of what ran, and is not the charger any more", () => {
    const home = { ...uk(atSupply({ running: ["sh", "im"] })), charger: { load: "ev" } };
    const without = (index: number) => applyPatch(home, removeLoad(home, index)) as CaseDocument;
    expect(without(0).enquiry?.trip?.running).toEqual(["im"]);
    expect(without(2).charger?.load).toBeUndefined();
    expect(caseProblems(without(0))).toEqual([]);
    expect(
      caseProblems({ ...home, enquiry: { reason: "trips", trip: atSupply({ running: ["gone"] }) } }),
    ).toMatchObject([{ path: "enquiry.trip.running[0]" }]);
  });
});
