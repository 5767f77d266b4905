import { describe, expect, it } from "vitest";
import { newCase } from "#core/laws/new-case.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { CHARGER_ROW, directoryOf } from "./directory.ts";

const home = newCase("us-nec-2023", "1 Test Row");
const panel = {
  id: "main",
  spaces: 12,
  circuits: [
    { id: "a", label: "Lighting", position: 3, ratingA: 15 },
    { id: "b", label: "lighting", position: 1, ratingA: 15 },
    { id: "c", label: "Range", position: 2, poles: 2, ratingA: 50 },
    { id: "d", label: "Shed", position: 5, ratingA: 20, status: "abandoned" as const },
    { id: "e", position: 7, ratingA: 20 },
  ],
};
const said = (charger: { circuitA: number } | null) =>
  Object.fromEntries(
    directoryOf(home, panel, nec2023Codebook, charger).map((r) => [r.position, [r.what, ...r.ratingsA]]),
  );

describe("the directory of a panel", () => {
  it("numbers circuits of the same name by their spaces, and leaves others as they are", () => {
    const rows = said(null);
    expect(rows[1]).toEqual(["lighting 1", 15]);
    expect(rows[3]).toEqual(["Lighting 2", 15]);
    expect([rows[2], rows[4]]).toEqual([
      ["Range", 50],
      ["Range", 50],
    ]);
    expect(rows[5]).toEqual(["Spare (abandoned, dead)", 20]);
    expect(rows[7]).toEqual(["not recorded", 20]);
    expect(rows[12]).toEqual([""]);
  });
  it("shows the new charger in the spaces where its breaker goes", () => {
    const rows = Object.values(said({ circuitA: 60 })).filter(([what]) => String(what).includes(CHARGER_ROW));
    expect(rows).toEqual([
      [CHARGER_ROW, 60],
      [CHARGER_ROW, 60],
    ]);
  });
});
