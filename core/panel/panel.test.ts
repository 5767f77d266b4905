import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { readCase } from "#core/laws/read.ts";
import { bs7671A2Codebook } from "#core/rules/bs7671/editions.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { balanceLegs, legLoadsVA, moveDevice, swapDevices } from "./arrange.ts";
import { linksOf, loadNamed } from "./links.ts";
import { parseDevice } from "./quick-device.ts";
import { firstPlace, placeProblem, positionsOf, slotsOf } from "./slots.ts";
import { countSpaces } from "./spaces.ts";

const one = (id: string, position: number, more: Partial<Circuit> = {}): Circuit => ({
  id,
  position,
  poles: 1,
  ratingA: 20,
  ...more,
});
const two = (id: string, position: number, more: Partial<Circuit> = {}): Circuit => ({
  ...one(id, position),
  poles: 2,
  ...more,
});
const panelOf = (circuits: Circuit[], spaces = 12): Panel => ({ id: "main", spaces, circuits });
const withCircuits = (circuits: Circuit[], base = usCase()): CaseDocument => ({
  ...base,
  panels: base.panels.map((p) => ({ ...p, circuits })),
});
const problems = (document: CaseDocument): string => {
  try {
    readCase(document);
    return "";
  } catch (error) {
    return String((error as Error).message);
  }
};

describe("slots", () => {
  it("run down a column in North America and along the row in the United Kingdom", () => {
    expect(positionsOf(two("a", 3), nec2023Codebook)).toEqual([3, 5]);
    expect(positionsOf(two("a", 3), bs7671A2Codebook)).toEqual([3, 4]);
  });
  it("are halves for tandems and quads", () => {
    expect(slotsOf(one("a", 3, { half: "b" }), nec2023Codebook)).toEqual(["3b"]);
    expect(slotsOf(two("a", 3, { half: "outer" }), nec2023Codebook)).toEqual(["3a", "5b"]);
    expect(slotsOf(two("a", 3, { half: "inner" }), nec2023Codebook)).toEqual(["3b", "5a"]);
  });
  it("alternate between the legs down a column, and the phases along a three-phase board", () => {
    expect([1, 2, 3, 4, 5].map((p) => nec2023Codebook.board.legOf(p, 2))).toEqual([1, 1, 2, 2, 1]);
    expect([1, 2, 3, 4].map((p) => bs7671A2Codebook.board.legOf(p, 3))).toEqual([1, 2, 3, 1]);
  });
  it("count a tandem as one space, a blank and an abandoned device as none", () => {
    const circuits = [
      one("a", 1, { half: "a" }),
      one("b", 1, { half: "b" }),
      two("c", 2),
      one("d", 3, { device: "blank" }),
      one("e", 5, { status: "abandoned" }),
    ];
    expect(countSpaces(panelOf(circuits), nec2023Codebook)).toMatchObject({
      used: 3,
      free: 9,
      unplaced: 0,
    });
  });
});

describe("a device may not", () => {
  it("overlap another device, abandoned or not, nor extend beyond the last space", () => {
    const others = [two("dryer", 1), one("old", 6, { label: "Old pump", status: "abandoned" })];
    expect(placeProblem(one("x", 3), others, 12, nec2023Codebook)).toBe('Space 3 is taken by "dryer"');
    expect(placeProblem(one("x", 6), others, 12, nec2023Codebook)).toMatch(/"Old pump", abandoned but still there/);
    expect(placeProblem(two("x", 11), others, 12, nec2023Codebook)).toBe(
      '"x" would reach space 13; the last one is 12',
    );
    expect(placeProblem(one("x", 5), others, 12, nec2023Codebook)).toBeNull();
  });
  it("come in with a case that has it so", () => {
    expect(problems(withCircuits([two("a", 1), one("b", 3)]))).toMatch(
      /circuits\[1\]\.position.*Space 3 is taken by "a"/,
    );
    expect(problems(withCircuits([two("a", 19)]))).toMatch(
      /circuits\[0\]\.position.*would reach space 21; the last one is 20/,
    );
    expect(problems(withCircuits([one("a", 3, { half: "a" }), one("b", 3, { half: "b" })]))).toBe("");
    expect(problems(withCircuits([one("a", 3, { status: "abandoned" }), one("b", 3)]))).toBe("");
  });
});

