import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import { bs7671A2Codebook } from "#core/rules/bs7671/editions.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { addDevice, arrangedPatch, balanceLegs, legLoadsVA, moveDevice, swapDevices } from "./arrange.ts";
import { parseDevice } from "./quick-device.ts";
import { addSubPanel, mayFeed, nestedPanels, removePanel } from "./sub-panels.ts";

const withCircuits = (circuits: Circuit[], changes: Partial<CaseDocument> = {}): CaseDocument => {
  const base = usCase(changes);
  return { ...base, panels: base.panels.map((p) => ({ ...p, circuits })) };
};
const places = (arranged: ReturnType<typeof addDevice>) =>
  "problem" in arranged
    ? arranged.problem
    : arranged.circuits.map((c) => `${c.id}@${c.position}${c.half ? `:${c.half}` : ""}`).join(" ");
const enter = (panel: Panel, devices: Circuit[]): Panel => {
  let at = panel;
  for (const device of devices) {
    const added = addDevice(at, device, null, nec2023Codebook);
    if ("circuits" in added) at = { ...at, circuits: added.circuits };
  }
  return at;
};

describe("adding a device", () => {
  const empty: Panel = { id: "main", spaces: 4, circuits: [] };
  it("takes the first space with room, or the one that was asked for", () => {
    expect(places(addDevice(empty, { id: "a", poles: 2 }, null, nec2023Codebook))).toBe("a@1");
    expect(places(addDevice(empty, { id: "a", poles: 2 }, 2, nec2023Codebook))).toBe("a@2");
    expect(places(addDevice(empty, { id: "a", poles: 2 }, 3, nec2023Codebook))).toMatch(
      /would reach space 5; the last one is 4/,
    );
  });
  it("fills the other half of a tandem's space, and the inner pair of a quad's, before it begins another", () => {
    const tandem = (id: string): Circuit => ({ id, device: "tandem", poles: 1 });
    const quad = (id: string): Circuit => ({ id, device: "quad", poles: 2 });
    const panel = enter(empty, [tandem("a"), tandem("b"), tandem("c")]);
    expect(panel.circuits?.map((c) => [c.position, c.half])).toEqual([
      [1, "a"],
      [1, "b"],
      [2, "a"],
    ]);
    const quads = enter(empty, [quad("a"), quad("b"), quad("c")]);
    expect(quads.circuits?.map((c) => [c.position, c.half])).toEqual([
      [1, "outer"],
      [1, "inner"],
      [2, "outer"],
    ]);
  });
  it("needs no count of the spaces, and covers a blank", () => {
    const uncounted: Panel = { id: "main", circuits: [{ id: "x", position: 1, poles: 1, device: "blank" }] };
    expect(places(addDevice(uncounted, { id: "a", poles: 1 }, null, nec2023Codebook))).toBe("a@1");
  });
  it("is refused where nothing is free", () => {
    const full = enter(empty, [
      { id: "a", poles: 2 },
      { id: "b", poles: 2 },
    ]);
    expect(places(addDevice(full, { id: "c", poles: 1 }, null, nec2023Codebook))).toBe(
      "There is no room for it in this panel",
    );
    expect(places(addDevice(full, { id: "c", poles: 2 }, null, nec2023Codebook))).toBe(
      "There is no room for 2 poles in this panel",
    );
  });
});

describe("the patch of an arrangement", () => {
  const circuits: Circuit[] = [
    { id: "a", position: 1, poles: 1, label: "Hall" },
    { id: "b", position: 2, poles: 1 },
    { id: "c", position: 3, poles: 1 },
  ];
  it("touches only what is moved, so that another person's label stays", () => {
    const document = withCircuits(circuits);
    const patch = arrangedPatch(
      document,
      "main",
      circuits.map((c) => (c.id === "a" ? { ...c, position: 9 } : c)),
    );
    expect(patch).toEqual([{ op: "replace", path: "/panels/0/circuits/0/position", value: 9 }]);
  });
  it("takes the mentions of a device away with it", () => {
    const document = withCircuits(circuits, { outlets: [{ id: "o", type: "14-30", circuit: "b" }] });
    const after = applyPatch(
      document,
      arrangedPatch(
        document,
        "main",
        circuits.filter((c) => c.id !== "b"),
      ),
    );
    expect(after.outlets?.[0]?.circuit).toBeNull();
    expect(caseProblems(after)).toEqual([]);
  });
  it("leads to exactly that arrangement (property)", () => {
    const ids = ["a", "b", "c", "d", "e"];
    const some = fc.uniqueArray(
      fc.record({
        id: fc.constantFrom(...ids),
        position: fc.integer({ min: 1, max: 20 }),
        label: fc.constantFrom("x", "y"),
      }),
      { selector: (c) => c.id },
    );
    fc.assert(
      fc.property(some, some, (before, after) => {
        const document = withCircuits(before);
        const got = applyPatch(document, arrangedPatch(document, "main", after)).panels[0]?.circuits ?? [];
        const byId = (list: readonly Circuit[]) => [...list].sort((p, q) => p.id.localeCompare(q.id));
        expect(byId(got)).toEqual(byId(after));
      }),
    );
  });
});

