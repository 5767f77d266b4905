import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, RuleSetId } from "#core/case/document/types.ts";
import { newCase } from "#core/laws/new-case.ts";
import { readCase } from "#core/laws/read.ts";
import { MOST_LINES, readNotes } from "./read-notes.ts";

function enter(text: string, rules: RuleSetId = "us-nec-2023") {
  let n = 0;
  const before = newCase(rules, "1 Test Row");
  const { lines, patch } = readNotes(text, before, (kind) => `${kind}-${++n}`);
  const after: CaseDocument = applyPatch(before, patch);
  // The case with all understood lines is valid in the open format.
  readCase(after);
  return { lines, after, said: lines.map((l) => ("problem" in l ? `! ${l.problem}` : l.understood)) };
}

describe("notes of a visit in the US", () => {
  it("reads the service, the floor area and the conductors, also in one line", () => {
    const { after, said } = enter("150 A service, 2,100 sq ft\n4/0 aluminum service conductors");
    expect(said).toEqual(["Service rating 150 A; Floor area 2,100 ft²", "Service conductors 4/0 AWG aluminum"]);
    expect(after.supply).toMatchObject({ ratingA: 150, conductor: { size: "4/0 AWG", material: "al" } });
    expect(after.dwelling.floorArea).toEqual({ value: 2100, unit: "ft2" });
    // The rating is read off the main: it follows, as it does in the field.
    expect(after.panels[0]?.mainA).toBe(150);
  });

  it.each([
    ["it trips", "trips"],
    ["Charger keeps tripping", "trips"],
    ["hold the charger back", "hold-back"],
    ["second charger", "second-charger"],
    ["move the charger", "move"],
    ["use the stub", "refit-stub"],
    ["V2H", "two-way"],
    ["first charger", "first-charger"],
  ])("reads the reason of the visit: %s", (text, reason) => {
    expect(enter(text).after.enquiry?.reason).toBe(reason);
  });

  it("refuses two reasons of one visit that exclude each other, and keeps the first", () => {
    const { after, said } = enter("second charger\nmove the charger\nsecond charger");
    expect(said[1]).toContain("Another reason of the visit stands above: second charger. Enter one of them");
    expect(said[2]).toBe("Reason of the visit: second charger");
    expect(after.enquiry?.reason).toBe("second-charger");
  });

  it("reads a panel's label", () => {
    const { after, said } = enter("panel main 150, bus 200, 30 spaces, sound");
    expect(said).toEqual(["Main panel: Main breaker 150 A, bus 200 A, 30 spaces, sound"]);
    expect(after.panels[0]).toMatchObject({ mainA: 150, busA: 200, spaces: 30, condition: "sound" });
    expect(enter("panel 150/200 30 spaces").after.panels[0]).toMatchObject({ mainA: 150, busA: 200, spaces: 30 });
  });

  it("reads circuits with their loads, a dead one, a source, and a receptacle", () => {
    const { after, said } = enter(
      "range 50a 2 pole 12 kW\n20 solar 2p backfed\n20 shed dead\ndryer 30a 2p 5.5kw with receptacle 14-30",
    );
    expect(said.filter((s) => s.startsWith("!"))).toEqual([]);
    const [range, solar, shed, dryer] = after.panels[0]?.circuits ?? [];
    expect(range).toMatchObject({ label: "Range", ratingA: 50, poles: 2 });
    expect(solar?.backfeed).toEqual({ outputA: 16 });
    expect(shed).toMatchObject({ label: "Shed", status: "abandoned" });
    expect(after.supply.onsiteGeneration).toBe(true);
    expect(after.outlets).toEqual([
      { id: expect.any(String), type: "14-30", circuit: dryer?.id, sharedWith: dryer?.loads?.[0] },
    ]);
  });

  it("reads the car and its hours", () => {
    const { after } = enter("30 mi a day\nplugged in 7pm-7:30 am\ncheap rate 00:00 to 06:00\ncharger 48 A");
    expect(after.need).toMatchObject({
      pluggedIn: { from: "19:00", to: "07:30" },
      cheap: { from: "00:00", to: "06:00" },
    });
    expect(after.need?.cars?.[0]?.distancePerDay).toEqual({ value: 30, unit: "mi" });
    expect(after.charger?.maxA).toBe(48);
  });

  it("says what it does not understand, and enters the other lines", () => {
    const { after, said } = enter("range 50a 2p 12 kW\n37 A shed\nfrobnicate the panel\n6:00-9:00 yoga");
    expect(after.panels[0]?.circuits).toHaveLength(1);
    expect(said[1]).toBe("! There is no breaker of 37 A; the nearest standard rating is 35 A");
    expect(said[3]).toMatch(/^! "yoga": are these the hours/);
    expect(said[2]).toMatch(/^!/);
  });

  it("refuses in words what the case does not allow", () => {
    const { said, after } = enter("panel main 5000, bus 9000");
    expect(said[0]).toMatch(/^! Main panel: .*must be at most/);
    expect(after.panels[0]?.mainA).toBeUndefined();
    expect(enter(`${"20 kitchen\n".repeat(MOST_LINES)}20 bath`).said.at(-1)).toBe(
      `! Enter at most ${MOST_LINES} lines at once`,
    );
  });

  it("takes a mark of assumption away from what was read", () => {
    const before = newCase("us-nec-2023", "1 Test Row");
    before.survey = { sources: { "supply.ratingA": "assumed" } };
    const { patch } = readNotes("150 A service", before, (kind) => kind);
    expect(applyPatch(before, patch).survey?.sources).toEqual({});
  });
});