it("a main device far larger than its bus is a misread label, and a feeder may not lead round in a circle", () => {
  const base = usCase();
  const panels = (changes: Partial<Panel>, more: Panel[] = []) => ({
    ...base,
    panels: [...base.panels.map((p) => ({ ...p, ...changes })), ...more],
  });
  expect(problems(panels({ mainA: 400, busA: 100 }))).toMatch(
    /panels\[0\]\.mainA.*400 A does not belong on a bus of 100 A/,
  );
  expect(problems(panels({ mainA: 200, busA: 100 }))).toBe("");
  expect(problems(panels({ fedFrom: "sub" }, [{ id: "sub", fedFrom: "main" }]))).toMatch(/fedFrom.*circle/);
  expect(problems(panels({}, [{ id: "sub", fedFrom: "main", feeder: { circuit: "nowhere" } }]))).toMatch(
    /feeder\.circuit.*no circuit "nowhere"/,
  );
});

it("an RCD group covers ways that exist", () => {
  const base = ukCase();
  const grouped = (from: number, to: number) =>
    problems({ ...base, panels: base.panels.map((p) => ({ ...p, rcdGroups: [{ id: "g", rcd: "A", from, to }] })) });
  expect(grouped(1, 6)).toBe("");
  expect(grouped(5, 3)).toMatch(/ends at way 3, before its first way, 5/);
  expect(grouped(9, 14)).toMatch(/there is no way 14; the last one is 12/);
});

describe("moving and swapping", () => {
  const panel = panelOf([two("dryer", 1), one("kitchen", 2), one("hall", 4), one("plate", 6, { device: "blank" })]);
  const places = (arranged: ReturnType<typeof moveDevice>) =>
    "problem" in arranged ? arranged.problem : Object.fromEntries(arranged.circuits.map((c) => [c.id, c.position]));
  it("takes a device where there is room, and a blank gives way", () => {
    expect(places(moveDevice(panel, "kitchen", 5, nec2023Codebook))).toMatchObject({ kitchen: 5 });
    expect(places(moveDevice(panel, "dryer", 6, nec2023Codebook))).toEqual({ dryer: 6, kitchen: 2, hall: 4 });
  });
  it("refuses in words", () => {
    expect(places(moveDevice(panel, "dryer", 2, nec2023Codebook))).toMatch(/taken by "kitchen"/);
    expect(places(moveDevice(panel, "dryer", 12, nec2023Codebook))).toMatch(/would reach space 14/);
    expect(places(moveDevice(panel, "kitchen", 0, nec2023Codebook))).toMatch(/no space above/);
  });
  it("swaps two devices, of different width where there is room", () => {
    expect(places(swapDevices(panel, "kitchen", "hall", nec2023Codebook))).toMatchObject({ kitchen: 4, hall: 2 });
    expect(places(swapDevices(panel, "dryer", "hall", nec2023Codebook))).toMatchObject({ dryer: 4, hall: 1 });
    expect(places(swapDevices(panel, "dryer", "kitchen", nec2023Codebook))).toMatch(/taken by "hall"/);
  });
  it("never puts a device on another or beyond the end (property)", () => {
    const device = fc.record({ poles: fc.constantFrom(1, 2), half: fc.constantFrom(undefined, "a" as const) });
    fc.assert(
      fc.property(
        fc.array(device, { maxLength: 14 }),
        fc.array(fc.tuple(fc.nat(13), fc.integer({ min: -1, max: 26 })), { maxLength: 20 }),
        fc.constantFrom(nec2023Codebook, bs7671A2Codebook),
        (devices, moves, codebook) => {
          let at = panelOf([], 24);
          for (const [i, d] of devices.entries()) {
            const made: Circuit = { id: `c${i}`, poles: d.poles, ...(d.half && d.poles === 1 && { half: d.half }) };
            const position = firstPlace(made, at.circuits ?? [], 24, codebook);
            if (position !== null) at = panelOf([...(at.circuits ?? []), { ...made, position }], 24);
          }
          for (const [i, to] of moves) {
            const moved =
              to % 2 === 0
                ? moveDevice(at, `c${i}`, to, codebook)
                : swapDevices(at, `c${i}`, `c${Math.abs(to) % 14}`, codebook);
            if ("circuits" in moved) at = panelOf(moved.circuits, 24);
          }
          const slots = (at.circuits ?? []).flatMap((c) => slotsOf(c, codebook));
          expect(new Set(slots).size).toBe(slots.length);
          for (const c of at.circuits ?? [])
            for (const p of positionsOf(c, codebook)) expect(p >= 1 && p <= 24).toBe(true);
        },
      ),
    );
  });
});

