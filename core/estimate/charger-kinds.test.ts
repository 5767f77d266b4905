/** Chargers of the firm, by what their makers declare. */
import { describe, expect, it } from "vitest";
import { caseProblems } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import type { PriceBook, PriceItem } from "./book-schema.ts";
import { itemProblems } from "./book-schema.ts";
import { chargerKinds, comparedKinds, withKind } from "./charger-kinds.ts";
import { DEMO_BOOKS } from "./demo-books/index.ts";

const item = (condition: string, more: Partial<PriceItem> = {}): PriceItem => ({
  id: "charger:kind:x",
  group: "equipment",
  name: "X",
  unit: "each",
  low: 1,
  typical: 2,
  high: 3,
  condition,
  ...more,
});
const bookOf = (...items: PriceItem[]): PriceBook => ({ name: "b", currency: "GBP", items });
const [kind] = chargerKinds(bookOf(item("32 A, 3 phases, schedule, dc, pen, clamps, lead 7.5 m")));

describe("a charger of the firm", () => {
  it("is read from what its maker declares", () => {
    expect(kind).toEqual({
      id: "charger:kind:x",
      name: "X",
      typical: 2,
      maxA: 32,
      phases: 3,
      functions: ["schedule", "dc", "pen", "clamps"],
      plug: false,
      lead: { value: 7.5, unit: "m" },
    });
    expect(chargerKinds(bookOf(item("40 a; 1 phase; plug")))[0]).toMatchObject({
      maxA: 40,
      phases: 1,
      plug: true,
      lead: null,
    });
  });
  it("is refused where something is not understood, or its current is missing", () => {
    expect(itemProblems(item("32 A, schedule"))).toEqual([]);
    expect(itemProblems(item("32 A, teleport"))[0]).toMatch(/^condition of X must list a current .*; not "teleport"$/);
    expect(itemProblems(item("schedule"))).toEqual(["condition of X must name its largest current, such as 32 A"]);
    expect(itemProblems(item("", { condition: undefined }))).toHaveLength(1);
    expect(itemProblems(item("anything", { id: "charger:32" }))).toEqual([]);
  });
  it("ships in the made-up books of both countries", () => {
    for (const book of Object.values(DEMO_BOOKS)) {
      expect(chargerKinds(book).length).toBeGreaterThan(2);
      for (const one of book.items) expect(itemProblems(one)).toEqual([]);
    }
  });
});

describe("the chargers beside the wishes of a customer", () => {
  const book = bookOf(
    item("32 A, schedule", { id: "charger:kind:cheap", typical: 1 }),
    item("32 A, schedule, solar", { id: "charger:kind:sun", typical: 2 }),
    item("32 A, schedule, solar, lock", { id: "charger:kind:all", typical: 3 }),
  );
  const order = (...wishes: ("schedule" | "solar" | "lock")[]) =>
    comparedKinds(book, { charger: { wishes } }).map((c) => c.kind.id.replace("charger:kind:", ""));
  it("are the cheapest first among those that have all of it", () => {
    expect(order()).toEqual(["cheap", "sun", "all"]);
    expect(order("solar")).toEqual(["sun", "all", "cheap"]);
    expect(order("solar", "lock")).toEqual(["all", "sun", "cheap"]);
  });
  it("say what they lack", () => {
    expect(comparedKinds(book, { charger: { wishes: ["lock"] } }).at(-1)).toMatchObject({ lacks: ["lock"] });
    expect(comparedKinds(book, { charger: null })[0]?.lacks).toEqual([]);
  });
});

describe("a chosen charger", () => {
  const home = knownUkHome();
  it("fills the fields of the charger, and the lead on the plan", () => {
    if (!kind) throw new Error("no kind");
    const plan = { ...home, place: { unit: "ft" as const, charger: { at: [0, 0] as [number, number] } } };
    const chosen = withKind(plan, kind);
    expect(chosen.charger).toMatchObject({
      kind: "charger:kind:x",
      maxA: 32,
      phases: 3,
      connection: "hard-wired",
      managed: true,
      dcDetection: true,
      lostPenDetection: true,
      twoWay: false,
    });
    expect(chosen.place?.charger?.leadLength).toBeCloseTo(7.5 / 0.3048, 6);
    expect(caseProblems(withKind(home, kind))).toEqual([]);
    expect(withKind(home, kind).place).toBe(home.place);
  });
  it("is what is bought, at its price", () => {
    const [marsh] = chargerKinds(DEMO_BOOKS.USD);
    if (!marsh) throw new Error("no kind");
    const us = withKind(knownUsHome(), marsh);
    const lines = assess(us).ways.find((w) => w.way === "dedicated-circuit")?.lines ?? [];
    expect(lines.find((l) => l.item === marsh.id)?.money.typical).toBeGreaterThan(0);
    expect(lines.filter((l) => l.item.startsWith("charger:"))).toHaveLength(1);
    const gone = { ...us, charger: { ...us.charger, kind: "charger:kind:gone" } };
    expect(
      assess(gone)
        .ways.find((w) => w.way === "dedicated-circuit")
        ?.unpriced.join(),
    ).toMatch(/charger/);
  });
  it("never feeds back by a charger that cannot, where the customer wishes for it", () => {
    const both = comparedKinds(DEMO_BOOKS.GBP, { charger: { wishes: ["two-way"] } });
    const [first, ...others] = both;
    expect(first && withKind(home, first.kind).charger?.twoWay).toBe(true);
    for (const { lacks } of others) expect(lacks).toContain("two-way");
  });
});
