/** Visits to a charger that is there already: held back, moved, or joined by a second one. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Load, VisitReason } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import { assess, homeAfter } from "#core/testing/assess.ts";
import { knownUkHome, ukCase, usCase } from "#core/testing/cases.ts";
import { afterIn, onPanel, onSupplyOf, reasonsIn, wayIn, workIn } from "#core/testing/ways.ts";

const THERE: Load = { id: "there", kind: "ev-charger", amps: 32 };
const CIRCUIT: Circuit = {
  id: "c-charger",
  label: "Charger",
  position: 1,
  poles: 1,
  ratingA: 40,
  rcd: "A",
  curve: "B",
  conductor: { size: "6 mm2", material: "cu", type: "twin-earth" },
  length: { value: 12, unit: "m" },
  status: "in-use",
  loads: ["there"],
};
const LOADS: Load[] = [
  { id: "li", kind: "lighting", va: 1200 },
  { id: "s1", kind: "socket-circuit", amps: 32 },
  { id: "im", kind: "immersion", va: 3000 },
];
/** The known home with a charger on its circuit; 58.5 A without it on a fuse of 100 A. */
const visited = (reason: VisitReason, changes: Partial<CaseDocument> = {}): CaseDocument => {
  const home = knownUkHome({
    loads: [...LOADS, THERE],
    enquiry: { reason },
    charger: { connection: "hard-wired", managed: true, lostPenDetection: true, dcDetection: true, outdoors: true },
    ...changes,
  });
  return onPanel(home, { circuits: [CIRCUIT] });
};
const heavy = { loads: [...LOADS, { id: "sh", kind: "shower" as const, va: 9500 }, THERE] };
/** More than a low setting gives in the night. */
const LONG = { energyPerDayKWh: 30, pluggedIn: { from: "20:00", to: "06:00" } };
const buysCharger = (home: CaseDocument, id: string) =>
  wayIn(home, id).lines.some(({ item }) => item.startsWith("charger:"));
const KEEPING = ["trips", "hold-back", "move"] as const;

describe("a charger that stays", () => {
  it("gives the same demand as any other load", () => {
    const asLoad = assess({ ...visited("hold-back"), enquiry: {} });
    for (const reason of KEEPING) {
      const found = assess(visited(reason));
      expect(found.calculations.map((c) => c.demandA)).toEqual(asLoad.calculations.map((c) => c.demandA));
      expect(found.headroomA).toBe(asLoad.headroomA);
    }
  });
  it("is never bought again", () => {
    for (const reason of KEEPING)
      for (const way of assess(visited(reason, heavy)).ways)
        expect(
          way.lines.filter(({ item }) => item.startsWith("charger:")),
          `${reason} ${way.way}`,
        ).toEqual([]);
    expect(buysCharger({ ...visited("first-charger", heavy) }, "dynamic-load-management")).toBe(true);
  });
  it("is the one that the case names, otherwise the largest that is there", () => {
    const other: Load = { id: "other", kind: "ev-charger", amps: 16 };
    const two = visited("hold-back", { loads: [...LOADS, THERE, other] });
    expect(wayIn(two, "manage-existing").chargeA).toBe(32);
    const named = onPanel(
      { ...two, charger: { ...two.charger, load: "other" } },
      { circuits: [CIRCUIT, { ...CIRCUIT, id: "c2", position: 2, loads: ["other"] }] },
    );
    expect(wayIn(named, "manage-existing").chargeA).toBe(16);
  });
  it("is marked as one that stays, in every way", () => {
    expect(assess(visited("move")).ways.every((w) => w.verdict === "ruled-out" || w.chargerStays)).toBe(true);
    expect(assess(visited("first-charger")).ways.some((w) => w.chargerStays)).toBe(false);
  });
  it("ends today's path on its circuit", () => {
    expect(assess(visited("trips")).path.map((l) => l.link)).toContain("circuit:c-charger:conductor");
  });
  it.each(KEEPING)("is asked for where the visit is about it and it is not among the loads: %s", (reason) => {
    const way = reason === "move" ? "move-charger" : "manage-existing";
    expect(reasonsIn(visited(reason, { loads: LOADS }), way)).toBe(
      "No charger that is there already is among the loads of the home",
    );
  });
  it("leaves a case that can be read, in every way", () => {
    for (const reason of KEEPING)
      for (const { way } of assess(visited(reason, heavy)).ways) {
        const after = homeAfter(visited(reason, heavy), way);
        if ("document" in after) expect(caseProblems(after.document), way).toEqual([]);
      }
  });
});

