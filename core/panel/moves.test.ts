/** Devices moved, swapped, balanced and entered at the edges: halves, widths, what is abandoned, what is not placed. */
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { bs7671A2Codebook } from "#core/rules/bs7671/editions.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import {
  type ArrangedPanel,
  addDevice,
  arrangedPatch,
  balanceLegs,
  legLoadsVA,
  legsOf,
  moveDevice,
  swapDevices,
} from "./arrange.ts";
import { parseDevice } from "./quick-device.ts";
import { positionsOf, spacesOf } from "./slots.ts";

const panelOf = (circuits: Circuit[], spaces = 12): Panel => ({ id: "main", spaces, circuits });
const homeOf = (circuits: Circuit[], changes: Partial<CaseDocument> = {}): CaseDocument => {
  const base = usCase(changes);
  return { ...base, panels: base.panels.map((p) => ({ ...p, circuits })) };
};
const where = (arranged: ArrangedPanel) =>
  "problem" in arranged
    ? arranged.problem
    : arranged.circuits.map((c) => `${c.id}@${c.position}${c.half ?? ""}`).join(" ");

describe("moving", () => {
  it("says that a device is no longer there", () => {
    expect(where(moveDevice(panelOf([]), "x", 1, nec2023Codebook))).toBe("It is no longer there");
    expect(where(swapDevices(panelOf([{ id: "a", position: 1 }]), "a", "x", nec2023Codebook))).toBe(
      "It is no longer there",
    );
  });
  it("in the UK stops before the first way", () => {
    expect(where(moveDevice(panelOf([{ id: "a", position: 1 }]), "a", 0, bs7671A2Codebook))).toBe(
      "There is no way before the first",
    );
  });
  it("removes covers in its way, in whole or in part, and no others", () => {
    const panel = panelOf([
      { id: "a", position: 1, poles: 2 },
      { id: "b", position: 7, poles: 1, device: "blank" },
      { id: "c", position: 9, poles: 2, device: "blank" },
      { id: "d", position: 2, poles: 1, device: "blank" },
    ]);
    expect(where(moveDevice(panel, "a", 7, nec2023Codebook))).toBe("a@7 d@2");
  });
});

describe("adding", () => {
  it("fills the other half of a tandem or quad of the same kind, not of another", () => {
    const panel = panelOf([
      { id: "t", position: 1, poles: 1, device: "tandem", half: "a" },
      { id: "q", position: 3, poles: 2, device: "quad", half: "outer" },
    ]);
    const added = (device: Circuit) =>
      where(addDevice(panel, device, null, nec2023Codebook))
        .split(" ")
        .at(-1);
    expect(added({ id: "x", poles: 1, device: "tandem" })).toBe("x@1b");
    expect(added({ id: "x", poles: 2, device: "quad" })).toBe("x@3inner");
    expect(added({ id: "x", poles: 1, device: "breaker" })).toBe("x@2");
  });
  it("goes over blanks, and says how many poles found no room", () => {
    const blanks = panelOf([{ id: "b", position: 1, poles: 1, device: "blank" }], 2);
    expect(where(addDevice(blanks, { id: "x", poles: 1 }, null, nec2023Codebook))).toBe("x@1");
    const full = panelOf(
      [
        { id: "a", position: 1, poles: 1 },
        { id: "b", position: 2, poles: 1 },
      ],
      2,
    );
    expect(where(addDevice(full, { id: "x", poles: 2 }, null, nec2023Codebook))).toBe(
      "There is no room for 2 poles in this panel",
    );
    expect(where(addDevice(full, { id: "x" }, null, nec2023Codebook))).toBe("There is no room for it in this panel");
  });
});

