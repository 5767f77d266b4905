import { describe, expect, it } from "vitest";
import { applyPatch, invertPatch } from "#core/case/document/patch.ts";
import { CaseRefused } from "#core/case/document/problems.ts";
import { removeLoad } from "#core/case/document/remove-load.ts";
import { RULE_SET_IDS } from "#core/case/document/types.ts";
import { type Upgrade, upgradeCase } from "#core/case/document/upgrade.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { newCase } from "./new-case.ts";
import { readCase, readCaseText, writeCase } from "./read.ts";

/** The paths that a document is refused for. */
function refusedPaths(document: unknown): string[] {
  try {
    readCase(document);
    return [];
  } catch (error) {
    if (error instanceof CaseRefused) return error.problems.map((p) => p.path);
    throw error;
  }
}
const clone = <T>(value: T): T => structuredClone(value);

describe("reading a case", () => {
  it("gives back what was written, unknown fields included and reported", () => {
    const document = { ...usCase(), roof: "slate", loads: [{ id: "a", kind: "range", va: 5000, colour: "white" }] };
    const read = readCaseText(writeCase(document as never));
    expect(read.document).toEqual(document);
    expect(read.unknown.sort()).toEqual(["loads[0].colour", "roof"]);
  });
  it.each(RULE_SET_IDS)("takes a new case of %s", (rules) => {
    expect(readCase(newCase(rules, "1 Test Lane", "A customer")).unknown).toEqual([]);
  });
  it("names the line where JSON breaks off", () => {
    expect(() => readCaseText('{\n "format": "heron-case",\n "version": 1,,\n}')).toThrow(/line 3/);
  });
  it.each([
    ["another document", { format: "something-else", version: 1 }, "format"],
    ["a list", [], ""],
    ["a newer version", { ...usCase(), version: 2 }, "version"],
    ["a version in words", { ...usCase(), version: "one" }, "version"],
  ])("refuses %s", (_name, document, path) => {
    expect(refusedPaths(document)).toEqual([path]);
  });
  it.each([
    ["rules", { rules: "us-nec-1899" }],
    ["supply.ratingA", { supply: { system: "split-phase-120-240", ratingA: -100 } }],
    ["supply.ratingA", { supply: { system: "split-phase-120-240", ratingA: 99_999 } }],
    ["supply.ratingA", { supply: { system: "split-phase-120-240", ratingA: "100" } }],
    ["supply.system", { supply: { system: "single-phase-230", ratingA: 100 } }],
    ["loads[0].va", { loads: [{ id: "a", kind: "range", va: -5 }] }],
    ["loads[0].va", { loads: [{ id: "a", kind: "range", va: 12_000_000 }] }],
    ["loads[0].va", { loads: [{ id: "a", kind: "range" }] }],
    ["loads[0].kind", { loads: [{ id: "a", kind: "elephant", va: 1 }] }],
    ["loads[0].kind", { loads: [{ id: "a", kind: "shower", va: 9000 }] }],
    [
      "loads[1].id",
      {
        loads: [
          { id: "a", kind: "range", va: 1 },
          { id: "a", kind: "range", va: 1 },
        ],
      },
    ],
    ["loads[0].panel", { loads: [{ id: "a", kind: "range", va: 1, panel: "nowhere" }] }],
    ["dwelling.floorArea.unit", { dwelling: { floorArea: { value: 10, unit: "acre" } } }],
    ["need.pluggedIn.from", { need: { pluggedIn: { from: "25:00", to: "06:00" } } }],
    [
      "panels[0].fedFrom",
      {
        panels: [
          { id: "a", fedFrom: "b" },
          { id: "b", fedFrom: "a" },
        ],
      },
    ],
    ["charger.panel", { charger: { panel: "nowhere" } }],
    ["options.loadMethod", { options: { loadMethod: "uk-diversity" } }],
    ["outlets[0].circuit", { outlets: [{ id: "o", type: "14-30", circuit: "nowhere" }] }],
  ])("names %s", (path, change) => {
    expect(refusedPaths({ ...clone(usCase()), ...change })).toContain(path);
  });
  it("takes a device in every space of the largest panel, three such panels no more", () => {
    const full = (id: string, fedFrom: string) => ({
      id,
      fedFrom,
      spaces: 120,
      circuits: Array.from({ length: 120 }, (_, i) => ({ id: `${id}-${i + 1}`, position: i + 1, poles: 1 })),
    });
    const [one, two, three] = [full("a", "supply"), full("b", "a"), full("c", "b")];
    const inHome = (panels: unknown[]) => refusedPaths({ ...usCase({ charger: null }), panels });
    expect(inHome([one])).toEqual([]);
    expect(inHome([one, two])).toEqual([]);
    expect(inHome([one, two, three])).toEqual(["panels"]);
    const another = { id: "a-121", position: 120, poles: 1 };
    expect(inHome([{ ...one, circuits: [...one.circuits, another] }])).toContain("panels[0].circuits");
  });
  it("takes an unknown supply rating as null, and a case of the United Kingdom", () => {
    expect(refusedPaths(ukCase({ supply: { system: "single-phase-230", ratingA: null } }))).toEqual([]);
  });
});

describe("older versions", () => {
  const chain: Upgrade[] = [
    { from: 1, apply: (d) => ({ ...d, second: true }) },
    { from: 2, apply: (d) => ({ ...d, third: d.second }) },
  ];
  it("are brought up step by step", () => {
    expect(upgradeCase({ version: 1 }, chain, 3)).toEqual({ version: 3, second: true, third: true });
  });
  it("are refused where a step is missing", () => {
    expect(() => upgradeCase({ version: 0 }, chain, 3)).toThrow(/cannot be read any more/);
  });
});

describe("a load that goes first", () => {
  it("is one of the ledger, and no charger", () => {
    const ev = { id: "ev", kind: "ev-charger" as const, amps: 24 };
    const base = usCase({ charger: { waitsFor: "gone" } });
    expect(refusedPaths(base)).toEqual(["charger.waitsFor"]);
    expect(refusedPaths({ ...base, loads: [...base.loads, ev], charger: { waitsFor: "ev" } })).toEqual([
      "charger.waitsFor",
    ]);
    const itself = { ...base, charger: {}, loads: [...base.loads, { ...ev, waitsFor: "ev" }] };
    expect(refusedPaths(itself)).toEqual([`loads[${base.loads.length}].waitsFor`]);
  });
});

describe("taking a load away", () => {
  it("leaves no circuit or outlet that refers to it, and can be undone", () => {
    const base = usCase();
    const document = {
      ...base,
      panels: base.panels.map((p) => ({ ...p, circuits: [{ id: "c", ratingA: 30, loads: ["dryer", "wh"] }] })),
      outlets: [{ id: "o", type: "14-30" as const, circuit: "c", sharedWith: "dryer" }],
      charger: { waitsFor: "dryer" },
      loads: [
        ...base.loads,
        { id: "ev", kind: "ev-charger" as const, amps: 24, waitsFor: "dryer" },
        { id: "ev-2", kind: "ev-charger" as const, amps: 24, interlockedWith: "dryer" },
      ],
    };
    expect(refusedPaths(document)).toEqual([]);
    const patch = removeLoad(document, 3);
    const after = applyPatch(document, patch);
    expect(refusedPaths(after)).toEqual([]);
    expect(after.charger).toEqual({});
    expect(after.panels[0]?.circuits?.[0]?.loads).toEqual(["wh"]);
    expect(applyPatch(after, invertPatch(document, patch))).toEqual(document);
  });
});