describe("holding a charger back", () => {
  it("is ready where the home and its circuit carry it as it is", () => {
    const light = visited("hold-back", { loads: [...LOADS.filter((l) => l.id !== "s1"), THERE] });
    expect(wayIn(light, "manage-existing")).toMatchObject({
      verdict: "ready",
      chargeA: 32,
      circuitA: 40,
    });
    expect(assess(light).recommended).toBe("manage-existing");
  });
  it("takes a lower setting where that meets the need, and clamps where it does not", () => {
    const on80 = onSupplyOf(
      visited("hold-back", { need: { energyPerDayKWh: 10, pluggedIn: { from: "20:00", to: "06:00" } } }),
      { ratingA: 80 },
    );
    expect(wayIn(on80, "manage-existing")).toMatchObject({ chargeA: 25, verdict: "with-work", meetsNeed: true });
    expect(workIn(on80, "manage-existing")).toMatch(/Set the charger to 25 A behind its cover or with its tool/);
    expect(wayIn(on80, "manage-existing").limitA).toBeUndefined();
    const full = onSupplyOf(visited("hold-back", { ...heavy, need: LONG }), { ratingA: 100 });
    expect(wayIn(full, "manage-existing")).toMatchObject({ chargeA: 32, limitA: 99, verdict: "with-work" });
    expect(workIn(full, "manage-existing")).toMatch(/Clamps with a signal path to the charger: on the tails/);
    expect(workIn(full, "manage-existing")).not.toMatch(/New|take its device out/);
  });
  it("is refused by a charger that clamps cannot manage, where no setting fits", () => {
    const full = onSupplyOf(visited("hold-back", heavy), { ratingA: 80 });
    const unmanaged = { ...full, charger: { ...full.charger, managed: false } };
    expect(wayIn(unmanaged, "manage-existing").verdict).toBe("ruled-out");
  });
  it("asks for the circuit that feeds the charger", () => {
    const unplaced = onPanel(visited("hold-back"), { circuits: [{ ...CIRCUIT, loads: [] }] });
    expect(reasonsIn(unplaced, "manage-existing")).toBe("The circuit that feeds the charger has not been recorded");
  });
  it("judges the circuit as found: its conductor limits the current", () => {
    const thin = onPanel(visited("hold-back"), {
      circuits: [{ ...CIRCUIT, ratingA: 20, conductor: { size: "1.5 mm2", material: "cu", type: "twin-earth" } }],
    });
    expect(wayIn(thin, "manage-existing").chargeA).toBeLessThanOrEqual(20);
  });
  it("joins only where the reason of the visit asks for it", () => {
    const joined = (reason: VisitReason) =>
      assess(visited(reason))
        .ways.map((w) => w.way)
        .slice(8);
    expect(joined("hold-back")).toEqual(["manage-existing"]);
    expect(joined("trips")).toEqual(["manage-existing"]);
    expect(joined("move")).toEqual(["move-charger"]);
    expect(joined("first-charger")).toEqual([]);
  });
  it("keeps its circuit on a larger supply", () => {
    const full = onSupplyOf(visited("hold-back", heavy), { ratingA: 80 });
    expect(workIn(full, "service-upgrade")).not.toMatch(/New .* circuit|take its device out/);
  });
});

describe("moving a charger", () => {
  it("goes on with the conductor that is there, and closes the old place", () => {
    const work = workIn(visited("move"), "move-charger");
    expect(work).toMatch(/Take the charger off its old place: isolate "Charger", prove it dead/);
    expect(work).toMatch(/Go on in 6 mm² from a joint that stays accessible/);
    expect(wayIn(visited("move"), "move-charger").cautions.join(" ")).toMatch(/Isolate the charger's own circuit/);
  });
  it("makes the circuit anew where the conductor is not known, and the old one safe", () => {
    const unseen = onPanel(visited("move"), { circuits: [{ ...CIRCUIT, conductor: null }] });
    const work = workIn(unseen, "move-charger");
    expect(work).toMatch(/Take the charger off its old circuit: prove "Charger" dead.*New 40 A circuit/);
    const old = afterIn(unseen, "move-charger").panels[0]?.circuits?.find((c) => c.id === "c-charger");
    expect(old).toMatchObject({ status: "abandoned", loads: [] });
  });
  it("is held back by clamps where the home does not carry it", () => {
    expect(
      wayIn(onSupplyOf(visited("move", { ...heavy, need: LONG }), { ratingA: 100 }), "move-charger"),
    ).toMatchObject({
      limitA: 99,
      chargeA: 32,
    });
  });
});

describe("a second charger", () => {
  const second = onSupplyOf(visited("second-charger", heavy), { ratingA: 100 });
  it("counts beside the first one", () => {
    expect(wayIn(second, "dedicated-circuit").verdict).toBe("ruled-out");
    expect(buysCharger(second, "dynamic-load-management")).toBe(true);
  });
  it("shares one limit with the first one where clamps hold them back", () => {
    const way = wayIn(second, "dynamic-load-management");
    expect(way).toMatchObject({ verdict: "with-work", limitA: 99, chargeA: 32 });
    expect(way.work.join(" ")).toMatch(/under the same limit: see in its instructions that it can be held back/);
    const managed = afterIn(second, "dynamic-load-management").loads.filter((l) => l.kind === "ev-charger");
    expect(managed.map((l) => l.managed)).toEqual([[{ at: "supply", limitA: 99 }], [{ at: "supply", limitA: 99 }]]);
  });
});

describe("a board of the charger's own, by school", () => {
  const own = (home: CaseDocument): CaseDocument => ({ ...home, options: { ...home.options, chargerBoard: "own" } });
  it("is not ruled out because the old board is sound", () => {
    expect(wayIn(knownUkHome(), "separate-board").verdict).toBe("ruled-out");
    expect(wayIn(own(knownUkHome()), "separate-board").verdict).not.toBe("ruled-out");
    expect(reasonsIn(own(knownUkHome()), "dedicated-circuit")).toMatch(/gives the charger a board of its own/);
    expect(workIn(own(ukCase()), "dynamic-load-management")).toMatch(/fit a small board/);
  });
  it("lets the clamps read the home with the charger or alone, as the job asks", () => {
    const works = (options: CaseDocument["options"]) =>
      workIn({ ...ukCase(), options: { ...ukCase().options, ...options } }, "dynamic-load-management");
    expect(works({ chargerBoard: "own" })).toMatch(/before the tails divide: they read house and charger/);
    expect(works({ chargerBoard: "own", clampsRead: "house-alone" })).toMatch(
      /after the tails divide: they read the house alone, and the charger is set to add its own current/,
    );
    expect(works({ clampsRead: "house-alone" })).not.toMatch(/divide/);
  });
  it("changes no demand", () => {
    for (const home of [usCase(), ukCase(), knownUkHome()])
      expect(assess(own(home)).calculations.map((c) => c.demandA)).toEqual(
        assess(home).calculations.map((c) => c.demandA),
      );
  });
});
