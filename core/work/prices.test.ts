/** The made-up price list that Heron ships with, typed a second time: every piece of work in every way of many homes. */
import { describe, expect, it } from "vitest";
import { assess } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { HOMES } from "#core/testing/sheets/homes.ts";
import { onPanel, onSupplyOf, withCircuitIn, withOutletIn } from "#core/testing/ways.ts";
import { estimate, inPounds, price } from "./work.ts";

const us = knownUsHome();
const uk = knownUkHome();
const stub: CaseDocument = withOutletIn(
  withCircuitIn(us, {
    id: "o",
    position: 7,
    poles: 2,
    ratingA: 50,
    conductor: { size: "10 AWG", material: "cu", type: "nm-b" },
  }),
  { id: "o", type: "14-50", circuit: "o", leadLength: { value: 10, unit: "ft" }, gfci: false, plainSplitter: true },
);
const thinFeeder: CaseDocument = {
  ...us,
  panels: [
    ...us.panels,
    {
      id: "g",
      name: "Garage",
      fedFrom: "main",
      spaces: 8,
      feeder: { ratingA: 100, conductor: { size: "6 AWG", material: "cu", type: "thhn" } },
    },
  ],
  charger: { ...us.charger, panel: "g" },
};
const MORE: readonly CaseDocument[] = [
  stub,
  thinFeeder,
  { ...us, charger: { ...us.charger, maxA: 80 } },
  { ...us, charger: { ...us.charger, connection: "plug" } },
  { ...uk, charger: { ...uk.charger, connection: "plug" } },
  onSupplyOf(uk, { zeOhm: 1 }),
  { ...us, survey: { seen: ["doubled-lug", "corrosion", "working-space"] } },
  { ...uk, charger: { ...uk.charger, lostPenDetection: false, dcDetection: false } },
  withOutletIn(onPanel(uk, { circuits: (uk.panels[0]?.circuits ?? []).map((c) => ({ ...c, rcd: "none" as const })) }), {
    id: "s",
    type: "bs1363",
    circuit: "c-ring",
    leadLength: { value: 4, unit: "m" },
  }),
];

/** Dollars | pounds | days in the US | days in the UK, each low, typical and high. */
const PRICE_LIST = `
uk apply                    0 0 0 | 0 40 120 | 0 0 0 | 10 21 45
uk check-outlet             60 140 320 | 40 90 220 | 0 1 4 | 0 1 4
uk clamps                   400 540 650 | 140 180 250 | 7 15 28 | 5 10 20
uk confirm                  0 60 160 | 0 40 120 | 0 1 3 | 0 1 3
uk exchange                 80 180 420 | 60 140 320 | 1 3 7 | 1 3 7
uk exchange-device          40 85 160 | 30 60 110 | 0 1 3 | 0 1 3
uk extend                   0 0 0 | 0 0 0 | 0 0 0 | 0 0 0
uk measure                  180 320 560 | 120 220 400 | 30 34 45 | 8 14 30
uk mend:dc-protection-missing 0 0 0 | 180 260 420 | 0 0 0 | 2 5 12
uk mend:earth-impedance-high 0 0 0 | 0 180 420 | 0 0 0 | 2 7 21
uk mend:looped-supply       0 0 0 | 0 0 300 | 0 0 0 | 28 60 150
uk mend:lost-pen-unprotected 0 0 0 | 120 210 380 | 0 0 0 | 2 5 12
uk mend:rcd-missing         0 0 0 | 70 130 260 | 0 0 0 | 1 3 7
uk mend:rcd-type-ac         0 0 0 | 70 130 260 | 0 0 0 | 1 3 7
uk new-circuit              780 1240 2300 | 620 940 1600 | 5 12 24 | 4 9 18
uk new-panel                2300 3450 5600 | 680 980 1600 | 12 25 45 | 6 12 25
uk own-board                980 1580 2700 | 340 520 880 | 8 16 30 | 5 10 20
uk receptacle               60 110 220 | 40 80 160 | 0 1 3 | 0 1 3
uk splitter                 900 1400 2300 | 720 1020 1500 | 4 9 18 | 4 9 18
uk take-over                380 640 1100 | 290 480 820 | 4 9 18 | 3 7 14
uk upgrade                  3120 5160 9200 | 420 1250 4800 | 25 55 120 | 28 60 150
uk upgrade-conductors       0 0 0 | 0 0 0 | 0 0 0 | 0 0 0
us check-outlet             60 140 320 | 40 90 220 | 0 1 4 | 0 1 4
us clamps                   400 540 650 | 140 180 250 | 7 15 28 | 5 10 20
us confirm                  0 60 160 | 0 40 120 | 0 1 3 | 0 1 3
us disconnect               120 210 380 | 90 160 300 | 1 3 7 | 1 3 7
us exchange                 80 180 420 | 60 140 320 | 1 3 7 | 1 3 7
us exchange-device          40 85 160 | 30 60 110 | 0 1 3 | 0 1 3
us extend                   0 0 0 | 0 0 0 | 0 0 0 | 0 0 0
us measure                  180 320 560 | 120 220 400 | 30 34 45 | 8 14 30
us mend:bonding-absent      120 240 480 | 80 150 300 | 1 3 7 | 1 3 7
us mend:bus-overloaded      2300 3450 5600 | 680 980 1600 | 12 25 45 | 6 12 25
us mend:conductor-undersized 40 85 160 | 30 60 110 | 1 2 4 | 1 2 4
us mend:corrosion           150 380 900 | 110 280 650 | 2 5 14 | 2 5 14
us mend:doubled-lug         40 80 160 | 30 60 110 | 0 1 2 | 0 1 2
us mend:feeder-undersized   450 900 2100 | 260 480 1100 | 3 7 14 | 3 7 14
us mend:gfci-missing        110 190 320 | 60 95 160 | 1 3 7 | 1 3 7
us mend:outlet-plain-splitter 40 85 160 | 30 60 110 | 1 2 4 | 1 2 4
us mend:permission-open     0 60 200 | 0 40 140 | 2 10 40 | 2 10 40
us mend:service-below-minimum 60 180 420 | 60 180 420 | 5 15 40 | 5 15 40
us mend:tails               900 1700 3200 | 120 210 420 | 10 25 50 | 3 10 25
us mend:working-space       0 0 0 | 0 0 0 | 0 0 0 | 0 0 0
us new-circuit              780 1240 2300 | 620 940 1600 | 5 12 24 | 4 9 18
us new-panel                2300 3450 5600 | 680 980 1600 | 12 25 45 | 6 12 25
us own-board                980 1580 2700 | 340 520 880 | 8 16 30 | 5 10 20
us receptacle               60 110 220 | 40 80 160 | 0 1 3 | 0 1 3
us splitter                 420 610 960 | 0 0 0 | 3 7 14 | 3 7 14
us take-over                380 640 1100 | 290 480 820 | 4 9 18 | 3 7 14
us upgrade                  3120 5160 9200 | 420 1250 4800 | 25 55 120 | 28 60 150
us upgrade-conductors       0 0 0 | 0 0 0 | 0 0 0 | 0 0 0`;

