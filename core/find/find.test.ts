import { describe, expect, it } from "vitest";
import { assess } from "#core/testing/assess.ts";
import { knownUsHome, ukCase } from "#core/testing/cases.ts";
import { matchingEntries, searchEntries } from "./find.ts";

const home = knownUsHome();
const all = searchEntries(home, assess(home));
const labels = (text: string) => matchingEntries(all, text).map((f) => f.label);

describe("search results in an open job", () => {
  it("is a load by the beginning of its name, with what it draws", () => {
    const [range] = matchingEntries(all, "ran");
    expect(range).toMatchObject({ kind: "load", label: "Range", to: { step: "demand", load: "range" } });
    expect(range?.detail).toMatch(/VA$/);
  });
  it("is a link of the path, at its place in the survey", () => {
    expect(matchingEntries(all, "bus of").at(0)).toMatchObject({
      kind: "link",
      to: { step: "survey", section: "panel-main" },
    });
  });
  it("is a field by any word of its label, in any order", () => {
    expect(labels("rating serv")).toContain("Service rating");
    expect(matchingEntries(all, "cheap until")[0]?.to).toEqual({
      step: "need",
      section: "energy",
      pointer: "/need/cheap/to",
    });
  });
  it("is a device by its panel and place", () => {
    const other = {
      ...home,
      panels: home.panels.map((p) => ({ ...p, circuits: [{ id: "c7", label: "Sauna", ratingA: 40, position: 7 }] })),
    };
    expect(matchingEntries(searchEntries(other, assess(other)), "sauna 40")[0]).toMatchObject({
      kind: "device",
      detail: "40 A, space 7",
      to: { step: "survey", section: "panel-main", device: "c7" },
    });
  });
  it("speaks the words of the region", () => {
    const uk = searchEntries(ukCase(), assess(ukCase()));
    expect(matchingEntries(uk, "measured ze")[0]?.kind).toBe("field");
    expect(matchingEntries(uk, "bus rating")).toEqual([]);
    expect(matchingEntries(all, "measured ze")).toEqual([]);
  });
  it("is nothing where no word begins so, and before anything is typed", () => {
    expect(labels("xylophone")).toEqual([]);
    expect(labels("  ")).toEqual([]);
  });
  it("comes with the best fit first, and no more than can be read", () => {
    expect(labels("r")[0]).toBe("Range");
    expect(matchingEntries(all, "c", 3)).toHaveLength(3);
  });

  it("leads to meter data, recorders and the replay of nights", () => {
    const found = (text: string) => matchingEntries(searchEntries(home, assess(home)), text).map((f) => f.to);
    expect(found("recorders")).toContainEqual({ step: "demand", section: "measured" });
    expect(found("replay")).toContainEqual({ step: "ways", section: "nights" });
  });
});
