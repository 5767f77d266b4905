/** The single line of a way: what is new, what stands between, and clamps. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { onPanel, wayIn } from "#core/testing/ways.ts";
import { singleLineShape } from "./shape.ts";

const rowsOf = (document: CaseDocument, way: string) => singleLineShape(wayIn(document, way), "earth").rows;

describe("the single line of a way", () => {
  it("has a unit of protection between the device and the conductor", () => {
    const home = knownUkHome();
    const charger: CaseDocument["charger"] = {
      ...home.charger,
      protection: { residual: { at: "supply-end", kind: "B" }, lostPen: { at: "supply-end", kind: "detection" } },
    };
    const rows = rowsOf({ ...home, charger }, "dedicated-circuit");
    const at = rows.findIndex(({ what }) => what === "Unit at the supply end of the circuit (new)");
    expect(rows[at]?.sizes[0]).toContain("type B and detection");
    expect(rows[at - 1]?.what).toMatch(/^Protective device/);
    expect(rows[at + 1]?.what).toMatch(/^Conductor/);
    expect(rows.map(({ y }) => y)).toEqual([...rows.map(({ y }) => y)].sort((a, b) => a - b));
  });
  it("shows a board that is put up or changed as new, with its main, and one that stays as it is", () => {
    const isNew = (document: CaseDocument, way: string) =>
      rowsOf(document, way).flatMap(({ what }) => (/\(new\)/.test(what) ? [what.replace(" (new)", "")] : []));
    const old = onPanel(knownUkHome(), { condition: "obsolete" });
    expect(isNew(old, "separate-board")).toEqual(
      expect.arrayContaining(["Charger board", "Main switch of Charger board"]),
    );
    expect(isNew(old, "panel-change")).toEqual(
      expect.arrayContaining(["Consumer unit", "Main switch of the consumer unit"]),
    );
    expect(isNew(knownUkHome(), "dedicated-circuit")).not.toContain("Consumer unit");
  });
  it("says what clamps do at the conductors that they sit on", () => {
    const tails = rowsOf(knownUkHome(), "dynamic-load-management").find(({ what }) => what === "Tails");
    expect(tails?.sizes.at(-1)).toBe("clamps: below 99 A");
  });
});
