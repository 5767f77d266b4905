/** Main earth, bonding and fault current of a supply, at each limit and just beyond it. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { afterIn, onSupplyOf, wayIn, workIn } from "#core/testing/ways.ts";

type Supply = CaseDocument["supply"];
const tails = (size: number) => ({ size: `${size} mm2`, material: "cu" as const });
const home = (supply: Partial<Supply>) =>
  onSupplyOf(knownUkHome(), { earthing: "tn-c-s", conductor: tails(25), ...supply });
const codes = (supply: Partial<Supply>) =>
  assess(home(supply))
    .findings.map((f) => f.code)
    .filter((c) => /earth-under|bonding|fault-current/.test(c));
const texts = (supply: Partial<Supply>) =>
  assess(home(supply))
    .findings.filter((f) => /earth-under|bonding|fault-current/.test(f.code))
    .map((f) => f.text);

describe("the main earth", () => {
  it.each([
    ["tn-c-s", 25, 16, 10],
    ["tn-c-s", 35, 16, 10],
    ["tn-s", 16, 16, 10],
    ["tn-s", 10, 10, 6],
  ] as const)("of %s behind tails of %i mm² has %i mm², and %i mm² is too thin", (earthing, size, enough, less) => {
    const with_ = (mainEarthMm2: number) => codes({ earthing, conductor: tails(size), mainEarthMm2 });
    expect(with_(enough)).toEqual([]);
    expect(with_(less)).toEqual(["main-earth-undersized"]);
  });
  it("counts as for the largest tails where theirs are unknown", () => {
    expect(codes({ conductor: null, mainEarthMm2: 10 })).toEqual(["main-earth-undersized"]);
  });
  it("is not judged at an electrode, behind tails beyond the table, or while nobody has read it", () => {
    expect(codes({ earthing: "tt", mainEarthMm2: 4 })).toEqual([]);
    expect(codes({ conductor: tails(50), mainEarthMm2: 4 })).toEqual([]);
    expect(codes({ mainEarthMm2: null })).toEqual([]);
  });
  it("is renewed with the work", () => {
    const thin = home({ mainEarthMm2: 10 });
    expect(assess(thin).findings).toContainEqual(
      expect.objectContaining({ text: "The main earth has 10 mm²; these tails need 16 mm²", severity: "fix" }),
    );
    expect(wayIn(thin, "dedicated-circuit").verdict).toBe("with-work");
    expect(workIn(thin, "dedicated-circuit")).toMatch(/Renew the main earth conductor in 16 mm²/);
    expect(afterIn(thin, "dedicated-circuit").supply.mainEarthMm2).toBe(16);
  });
});

describe("bonding", () => {
  const gas = (mm2: number, more: Partial<Supply> = {}) =>
    codes({ bonding: { gas: { state: "bonded", mm2 } }, ...more });
  it.each([
    ["tn-c-s", 25, 10, 6],
    ["tn-c-s", 10, 10, 6],
    ["tn-s", 25, 10, 6],
    ["tn-s", 10, 6, 4],
    ["tt", 25, 6, 4],
  ] as const)("of %s behind tails of %i mm² has %i mm², and %i mm² is too thin", (earthing, size, enough, less) => {
    expect(gas(enough, { earthing, conductor: tails(size) })).toEqual([]);
    expect(gas(less, { earthing, conductor: tails(size) })).toEqual(["bonding-undersized"]);
  });
  it("is absent at one pipe, and not needed at a pipe that is not of metal", () => {
    const supply: Partial<Supply> = { bonding: { gas: { state: "absent" }, water: { state: "not-metallic" } } };
    expect(texts(supply)).toEqual(["The gas pipe is not bonded"]);
    expect(workIn(home(supply), "dedicated-circuit")).toMatch(/Bond the gas pipe in 10 mm²/);
    expect(afterIn(home(supply), "dedicated-circuit").supply.bonding).toEqual({
      gas: { state: "bonded", mm2: 10 },
      water: { state: "not-metallic" },
    });
  });
  it("is said once where it was ticked among the faults as well", () => {
    const seen = { ...home({ bonding: { gas: { state: "absent" } } }), survey: { seen: ["bonding-absent"] } };
    const found = assess(seen).findings.filter((f) => f.code.startsWith("bonding"));
    expect(found.map((f) => f.code)).toEqual(["bonding-absent"]);
  });
  it("is near its meter or stop cock", () => {
    const water = (distanceMm: number) => texts({ bonding: { water: { state: "bonded", mm2: 10, distanceMm } } });
    expect(water(600)).toEqual([]);
    expect(texts({ bonding: { water: { state: "absent", distanceMm: 900 } } })).toEqual([
      "The water pipe is not bonded",
    ]);
    expect(water(601)).toEqual([
      "The water pipe is bonded 601 mm from the stop cock; within 600 mm is asked for where practicable",
    ]);
  });
});

describe("a larger supply", () => {
  const loads = [{ id: "li", kind: "shower" as const, va: 14_000 }];
  const larger = (supply: Partial<Supply>) => ({ ...home({ ratingA: 60, ...supply }), loads });
  const thin: Partial<Supply> = { mainEarthMm2: 6, bonding: { gas: { state: "bonded", mm2: 6 } } };
  const buys = (supply: Partial<Supply>) =>
    wayIn(larger(supply), "service-upgrade")
      .lines.map((l) => l.item)
      .filter((item) => /^(tails|bonding)/.test(item));
  it("brings main earth and bonding to size, so that they are not work of their own", () => {
    const work = workIn(larger(thin), "service-upgrade");
    expect(work).toMatch(/main earth and bonding are brought to size/);
    expect(work).not.toMatch(/Renew the main earth|Bond the/);
    expect(afterIn(larger(thin), "service-upgrade").supply).toMatchObject({
      mainEarthMm2: 16,
      bonding: { gas: { state: "bonded", mm2: 10 } },
    });
  });
  it("buys them with new tails, or alone where the tails stay", () => {
    expect(buys({ ...thin, conductor: tails(16) })).toEqual(["tails:100"]);
    expect(buys(thin)).toEqual(["bonding"]);
    expect(buys({ mainEarthMm2: 16 })).toEqual([]);
  });
});

describe("prospective fault current", () => {
  it.each([
    [6, []],
    [6.1, [/6.1 kA may flow in a fault, more than an ordinary device breaks by itself \(6 kA\)/]],
    [16, [/more than an ordinary device/]],
    [16.1, [/more than a board for homes is declared for \(16 kA\): ask the network operator/]],
  ] as const)("of %d kA", (prospectiveKA, said) => {
    expect(texts({ prospectiveKA })).toEqual(said.map((s) => expect.stringMatching(s)));
  });
});