/** "mend:conductor-undersized:supply-conductor" is the tails; other mends go by their fault, new panels by what they are. */
const named = (id: string): string =>
  id === "mend:conductor-undersized:supply-conductor"
    ? "mend:tails"
    : id.replace(/^(mend:[^:]+):.*/, "$1").replace(/^(new-panel):.*/, "$1");

describe("the price list", () => {
  it("is as it was written down", () => {
    const rows = new Map<string, string>();
    for (const home of [...Object.values<CaseDocument>(HOMES), ...MORE])
      for (const { workItems } of assess(home).ways)
        for (const { id, price: p } of workItems)
          rows.set(
            `${home.rules.slice(0, 2)} ${named(id)}`,
            [p.USD, p.GBP, p.days.USD, p.days.GBP].map((r) => r.join(" ")).join(" | "),
          );
    const list = new Map(
      PRICE_LIST.trim()
        .split("\n")
        .map((line) => /^(\S+ \S+)\s+(.*)$/.exec(line)?.slice(1) as [string, string]),
    );
    expect(Object.fromEntries([...rows].sort())).toEqual(Object.fromEntries(list));
  });
});

describe("an estimate", () => {
  const item = (id: string, p: ReturnType<typeof price>) => ({ id, text: id, price: p });
  it("pays for each piece of work once, and waits for all of them at the same time", () => {
    const items = [
      item("a", price([1, 2, 3], [10, 20, 30], [4, 5, 6], [7, 8, 9])),
      item("a", price([1, 2, 3], [10, 20, 30], [4, 5, 6], [7, 8, 9])),
      item("b", price([100, 200, 300], [1000, 2000, 3000], [1, 50, 2])),
      item("c", inPounds([5, 6, 7], [60, 1, 1])),
    ];
    expect(estimate(items, { currency: "USD" })).toEqual({
      cost: { low: 101, typical: 202, high: 303, currency: "USD", madeUp: true },
      leadTimeDays: { low: 4, typical: 50, high: 6 },
    });
    expect(estimate(items, { currency: "GBP" })).toEqual({
      cost: { low: 1015, typical: 2026, high: 3037, currency: "GBP", madeUp: true },
      leadTimeDays: { low: 60, typical: 50, high: 9 },
    });
  });
  it("of nothing is nothing", () => {
    expect(estimate([], { currency: "USD" })).toMatchObject({ cost: { typical: 0 }, leadTimeDays: { typical: 0 } });
  });
});
