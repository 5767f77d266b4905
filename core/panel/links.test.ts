import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, Circuit, Load } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { deviceNamed, linkEach, linksOf, suggestedLinks } from "./links.ts";

const home = (circuits: Circuit[], loads: Load[]): CaseDocument => {
  const made = newCase("us-nec-2023", "1 Test Row");
  return { ...made, loads, panels: [{ ...(made.panels[0] as object), id: "main", circuits }] };
};
const range: Load = { id: "range", kind: "range", label: "Induction range", va: 12_000 };
const dryer: Load = { id: "dryer", kind: "dryer", label: "Dryer", va: 5000 };

describe("links that are suggested", () => {
  it("join a device and a load of the same name or of the same kind, and one edit makes them all", () => {
    const before = home(
      [
        { id: "a", label: "Stove", ratingA: 50, poles: 2 },
        { id: "b", label: "dryer", ratingA: 30, poles: 2 },
        { id: "c", label: "Hall", ratingA: 15 },
      ],
      [range, dryer],
    );
    const links = suggestedLinks(before);
    expect(links.map(({ circuit, load }) => [circuit.id, load.id])).toEqual([
      ["a", "range"],
      ["b", "dryer"],
    ]);
    const after = applyPatch(before, linkEach(before, links));
    expect(linksOf(after).loads).toEqual([]);
    expect(suggestedLinks(after)).toEqual([]);
  });

  it("are empty where they would be a guess: two heaters on one device", () => {
    const heater = (id: string, label: string): Load => ({ id, kind: "space-heating", label, va: 1500 });
    const before = home(
      [{ id: "a", label: "Baseboard", ratingA: 20, poles: 2 }],
      [heater("one", "Heat bedroom"), heater("two", "Heat hall")],
    );
    expect(suggestedLinks(before)).toEqual([]);
  });

  it("put several circuits behind a load that comes in pieces", () => {
    const pair: Load = { id: "sa", kind: "small-appliance-circuit", label: "Small-appliance circuits", quantity: 2 };
    const before = home(
      [
        { id: "a", label: "Kitchen circuit", ratingA: 20 },
        { id: "b", label: "Kitchen circuit", ratingA: 20 },
      ],
      [pair],
    );
    expect(suggestedLinks(before).map(({ circuit }) => circuit.id)).toEqual(["a", "b"]);
  });
});

describe("the device of a load that was just entered", () => {
  it("is the one of its name that feeds nothing yet", () => {
    const before = home([{ id: "b", label: "Dryer", ratingA: 30, poles: 2 }], [dryer]);
    expect(deviceNamed(before, dryer)?.id).toBe("b");
    expect(deviceNamed(home([{ id: "b", label: "Dryer", loads: ["dryer"] }], [dryer]), dryer)).toBeNull();
    expect(deviceNamed(home([], [dryer]), dryer)).toBeNull();
  });
});
