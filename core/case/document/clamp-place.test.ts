import { describe, expect, it } from "vitest";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { clampPlaceOf } from "./clamp-place.ts";

describe("where the clamps of the supply sit", () => {
  const board: Panel = { id: "charger-board", fedFrom: "supply", circuits: [{ id: "new", loads: ["car"] }] };
  const home = knownUkHome();
  const withBoard = (change: Partial<Panel> = {}, more: Panel[] = []): [CaseDocument, Panel] => {
    const panel = { ...board, ...change };
    return [
      {
        ...home,
        charger: { ...home.charger, load: "car" },
        panels: [...home.panels, panel, ...more],
        options: { ...home.options, clampsRead: "house-alone" },
      },
      panel,
    ];
  };

  it("after the division, where the job asks for that and the charger is alone on its board", () => {
    expect(clampPlaceOf(...withBoard())).toEqual({ divided: true, reads: "house-alone" });
  });
  it("before the division, unless the job asks for the other", () => {
    const [document, panel] = withBoard();
    expect(clampPlaceOf({ ...document, options: {} }, panel)).toEqual({ divided: true, reads: "with-charger" });
  });
  it.each([
    ["behind another board", withBoard({ fedFrom: home.panels[0]?.id ?? "" })],
    ["beside another load", withBoard({ circuits: [{ id: "new", loads: ["car", "shower"] }] })],
    ["with a board behind it", withBoard({}, [{ id: "shed", fedFrom: "charger-board", circuits: [] }])],
  ])("reads house and charger together %s", (_, [document, panel]) => {
    expect(clampPlaceOf(document, panel)).toEqual({ divided: false, reads: "with-charger" });
  });
  it("reads both where a load is on the board without a circuit", () => {
    const [document, panel] = withBoard();
    const loads = [...document.loads, { id: "heater", kind: "fixed-appliance" as const, panel: panel.id }];
    expect(clampPlaceOf({ ...document, loads }, panel).divided).toBe(false);
  });
  it("reads both where the charger's board is the only one, or unknown", () => {
    const [document, panel] = withBoard();
    expect(clampPlaceOf({ ...document, panels: [panel] }, panel).divided).toBe(false);
    expect(clampPlaceOf(document, null).divided).toBe(false);
  });
});
