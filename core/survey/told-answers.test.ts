import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { askedPictures, picturesMissing } from "./asked-pictures.ts";
import { type ToldAnswers, toldAnswersPatch, toldPicturePatch } from "./told-answers.ts";

const empty = (more: Partial<CaseDocument> = {}): CaseDocument =>
  usCase({
    supply: { system: "split-phase-120-240", ratingA: null },
    panels: [{ id: "main", fedFrom: "supply" }],
    loads: [],
    charger: null,
    need: null,
    ...more,
  });
let next = 0;
const told = (document: CaseDocument, answers: ToldAnswers) =>
  applyPatch(
    document,
    toldAnswersPatch(document, answers, (kind) => `${kind}-${next++}`),
  );

describe("the answers of a customer", () => {
  it("put a rating in as told, at the main device too where it is read off that", () => {
    const after = told(empty(), { ratingA: 150 });
    expect(after.supply.ratingA).toBe(150);
    expect(after.panels[0]?.mainA).toBe(150);
    expect(after.survey?.sources).toEqual({ "supply.ratingA": "told", "panel.main.mainA": "told" });
    const uk = told(ukCase({ supply: { ...ukCase().supply, ratingA: null } }), { ratingA: 80 });
    expect(uk.survey?.sources).toEqual({ "supply.ratingA": "told" });
  });
  it("never go before what somebody has read, and go before what was told", () => {
    const read = empty({ supply: { system: "split-phase-120-240", ratingA: 100 } });
    expect(told(read, { ratingA: 200 }).supply.ratingA).toBe(100);
    expect(told(told(empty(), { ratingA: 150 }), { ratingA: 200 }).supply.ratingA).toBe(200);
  });
  it("start from a typical home of the year, with every value assumed, where no circuit is known", () => {
    const after = told(empty(), { built: "before-1970" });
    const [panel] = after.panels;
    expect(panel?.mainA).toBe(100);
    expect(panel?.circuits?.length).toBeGreaterThan(3);
    expect(new Set(Object.values(after.survey?.sources ?? {}))).toEqual(new Set(["assumed"]));
    expect(told(after, { built: "1970-1995" }).panels[0]?.mainA).toBe(100);
    expect(told(empty(), { built: "no such time" })).toEqual(empty());
  });
  it("give the car its distance and hours, and say whose the home is", () => {
    const after = told(empty(), {
      distance: 41,
      homeAt: "18:30",
      leavesAt: "07:15",
      tenure: "tenant",
      reception: "weak",
    });
    expect(after.need?.cars?.[0]?.distancePerDay).toEqual({ value: 41, unit: "mi" });
    expect(after.need?.pluggedIn).toEqual({ from: "18:30", to: "07:15" });
    expect(after.enquiry?.tenure).toBe("tenant");
    expect(after.charger?.reception).toBe("weak");
    expect(told(after, { distance: 99 }).need?.cars?.[0]?.distancePerDay.value).toBe(41);
    expect(told(empty(), { homeAt: "18:30" }).need ?? null).toBeNull();
  });
  it("change nothing where nothing is answered", () => {
    expect(told(empty(), {})).toEqual(empty());
  });
});

describe("pictures that a customer is asked for", () => {
  it("are those of the country: bonding only where the earthing is looked at", () => {
    const ids = (document: CaseDocument) => askedPictures(document).map(({ id }) => id);
    expect(ids(ukCase())).toContain("gas-bonding");
    expect(ids(usCase())).not.toContain("gas-bonding");
    expect(ids(usCase())).toHaveLength(7);
    expect(askedPictures(usCase())[0]?.title).toBe("The label on the main switch");
    expect(askedPictures(ukCase())[0]?.title).toBe("The label on the sealed fuse box");
  });
  it("have 'I cannot find it' as an answer, and a pipe that is not metal", () => {
    for (const { id, answers } of askedPictures(ukCase()))
      expect(answers).toEqual(/bonding/.test(id) ? ["cannot-find", "not-metallic"] : ["cannot-find"]);
  });
  it("are missing until they are sent or answered", () => {
    const asked = askedPictures(usCase());
    expect(picturesMissing(asked, [])).toHaveLength(7);
    expect(
      picturesMissing(asked, [
        { id: "meter", said: "sent" },
        { id: "wall", said: "cannot-find" },
      ]).map(({ id }) => id),
    ).not.toEqual(expect.arrayContaining(["meter", "wall"]));
  });
  it("tell of a pipe that is not metal, where nobody has looked", () => {
    const home = ukCase();
    const after = applyPatch(home, toldPicturePatch(home, { id: "gas-bonding", said: "not-metallic" }));
    expect(after.supply.bonding?.gas?.state).toBe("not-metallic");
    const seen = ukCase({ supply: { ...home.supply, bonding: { gas: { state: "bonded" } } } });
    expect(toldPicturePatch(seen, { id: "gas-bonding", said: "not-metallic" })).toEqual([]);
    expect(toldPicturePatch(home, { id: "gas-bonding", said: "cannot-find" })).toEqual([]);
    expect(toldPicturePatch(home, { id: "wall", said: "not-metallic" })).toEqual([]);
  });
});
