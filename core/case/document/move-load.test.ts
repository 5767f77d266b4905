import { describe, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { moveLoad } from "./move-load.ts";
import { applyPatch } from "./patch.ts";

const ids = (home: ReturnType<typeof usCase>) => home.loads.map((l) => l.id);
const home = usCase();

describe("a load that is moved", () => {
  it.each([
    [0, 2],
    [2, 0],
    [3, 4],
  ])("from %i to %i keeps the order of the others", (from, to) => {
    const moved = ids(applyPatch(home, moveLoad(home, from, to)));
    expect(moved[to]).toBe(ids(home)[from]);
    expect(moved.filter((id) => id !== ids(home)[from])).toEqual(ids(home).filter((id) => id !== ids(home)[from]));
  });
  it("onto another panel's load goes onto that panel, and off it again", () => {
    const placed = { ...home, loads: home.loads.map((l, i) => (i === 1 ? { ...l, panel: "garage" } : l)) };
    const there = applyPatch(placed, moveLoad(placed, 0, 1));
    expect(there.loads[1]).toMatchObject({ id: home.loads[0]?.id, panel: "garage" });
    expect(applyPatch(there, moveLoad(there, 1, 3)).loads[3]).not.toHaveProperty("panel");
  });
  it("to its own place, or outside the list, changes nothing", () => {
    expect(moveLoad(home, 1, 1)).toEqual([]);
    expect(moveLoad(home, 1, 99)).toEqual([]);
  });
});