describe("any sequence of changes to a panel", () => {
  const entries = [
    "20 kitchen",
    "2p 30 dryer",
    "tandem 15 hall",
    "quad 2p 30 pump",
    "b32 ring",
    "rcbo 32 cooker",
    "blank",
  ];
  const step = fc.oneof(
    fc.record({ do: fc.constant("add" as const), text: fc.constantFrom(...entries), at: fc.option(fc.nat(14)) }),
    fc.record({ do: fc.constant("move" as const), who: fc.nat(20), to: fc.integer({ min: -1, max: 15 }) }),
    fc.record({ do: fc.constant("swap" as const), who: fc.nat(20), to: fc.nat(20) }),
    fc.record({ do: fc.constant("balance" as const) }),
    fc.record({ do: fc.constant("abandon" as const), who: fc.nat(20) }),
  );
  const spread = (totals: readonly number[]) => Math.max(...totals) - Math.min(...totals);

  it.each([
    [nec2023Codebook, usCase()],
    [bs7671A2Codebook, ukCase()],
    [bs7671A2Codebook, ukCase({ supply: { system: "three-phase-230-400", ratingA: 80 } })],
  ] as const)(
    "it stays one that the case's laws allow, and balancing never makes it worse: $0.id (property)",
    (codebook, base) => {
      fc.assert(
        fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
          const [main] = base.panels as [Panel];
          let document: CaseDocument = { ...base, panels: [{ ...main, spaces: 12, circuits: [], rcdGroups: [] }] };
          let made = 0;
          for (const what of steps) {
            const [panel] = document.panels as [Panel];
            const circuits = panel.circuits ?? [];
            const named = (n: number) => circuits[n % Math.max(1, circuits.length)]?.id ?? "nobody";
            let after: ReturnType<typeof addDevice> = { circuits };
            if (what.do === "add") {
              const read = parseDevice(what.text, codebook.board);
              const loads = made < base.loads.length ? [base.loads[made]?.id as string] : [];
              if ("device" in read)
                after = addDevice(panel, { ...read.device, id: `d${made++}`, loads }, what.at, codebook);
            } else if (what.do === "move") after = moveDevice(panel, named(what.who), what.to, codebook);
            else if (what.do === "swap") after = swapDevices(panel, named(what.who), named(what.to), codebook);
            else if (what.do === "abandon")
              after = { circuits: circuits.map((c) => (c.id === named(what.who) ? { ...c, status: "abandoned" } : c)) };
            else {
              const before = spread(legLoadsVA(document, panel));
              after = { circuits: balanceLegs(document, panel) };
              expect(spread(legLoadsVA(document, panel, after.circuits))).toBeLessThanOrEqual(before + 1e-6);
              expect(after.circuits.map((c) => c.id).sort()).toEqual(circuits.map((c) => c.id).sort());
            }
            if ("problem" in after) expect(after.problem).not.toBe("");
            else document = applyPatch(document, arrangedPatch(document, panel.id, after.circuits));
            expect(caseProblems(document)).toEqual([]);
          }
        }),
      );
    },
  );
});

describe("panels by their feeders", () => {
  const added = (document: CaseDocument, from: string, id: string) => applyPatch(document, addSubPanel(from, id, id));
  const nested = added(added(added(ukCase(), "main", "garage"), "garage", "shed"), "main", "annexe");
  it("each follow their feeding panel", () => {
    expect(nestedPanels(nested).map(({ panel, depth }) => [panel.id, depth])).toEqual([
      ["main", 0],
      ["garage", 1],
      ["shed", 2],
      ["annexe", 1],
    ]);
    expect(caseProblems(nested)).toEqual([]);
  });
  it("may be fed from any that is not behind them", () => {
    expect(mayFeed(nested, "garage").map((p) => p.id)).toEqual(["main", "annexe"]);
    expect(mayFeed(nested, "shed").map((p) => p.id)).toEqual(["main", "garage", "annexe"]);
    expect(mayFeed(nested, "main")).toEqual([]);
  });
  it("are removed and their loads moved to the panel before, unless other panels depend on them", () => {
    expect(removePanel(nested, "garage")).toBeNull();
    expect(removePanel(ukCase(), "main")).toBeNull();
    const base = { ...nested, charger: { panel: "shed" }, loads: nested.loads.map((l) => ({ ...l, panel: "shed" })) };
    const after = applyPatch(base, removePanel(base, "shed") ?? []);
    expect(after.panels.map((p) => p.id)).toEqual(["main", "garage", "annexe"]);
    expect(after.charger?.panel).toBe("garage");
    expect(new Set(after.loads.map((l) => l.panel))).toEqual(new Set(["garage"]));
    expect(caseProblems(after)).toEqual([]);
  });
});
