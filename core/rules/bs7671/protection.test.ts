/** Where the protective functions of a charger's circuit sit. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { terminationsOf } from "#core/circuit/terminations.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { afterIn, wayIn, workIn } from "#core/testing/ways.ts";

type Protection = NonNullable<NonNullable<CaseDocument["charger"]>["protection"]>;
const run = {
  segments: [{ method: "insulated-wall", length: { value: 10, unit: "m" as const } }],
  conductorType: "twin-earth",
};
/** A charger that detects neither direct current nor a lost neutral, with a protection of the job's own. */
const home = (protection: Protection | null, charger: CaseDocument["charger"] = {}): CaseDocument => {
  const known = knownUkHome({ run });
  return {
    ...known,
    supply: { ...known.supply, earthing: "tn-c-s" },
    charger: { ...known.charger, dcDetection: false, lostPenDetection: false, ...charger, protection },
  };
};
const dedicated = (protection: Protection | null) => wayIn(home(protection), "dedicated-circuit");
const items = (protection: Protection | null) => dedicated(protection).lines.map((l) => l.item);
const check = (protection: Protection | null, id: string) =>
  dedicated(protection).circuit?.checks.find((c) => c.id === id);
const made = (protection: Protection | null) =>
  afterIn(home(protection), "dedicated-circuit").panels[0]?.circuits?.find((c) => c.label === "Charger");

describe("the protection of a charging circuit", () => {
  it("without an arrangement is mended by a device of type B and a unit", () => {
    expect(items(null)).toEqual(expect.arrayContaining(["device:rcd-b", "device:lost-pen"]));
    expect(workIn(home(null), "dedicated-circuit")).toMatch(/type B/);
  });
  it("stands on the termination sheet with both of its sides", () => {
    const both: Protection = {
      residual: { at: "supply-end", kind: "B" },
      lostPen: { at: "supply-end", kind: "detection" },
    };
    const way = dedicated(both);
    const units = way.workItems.flatMap(({ unit }) => unit ?? []);
    if (!way.circuit) throw new Error("not designed");
    const names = codebookOf(home(both).rules).circuit.terminals;
    const terminals = terminationsOf(home(both), way.circuit, names, units).map(({ terminal }) => terminal);
    expect(terminals).toContain("Unit at the supply end of the circuit, supply side, line");
    expect(terminals).toContain("Unit at the supply end of the circuit, charger side, earth");
    expect(terminationsOf(home(both), way.circuit, names)).toHaveLength(terminals.length - 6);
  });
  it("asks for room on the wall for each unit, and for none without one", () => {
    const both: Protection = { residual: { at: "supply-end", kind: "B" }, lostPen: { at: "board", kind: "detection" } };
    const rooms = dedicated(both).circuit?.checks.filter(({ id }) => id === "unit-room") ?? [];
    expect(rooms.map(({ label, passes }) => [label, passes])).toEqual([
      ["Room for the unit beside the board", null],
      ["Room for the unit at the supply end of the circuit", null],
    ]);
    expect(check(null, "unit-room")).toBeUndefined();
  });
  it("in one unit at the supply end is bought once", () => {
    const both: Protection = {
      residual: { at: "supply-end", kind: "B" },
      lostPen: { at: "supply-end", kind: "detection" },
    };
    expect(workIn(home(both), "dedicated-circuit")).toMatch(
      /Fit one unit at the supply end of the circuit with a 30 mA residual current device of type B and detection that opens/,
    );
    expect(items(both)).toContain("device:protection-unit");
    expect(items(both)).not.toContain("device:rcd-b");
    expect(items(both)).not.toContain("device:lost-pen");
    expect(made(both)).toMatchObject({ rcd: "none" });
    expect(assess(afterIn(home(both), "dedicated-circuit")).findings.map((f) => f.code)).not.toContain("rcd-missing");
  });
  it("of type B at the board is the circuit's own device", () => {
    const typeB: Protection = { residual: { at: "board", kind: "B" } };
    expect(made(typeB)).toMatchObject({ rcd: "B" });
    expect(check(typeB, "rcd")).toMatchObject({ passes: true, numbers: "30 mA type B, double pole, at the board" });
  });
  it("apart is two units", () => {
    const apart: Protection = {
      residual: { at: "supply-end", kind: "A" },
      lostPen: { at: "board", kind: "detection" },
    };
    expect(items(apart)).toEqual(expect.arrayContaining(["device:rcd", "device:lost-pen"]));
  });
  it("alone at the supply end is one unit, of the type that the job asks for", () => {
    const alone = (kind: string): Protection => ({ residual: { at: "supply-end", kind }, lostPen: { at: "charger" } });
    const units = (kind: string) =>
      dedicated(alone(kind))
        .workItems.filter((w) => w.id === "protection:supply-end")
        .flatMap((w) => w.requires.parts.map((p) => p.item));
    expect(units("B")).toEqual(["device:rcd-b", "labour:device"]);
    expect(units("A")).toEqual(["device:rcd", "labour:device"]);
    expect(workIn(home(alone("B")), "dedicated-circuit")).toMatch(/Fit a unit at the supply end/);
  });
  it("may be an electrode of the circuit's own", () => {
    const electrode: Protection = {
      residual: { at: "board", kind: "B" },
      lostPen: { at: "charger", kind: "electrode" },
    };
    expect(workIn(home(electrode), "dedicated-circuit")).toMatch(
      /Drive an earth electrode for the charger's circuit alone/,
    );
    expect(check(electrode, "lost-pen")?.numbers).toBe("an electrode of the circuit's own");
    expect(items(electrode)).not.toContain("device:lost-pen");
  });
  it("in the charger buys nothing beside it", () => {
    const inside: Protection = {
      residual: { at: "charger", kind: "B" },
      lostPen: { at: "charger", kind: "detection" },
    };
    expect(dedicated(inside).workItems.filter((w) => w.id.startsWith("protection:"))).toEqual([]);
    expect(made(inside)).toMatchObject({ rcd: "none" });
  });
  it("outside the board does not protect a cable in a wall", () => {
    expect(check({ residual: { at: "charger", kind: "B" } }, "in-wall-rcd")).toMatchObject({
      passes: false,
      numbers: expect.stringMatching(/behind the cable$/),
    });
    expect(check({ residual: { at: "board", kind: "B" } }, "in-wall-rcd")).toMatchObject({
      passes: true,
      numbers: expect.stringMatching(/at the board, before the cable$/),
    });
  });
  it("that is taken away again is none", () => {
    const emptied: Protection = { residual: {}, lostPen: {} };
    expect(items(emptied)).toEqual(items(null));
    expect(made(emptied)).toEqual(made(null));
  });
  it("that is arranged is not asked for", () => {
    const unread = (protection: Protection | null) =>
      assess(home(protection, { dcDetection: undefined, lostPenDetection: undefined })).missing.map((m) => m.key);
    expect(unread(null)).toEqual(expect.arrayContaining(["charger.dcDetection", "charger.lostPenDetection"]));
    const arranged = unread({ residual: { at: "board", kind: "B" }, lostPen: { at: "supply-end" } });
    expect(arranged).not.toContain("charger.dcDetection");
    expect(arranged).not.toContain("charger.lostPenDetection");
  });
});
