/** Chargers of the firm, by what their makers declare. */
import { describe, expect, it } from "vitest";
import { terminationsOf } from "#core/circuit/terminations.ts";
import { caseProblems } from "#core/laws/read.ts";
import { wallOf } from "#core/place/wall.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { wayIn, withCircuitIn } from "#core/testing/ways.ts";
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
      grants: [],
    });
    expect(chargerKinds(bookOf(item("40 a; 1 phase; plug")))[0]).toMatchObject({
      maxA: 40,
      phases: 1,
      plug: true,
      lead: null,
    });
  });
  it("says its plug, its size, its lead's weight, its torque, how it is set, its warranty and its grants", () => {
    const declared =
      "40 A, plug 14-50, lead 18 ft, lead 3 kg, 8 x 12 in, torque 22 lb-in, set by switch, warranty 3 years";
    expect(chargerKinds(bookOf(item(`${declared}, grant rented`)))[0]).toMatchObject({
      plug: true,
      plugType: "14-50",
      leadKg: 3,
      widthM: 8 * 0.0254,
      heightM: 12 * 0.0254,
      torque: "22 lb-in",
      setBy: "switch",
      warrantyYears: 3,
      grants: ["grant:rented"],
    });
    expect(chargerKinds(bookOf(item("32 A, torque 2.5 N m, 190 x 320 mm")))[0]).toMatchObject({
      torque: "2.5 N m",
      widthM: 0.19,
    });
  });
  it("is refused where something is not understood, or its current is missing", () => {
    expect(itemProblems(item("32 A, schedule"))).toEqual([]);
    expect(itemProblems(item("32 A, teleport"))[0]).toMatch(/^condition of X must list a current .*; not "teleport"$/);
    expect(itemProblems(item("schedule"))).toEqual(["condition of X must name its largest current, such as 32 A"]);
    expect(itemProblems(item("", { condition: undefined }))).toHaveLength(1);
    expect(itemProblems(item("anything", { id: "charger:32" }))).toEqual([]);
    expect(itemProblems(item("32 A, lead 15 m"))).toEqual([]);
    expect(itemProblems(item("32 A, lead 16 m"))).toEqual(["condition of X must name a lead of at most 15 m or 49 ft"]);
    expect(itemProblems(item("32 A, plug 10-30"))[0]).toContain('not "plug 10-30"');
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
  it("takes out what was said of another charger, and fills what its maker says", () => {
    const [marsh, ...others] = chargerKinds(DEMO_BOOKS.USD);
    const wired = others.find(({ id }) => id === "charger:kind:sound");
    if (!marsh || !wired) throw new Error("no kinds");
    const first = withKind(knownUsHome(), marsh);
    expect(first.charger).toMatchObject({ plug: "14-50", setBy: "switch", connection: "plug" });
    const next = withKind(first, wired);
    expect(next.charger).toMatchObject({ torque: "26 lb-in", setBy: "app", connection: "hard-wired" });
    expect(next.charger?.plug).toBeUndefined();
    expect(caseProblems(next)).toEqual([]);
  });
  it("too wide for its wall fails on the plan", () => {
    const wide = chargerKinds(bookOf(item("32 A, 900 x 400 mm")))[0];
    if (!wide) throw new Error("no kind");
    const wall = {
      id: "wall",
      kind: "wall" as const,
      points: [
        [0, 0],
        [0.8, 0],
        [0.8, 0.2],
        [0, 0.2],
      ] as [number, number][],
    };
    const plan = {
      ...home,
      place: { unit: "m" as const, solids: [wall], charger: { at: [0.4, 0] as [number, number] } },
    };
    const width = (document: typeof home) =>
      wallOf(document, codebookOf(document.rules)).find(({ id }) => id === "width")?.passes;
    expect(width(plan)).toBe(true);
    expect(width(withKind(plan, wide))).toBe(false);
  });
  it("says how it is set, and at which torque its terminals are made", () => {
    const run = { segments: [{ method: "clipped", length: { value: 8, unit: "m" as const } }] };
    const told = knownUkHome({ run, charger: { ...home.charger, setBy: "app", torque: "2.5 N m", maxA: 40 } });
    const way = wayIn(
      withCircuitIn(told, {
        id: "s",
        position: 9,
        poles: 1,
        ratingA: 16,
        rcd: "A",
        status: "charger-ready",
        conductor: { size: "2.5 mm2", material: "cu", type: "armoured-70" },
      }),
      "reuse-circuit",
    );
    expect(way.work.join()).toContain("with the installer's app, behind its password");
    const design = wayIn(told, "dedicated-circuit").circuit;
    if (!design) throw new Error("not designed");
    const made = terminationsOf(told, design, codebookOf(told.rules).circuit.terminals);
    expect(made.filter(({ torque }) => torque === "2.5 N m").map(({ terminal }) => terminal)).toEqual([
      "Charger, line",
      "Charger, neutral",
      "Charger, earth",
    ]);
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
