/** Room for a device: free, behind abandoned devices, or after one move. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { onPanel } from "#core/testing/ways.ts";
import { roomFor } from "./room.ts";

const single = (position: number, changes: Partial<Circuit> = {}): Circuit => ({
  id: `c${position}`,
  position,
  poles: 1,
  ratingA: 20,
  status: "in-use",
  ...changes,
});
/** A panel of eight spaces; odd ones on the left, even ones on the right. */
const us = (circuits: Circuit[], spaces = 8): CaseDocument => onPanel(knownUsHome(), { spaces, circuits });
const roomIn = (home: CaseDocument, poles = 2) => roomFor(home, home.panels[0] as Panel, poles, codebookOf(home.rules));
const itemsIn = (home: CaseDocument, poles = 2) => roomIn(home, poles)?.items.map((i) => i.id);
const all = (but: number[], changes: (n: number) => Partial<Circuit> = () => ({})) =>
  [1, 2, 3, 4, 5, 6, 7, 8].filter((n) => !but.includes(n)).map((n) => single(n, changes(n)));

describe("room in a panel", () => {
  it("is the first free place, without work", () => {
    expect(roomIn(us([single(1), single(2)]))).toMatchObject({ position: 3, items: [] });
    expect(roomIn(us([]))).toMatchObject({ position: 1, items: [] });
  });
  it("is unknown while the spaces or a position are, and none where too few are free", () => {
    expect(roomIn(onPanel(knownUsHome(), { spaces: undefined }))).toBeUndefined();
    expect(roomIn(us([{ id: "x", poles: 1, ratingA: 20 }]))).toBeUndefined();
    expect(roomIn(us(all([8])))).toBeNull();
    // Two devices without a position leave five of eight, two-pole ones leave four: enough, but nobody knows where.
    expect(roomIn(us([{ id: "x", poles: 2, ratingA: 20 }], 3))).toBeNull();
    expect(roomIn(us([{ id: "x", poles: 2, ratingA: 20 }], 4))).toBeUndefined();
  });
  it("takes out every abandoned device that stands in it, and no other", () => {
    const home = us(all([], (n) => (n === 3 || n === 5 || n === 8 ? { status: "abandoned" } : {})));
    expect(itemsIn(home)).toEqual(["take-out:c3", "take-out:c5"]);
    const after = roomIn(home)?.document.panels[0]?.circuits?.map((c) => c.id);
    expect(after).toEqual(["c1", "c2", "c4", "c6", "c7", "c8"]);
  });
  it("moves one device, taking out what is abandoned where it goes", () => {
    const home = us(all([2], (n) => (n === 3 ? { status: "abandoned" } : {})));
    // 2 is free and 3 is abandoned: moving 1 to 2 frees 1 and 3.
    expect(itemsIn(home)).toEqual(["take-out:c3", "move:c1"]);
    expect(roomIn(home)?.position).toBe(1);
    expect(roomIn(home)?.document.panels[0]?.circuits?.find((c) => c.id === "c1")?.position).toBe(2);
  });
  it.each([
    ["half of a space", { half: "a" as const }],
    ["a source", { backfeed: { outputA: 10 } }],
    ["one that is only planned", { planned: true }],
    ["a stub that is kept for later", { status: "charger-ready" as const }],
  ])("moves no device that is %s", (_, changes) => {
    const home = us(all([2, 3], () => changes));
    expect(roomIn(home)).toBeNull();
  });
  it("moves a smaller device before a larger one", () => {
    // 1 and 3 are one device of two poles; 5 is one of one pole.
    const circuits = [{ ...single(1), poles: 2 }, single(5), ...[2, 4, 6].map((n) => single(n))];
    expect(itemsIn(us(circuits))).toEqual(["move:c5"]);
  });
});

describe("room in a board of ways", () => {
  const uk = (changes: Partial<Panel>): CaseDocument => onPanel(knownUkHome(), { spaces: 8, circuits: [], ...changes });
  it("lies outside a group under a type AC RCD, where a way is free there", () => {
    const group = { id: "g", rcd: "AC" as const, from: 1, to: 5 };
    expect(roomIn(uk({ rcdGroups: [group] }), 1)).toMatchObject({ position: 6, items: [] });
    expect(roomIn(uk({ rcdGroups: [{ ...group, rcd: "A" }] }), 1)?.position).toBe(1);
    expect(roomIn(uk({ rcdGroups: [{ ...group, to: 8 }] }), 1)?.position).toBe(1);
  });
});