describe("notes of a visit in the UK", () => {
  it("reads the cut-out, earthing, loop impedance and tails", () => {
    const { after, said } = enter(
      "cut-out 80\nTN-C-S, Ze 0.21, not looped, no isolator\ntails 25 mm2",
      "uk-bs7671-2018-a2",
    );
    expect(said.filter((s) => s.startsWith("!"))).toEqual([]);
    expect(after.supply).toMatchObject({
      ratingA: 80,
      earthing: "tn-c-s",
      zeOhm: 0.21,
      looped: false,
      isolator: false,
      conductor: { size: "25 mm2", material: "cu" },
    });
  });

  it("reads main earth, bonding and the prospective fault current", () => {
    const { after, said } = enter(
      "main earth 16\ngas bonding 10 mm2, water not bonded\nPFC 1.4 kA",
      "uk-bs7671-2018-a2",
    );
    expect(said.filter((s) => s.startsWith("!"))).toEqual([]);
    expect(after.supply).toMatchObject({
      mainEarthMm2: 16,
      bonding: { gas: { state: "bonded", mm2: 10 }, water: { state: "absent" } },
      prospectiveKA: 1.4,
    });
    expect(enter("water pipe plastic", "uk-bs7671-2018-a2").after.supply.bonding?.water).toEqual({
      state: "not-metallic",
    });
    expect(enter("gas bonded", "uk-bs7671-2018-a2").said).toEqual(["Bonding of the gas pipe: bonded"]);
  });

  it("reads a board, RCDs over several ways, circuits and a measurement", () => {
    const { after, said } = enter(
      "board main switch 100 A, 12 ways, sound, metal\ntype AC RCD 63 A ways 1-5\nb40 shower 9.5kw rcd ac\ncooker 10.5kw with socket b32\nmeasured 52 A over 31 days, 30 min, winter",
      "uk-bs7671-2018-a2",
    );
    expect(said.filter((s) => s.startsWith("!"))).toEqual([]);
    expect(after.panels[0]).toMatchObject({ mainA: 100, spaces: 12, condition: "sound", enclosure: "metal" });
    expect(after.panels[0]?.rcdGroups).toMatchObject([{ rcd: "AC", ratingA: 63, from: 1, to: 5 }]);
    expect(after.loads.find((l) => l.kind === "cooker")?.socketOnControl).toBe(true);
    expect(after.measured).toMatchObject({
      days: 31,
      intervalMinutes: 30,
      max: { value: 52, unit: "A" },
      heatingSeason: true,
    });
  });
});