describe("balancing the legs", () => {
  const loads = [1800, 1500, 1200, 900].map((va, i) => ({ id: `l${i}`, kind: "fixed-appliance" as const, va }));
  it("evens them out by swapping one-pole devices, and leaves the others", () => {
    const document = withCircuits(
      [
        one("a", 1, { loads: ["l0"] }),
        one("b", 2, { loads: ["l1"] }),
        one("c", 3, { loads: ["l2"] }),
        one("d", 4, { loads: ["l3"] }),
        two("range", 5, { loads: [] }),
      ],
      usCase({ loads }),
    );
    const [panel] = document.panels as [Panel];
    expect(legLoadsVA(document, panel)).toEqual([3300, 2100]);
    const balanced = balanceLegs(document, panel);
    expect(legLoadsVA(document, panel, balanced)).toEqual([2700, 2700]);
    expect(balanced.find((c) => c.id === "range")?.position).toBe(5);
  });
  it("evens out three phases, and changes nothing where there is one", () => {
    const base = ukCase({ loads: loads.map((l) => ({ ...l })) });
    const circuits = loads.map((l, i) => one(l.id, i * 3 + 1, { loads: [l.id] }));
    circuits.push(one("x", 2), one("y", 3));
    const single = withCircuits(circuits, base);
    expect(balanceLegs(single, single.panels[0] as Panel)).toBe(single.panels[0]?.circuits);
    const three = withCircuits(circuits, { ...base, supply: { system: "three-phase-230-400", ratingA: 60 } });
    const panel = three.panels[0] as Panel;
    expect(legLoadsVA(three, panel)).toEqual([5400, 0, 0]);
    const [least = 0, , most = 0] = legLoadsVA(three, panel, balanceLegs(three, panel)).sort((a, b) => a - b);
    expect(most - least).toBeLessThan(2000);
  });
});

describe("links between devices and loads", () => {
  it("list loads on no device, devices without a load, and loads on two", () => {
    const document = withCircuits([
      two("r", 1, { loads: ["range"] }),
      two("r2", 2, { loads: ["range"] }),
      one("hall", 5, { label: "Hall" }),
      one("old", 6, { status: "abandoned" }),
    ]);
    const links = linksOf(document);
    expect(links.loads.map((l) => l.id)).toContain("dryer");
    expect(links.loads.map((l) => l.id)).not.toContain("range");
    expect(links.devices.map((d) => d.circuit.id)).toEqual(["hall"]);
    expect(links.twice.map((t) => t.load.id)).toEqual(["range"]);
  });
  it("are found by name where exactly one load is meant", () => {
    expect(loadNamed(withCircuits([]), "dryer")?.id).toBe("dryer");
    expect(loadNamed(withCircuits([two("d", 1, { loads: ["dryer"] })]), "dryer")).toBeNull();
    expect(loadNamed(withCircuits([]), "garden lights")).toBeNull();
    expect(loadNamed(ukCase(), "cooker")?.id).toBe("ck");
  });
});

describe("quick entry of devices", () => {
  const us = (text: string) => parseDevice(text, nec2023Codebook.board);
  const uk = (text: string) => parseDevice(text, bs7671A2Codebook.board);
  it("understands what electricians write", () => {
    expect(us("20 kitchen")).toMatchObject({ device: { device: "breaker", poles: 1, ratingA: 20, label: "Kitchen" } });
    expect(us("2p 30 dryer")).toMatchObject({
      device: { poles: 2, ratingA: 30, label: "Dryer" },
      understood: "2-pole 30 A breaker, Dryer",
    });
    expect(us("gfci 20a bath 2")).toMatchObject({ device: { protects: "gfci", ratingA: 20, label: "Bath 2" } });
    expect(us("tandem 15 hall")).toMatchObject({ device: { device: "tandem", poles: 1 } });
    expect(us("quad 30 dryer")).toMatchObject({ device: { device: "quad", poles: 2 } });
    expect(uk("rcbo 32 cooker")).toMatchObject({
      device: { device: "rcbo", ratingA: 32, rcd: "A", curve: "B", label: "Cooker" },
    });
    expect(uk("c16 immersion")).toMatchObject({ device: { device: "mcb", curve: "C", ratingA: 16 } });
    expect(uk("fuse 30 ring")).toMatchObject({ device: { device: "rewirable-fuse", ratingA: 30 } });
    expect(us("blank")).toEqual({ device: { device: "blank", poles: 1 }, understood: "Blank" });
    expect(uk("spd")).toMatchObject({ device: { device: "surge", label: "Surge protection" } });
  });
  it.each([
    ["", /Type a device/],
    ["kitchen", /What rating/],
    ["22 kitchen", /no breaker of 22 A; the nearest standard rating is 20 A/],
    ["20 30 kitchen", /"30": a device has one rating/],
    ["-20 kitchen", /"-20" is not understood/],
    ["2.5 kitchen", /"2.5" is not understood/],
    ["quad 3p 30 dryer", /A quad is two 2-pole/],
    ["tandem 2p 20 hall", /A tandem is two 1-pole/],
  ])("refuses %j in words", (text, problem) => {
    const read = us(text);
    expect("problem" in read && read.problem).toMatch(problem);
  });
});
