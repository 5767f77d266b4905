import { describe, expect, it } from "vitest";
import type { Patch } from "#core/case/document/patch.ts";
import { knownUsHome, ukCase, usCase } from "#core/testing/cases.ts";
import { changesInWords, placeInWords, problemInWords } from "./changes.ts";

const home = knownUsHome();

describe("a change in words", () => {
  it.each<[Patch, string]>([
    [[{ op: "replace", path: "/title", value: "9 Reed Lane" }], 'Address is "9 Reed Lane"'],
    [[{ op: "replace", path: "/supply/ratingA", value: 200 }], "Service rating is 200 A"],
    [[{ op: "replace", path: "/dwelling/floorArea", value: { value: 96, unit: "m2" } }], "Floor area is 96 m2"],
    [[{ op: "replace", path: "/dwelling/floorArea/value", value: 1900 }], "Floor area is 1,900 ft2"],
    [
      [
        { op: "replace", path: "/dwelling/floorArea/value", value: 180 },
        { op: "replace", path: "/dwelling/floorArea/unit", value: "m2" },
      ],
      "Floor area is 180 m2",
    ],
    [[{ op: "replace", path: "/dwelling/existing", value: false }], "Already built is no"],
    [[{ op: "replace", path: "/supply/ratingA", value: null }], "Service rating is not known"],
    [
      [{ op: "add", path: "/loads/-", value: { id: "x", kind: "range", va: 9000, label: "Old range" } }],
      "Old range was added",
    ],
    [[{ op: "replace", path: "/panels/0/busA", value: 125 }], "Bus rating of the main panel is 125 A"],
    [[{ op: "replace", path: "/panels/0/feeder", value: { ratingA: 60 } }], "Feeder of the main panel was changed"],
    [[{ op: "replace", path: "/need/energyPerDayKWh", value: 12.5 }], "Energy a day is 12.5 kWh"],
  ])("%j", (patch, words) => {
    expect(changesInWords(home, patch)).toEqual([words]);
  });

  it("names loads and devices as the home does", () => {
    const [load] = home.loads;
    const named = { ...home, loads: [{ ...load, label: "Kiln" }] } as typeof home;
    expect(changesInWords(named, [{ op: "replace", path: "/loads/0/va", value: 4500 }])).toEqual([
      "Nameplate of Kiln is 4,500 VA",
    ]);
    expect(changesInWords(named, [{ op: "remove", path: "/loads/0" }])).toEqual(["Kiln was removed"]);
    const board = { ...ukCase(), panels: [{ id: "cu", circuits: [{ id: "c", label: "Cooker", ratingA: 32 }] }] };
    expect(placeInWords(board as ReturnType<typeof ukCase>, "/panels/0/circuits/0/ratingA")).toBe("rating of Cooker");
  });
});

describe("a decision in words", () => {
  const decision = { way: "dynamic-load-management", why: "No new service", by: "Jonah Pike" };
  it("names the way, the reason, and the price book", () => {
    const patch = [
      { op: "add", path: "/decision", value: decision },
      { op: "add", path: "/prices", value: { version: 3 } },
    ] as Patch;
    const told = ['Decided for "Managed charging", because "No new service"', "Prices of version 3 are kept"];
    expect(changesInWords(usCase(), patch)).toEqual(told);
  });
  it("says that it was taken back", () => {
    const back = "The decision was withdrawn";
    expect(changesInWords(usCase(), [{ op: "remove", path: "/decision" }])).toEqual([back]);
    expect(changesInWords(usCase(), [{ op: "replace", path: "/decision", value: null }])).toEqual([back]);
    expect(changesInWords(usCase(), [{ op: "remove", path: "/prices" }])).toEqual(["The newest prices are used"]);
  });
});

describe("a refused field, in words", () => {
  it("begins with the thing and the field", () => {
    const named = { ...usCase(), loads: [{ id: "k", kind: "fixed-appliance", label: "Kiln", va: 1 }] } as ReturnType<
      typeof usCase
    >;
    expect(problemInWords(named, { path: "loads[0].va", message: "must be greater than 0" })).toBe(
      "Nameplate of Kiln must be greater than 0",
    );
    expect(problemInWords(named, { path: "supply.ratingA", message: "must be less than 1200" })).toBe(
      "Service rating must be less than 1200",
    );
  });
  it("is the message alone where it is no one field's", () => {
    expect(problemInWords(usCase(), { path: "", message: "The edit does not fit" })).toBe("The edit does not fit");
  });
});