describe("swapping", () => {
  const swapped = (circuits: Circuit[]) => where(swapDevices(panelOf(circuits), "a", "b", nec2023Codebook));
  it("needs a place for both", () => {
    expect(swapped([{ id: "a" }, { id: "b", position: 2 }])).toBe("Both need a place first");
    expect(swapped([{ id: "a", position: 1 }, { id: "b" }])).toBe("Both need a place first");
  });
  it("exchanges halves where both are as wide, and leaves each its own where they are not", () => {
    const tandem = (id: string, position: number, half: "a" | "b"): Circuit => ({
      id,
      position,
      half,
      device: "tandem",
    });
    expect(swapped([tandem("a", 1, "a"), tandem("b", 2, "b")])).toBe("a@2b b@1a");
    expect(swapped([tandem("a", 1, "a"), { id: "b", position: 2 }])).toBe("a@2a b@1a");
    expect(swapped([{ id: "a", position: 1 }, tandem("b", 2, "b")])).toBe("a@2b b@1b");
    expect(
      swapped([
        { id: "a", position: 1, poles: 2, half: "outer", device: "quad" },
        { id: "b", position: 6, poles: 1, half: "b", device: "tandem" },
      ]),
    ).toBe("a@6outer b@1b");
    expect(
      swapped([
        { id: "a", position: 1, poles: 2 },
        { id: "b", position: 6, poles: 1 },
      ]),
    ).toBe("a@6 b@1");
  });
});

describe("legs", () => {
  const loads: CaseDocument["loads"] = [
    { id: "l1", kind: "motor", va: 1000 },
    { id: "l2", kind: "motor", va: 600 },
    { id: "l3", kind: "range", va: 8000 },
  ];
  it("alternate down a panel and along a board of three phases; a single phase has one", () => {
    expect(legsOf(usCase())).toBe(2);
    expect(legsOf(ukCase())).toBe(1);
    expect(legsOf(ukCase({ supply: { system: "three-phase-230-400", ratingA: 80 } }))).toBe(3);
  });
  it("share a device across both, and nothing of one that is abandoned or not placed", () => {
    const home = homeOf(
      [
        { id: "a", position: 1, poles: 1, loads: ["l1"] },
        { id: "b", position: 3, poles: 1, loads: ["l2"] },
        { id: "c", position: 2, poles: 2, loads: ["l3"] },
        { id: "d", position: 5, poles: 1, loads: ["l1"], status: "abandoned" },
        { id: "e", poles: 1, loads: ["l1"] },
        { id: "f", position: 7, poles: 1, loads: ["gone"] },
      ],
      { loads },
    );
    expect(legLoadsVA(home, home.panels[0] as Panel)).toEqual([1000 + 4000, 600 + 4000]);
  });
  it("are evened out by one-pole devices alone: two of one leg are parted", () => {
    const home = homeOf(
      [
        { id: "a", position: 1, poles: 1, loads: ["l1"] },
        { id: "b", position: 2, loads: ["l2"] },
        { id: "h", position: 5, poles: 1, half: "a", device: "tandem" },
        { id: "x", position: 3, poles: 1, status: "abandoned" },
        { id: "y", position: 4, poles: 1 },
      ],
      { loads },
    );
    const panel = home.panels[0] as Panel;
    const balanced = balanceLegs(home, panel);
    expect(legLoadsVA(home, panel, balanced).sort((m, n) => m - n)).toEqual([600, 1000]);
    const at = (id: string) => balanced.find((c) => c.id === id)?.position;
    expect([at("h"), at("x")]).toEqual([5, 3]);
    expect([at("a"), at("b"), at("y")].sort()).toEqual([1, 2, 4]);
  });
  it("on a single phase are unchanged", () => {
    const uk = ukCase();
    const panel = { ...(uk.panels[0] as Panel), circuits: [{ id: "a", position: 1, loads: ["li"] }] };
    expect(balanceLegs({ ...uk, panels: [panel] }, panel)).toBe(panel.circuits);
  });
});

describe("the patch of an arrangement", () => {
  it("takes away what is gone, and what named it", () => {
    const home: CaseDocument = {
      ...homeOf([
        { id: "a", position: 1 },
        { id: "b", position: 2 },
        { id: "c", position: 3 },
      ]),
      outlets: [
        { id: "o", type: "14-50", circuit: "b" },
        { id: "p", type: "14-30", circuit: "a" },
        { id: "q", type: "5-15" },
      ],
    };
    const fed: CaseDocument = {
      ...home,
      panels: [
        ...home.panels,
        { id: "g", fedFrom: "main", feeder: { circuit: "c" } },
        { id: "s", fedFrom: "main", feeder: { circuit: "a" } },
      ],
    };
    const after = applyPatch(
      fed,
      arrangedPatch(fed, "main", [
        { id: "a", position: 5 },
        { id: "n", position: 2 },
      ]),
    ) as CaseDocument;
    expect(after.panels[0]?.circuits).toEqual([
      { id: "a", position: 5 },
      { id: "n", position: 2 },
    ]);
    expect(after.outlets?.map((o) => o.circuit)).toEqual([null, "a", undefined]);
    expect(after.panels.slice(1).map((p) => p.feeder?.circuit)).toEqual([null, "a"]);
  });
  it("begins the list of a panel that had none", () => {
    const home = usCase({ panels: [{ id: "main", fedFrom: "supply" }] });
    const after = applyPatch(home, arrangedPatch(home, "main", [{ id: "a", position: 1 }])) as CaseDocument;
    expect(after.panels[0]?.circuits).toEqual([{ id: "a", position: 1 }]);
  });
});

describe("a device as typed", () => {
  const understood = (text: string, board = nec2023Codebook.board) => {
    const read = parseDevice(text, board);
    return "problem" in read ? read.problem : read.understood;
  };
  it("is said back: poles, rating, kind, what it guards against, label", () => {
    expect(understood("20 kitchen")).toBe("20 A breaker, Kitchen");
    expect(understood("2p 30 dryer")).toBe("2-pole 30 A breaker, Dryer");
    expect(understood("dual 15 bedroom")).toBe("15 A breaker, AFCI/GFCI, Bedroom");
    expect(understood("surge")).toBe("surge protection");
    expect(understood("blank")).toBe("Blank");
    expect(understood("b32 ring", bs7671A2Codebook.board)).toBe("32 A MCB, Ring");
    expect(understood("rcbo 32 cooker", bs7671A2Codebook.board)).toBe("32 A RCBO, type A, Cooker");
    // A curve is no word of a North American panel.
    expect(understood("b32 ring")).toBe("What rating? For example: 20 kitchen");
  });
  it("has a curve where the region writes one, and a label where it is surge protection", () => {
    const made = (text: string, board = bs7671A2Codebook.board) => {
      const read = parseDevice(text, board);
      return "device" in read ? read.device : {};
    };
    expect(made("c20 pump")).toMatchObject({ device: "mcb", curve: "C", ratingA: 20 });
    expect(made("20 pump")).toMatchObject({ curve: "B" });
    expect(made("fuse 30 ring")).not.toHaveProperty("curve");
    expect(made("spd")).toMatchObject({ device: "surge", label: "Surge protection" });
    expect(made("spd 40 garage")).toMatchObject({ label: "Garage" });
    expect(made("20 pump", nec2023Codebook.board)).not.toHaveProperty("curve");
    expect(made("20 pump", nec2023Codebook.board)).not.toHaveProperty("rcd");
  });
});

describe("the places of a panel", () => {
  it("are those of its devices, where the spaces were not counted", () => {
    expect(spacesOf({ id: "p" }, nec2023Codebook)).toBe(0);
    expect(spacesOf({ id: "p", circuits: [{ id: "a", position: 3, poles: 2 }, { id: "b" }] }, nec2023Codebook)).toBe(5);
    expect(spacesOf({ id: "p", spaces: 20, circuits: [] }, nec2023Codebook)).toBe(20);
    expect(positionsOf({ id: "a", position: 4 }, bs7671A2Codebook)).toEqual([4]);
    expect(positionsOf({ id: "a" }, bs7671A2Codebook)).toEqual([]);
  });
});
