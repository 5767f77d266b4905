/** The page asks before it edits: what it lets through, the server must take. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Circuit } from "#core/case/document/types.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { editProblems, problemAt } from "./edit-problems.ts";
import { caseProblems } from "./read.ts";

const AMERICAN: Circuit[] = [
  { id: "range", label: "Range", poles: 2, position: 1, ratingA: 50, loads: ["range"] },
  { id: "dryer", label: "Dryer", poles: 2, position: 2, ratingA: 30 },
  { id: "hall", label: "Hall", device: "tandem", poles: 1, position: 5, half: "a", ratingA: 15 },
  { id: "stairs", label: "Stairs", device: "tandem", poles: 1, position: 5, half: "b", ratingA: 15 },
  { id: "pump", label: "Old pump", poles: 1, position: 6, status: "abandoned" },
  { id: "cover", device: "blank", position: 7 },
];
const BRITISH: Circuit[] = [
  { id: "range", label: "Cooker", poles: 1, position: 1, ratingA: 32, loads: ["ck"] },
  { id: "dryer", label: "Shower", device: "rcbo", poles: 1, position: 2, ratingA: 40 },
  { id: "hall", label: "Lights", device: "rewirable-fuse", poles: 1, position: 5, ratingA: 5 },
  { id: "pump", label: "Old pump", poles: 1, position: 6, status: "abandoned" },
  { id: "stairs", label: "Two-pole", poles: 2, position: 8, ratingA: 20 },
  { id: "cover", device: "blank", position: 7 },
];
const panel = (base: CaseDocument, circuits: Circuit[]): CaseDocument => ({
  ...base,
  panels: [
    {
      id: "main",
      mainA: 100,
      busA: 125,
      spaces: 12,
      circuits,
      rcdGroups: [{ id: "g", rcd: "A", from: 1, to: 6, ratingA: 63 }],
    },
    { id: "sub", fedFrom: "main", spaces: 8, feeder: { ratingA: 60, circuit: "range" } },
  ],
});

const number = fc.oneof(fc.integer({ min: -2, max: 14 }), fc.constantFrom(30, 60, 100, 200, 400, 1e6, 2.5));
const field = fc.oneof(
  fc.tuple(
    fc.constantFrom("/panels/0/mainA", "/panels/0/busA", "/panels/0/spaces", "/panels/1/spaces", "/supply/ratingA"),
    fc.oneof(number, fc.constant(undefined)),
  ),
  fc.tuple(
    fc
      .tuple(fc.nat(4), fc.constantFrom("position", "poles", "ratingA"))
      .map(([k, key]) => `/panels/0/circuits/${k}/${key}`),
    number,
  ),
  fc.tuple(
    fc.nat(4).map((k) => `/panels/0/circuits/${k}/status`),
    fc.constantFrom("in-use", "abandoned", "charger-ready"),
  ),
  fc.tuple(
    fc.nat(4).map((k) => `/panels/0/circuits/${k}/device`),
    fc.constantFrom("breaker", "tandem", "quad", "blank", "surge", "mcb", "rcbo"),
  ),
  fc.tuple(fc.constantFrom("/panels/0/rcdGroups/0/from", "/panels/0/rcdGroups/0/to"), number),
  fc.tuple(
    fc.constantFrom("/panels/0/fedFrom", "/panels/1/fedFrom", "/charger/panel"),
    fc.constantFrom("supply", "main", "sub"),
  ),
  fc.tuple(fc.constantFrom("/loads/0/va", "/loads/2/quantity", "/loads/3/amps"), number),
);

it.each([
  ["the United States", panel(usCase(), AMERICAN)],
  ["the United Kingdom", panel(ukCase(), BRITISH)],
])("after any sequence of typing and choosing, the server accepts the case: %s (property)", (_, start) => {
  expect(caseProblems(start)).toEqual([]);
  let taken = 0;
  fc.assert(
    fc.property(fc.array(field, { maxLength: 12 }), (typed) => {
      let document = start;
      for (const [pointer, value] of typed) {
        const patch = setValue(document, pointer, value);
        if (editProblems(document, patch).length > 0) continue;
        document = applyPatch(document, patch);
        taken++;
        expect(caseProblems(document)).toEqual([]);
      }
    }),
  );
  expect(taken).toBeGreaterThan(20);
});

const problemOf = (document: CaseDocument, pointer: string, value: unknown) =>
  problemAt(pointer, editProblems(document, setValue(document, pointer, value)));

describe("a value that is typed into a field", () => {
  it("is judged by the same schema, in its own words", () => {
    expect(problemOf(usCase(), "/supply/ratingA", -5)).toBe("must be greater than 0");
    expect(problemOf(usCase(), "/loads/3/va", 5000)).toBeNull();
    expect(problemOf(usCase(), "/panels/0/spaces", 20.5)).toBe("must be a whole number");
    expect(problemOf(driven(), "/need/cars/0/distancePerDay", { value: -1, unit: "mi" })).toBe("must not be negative");
  });

  const board = () =>
    usCase({
      panels: [
        {
          id: "main",
          busA: 100,
          spaces: 8,
          circuits: [
            { id: "range", label: "Range", ratingA: 50, poles: 2, position: 1 },
            { id: "dryer", label: "Dryer", ratingA: 30, poles: 2, position: 2 },
          ],
        },
      ],
    });
  it.each([
    ["its own law", "/panels/0/mainA", 400, "of 400 A does not belong on a bus of 100 A: read both labels again"],
    ["a place that is taken", "/panels/0/circuits/0/position", 2, 'Space 2 is taken by "Dryer"'],
    ["a place beyond the last", "/panels/0/circuits/1/position", 8, '"Dryer" would reach space 10; the last one is 8'],
    ["what stands elsewhere", "/panels/0/spaces", 3, 'does not fit: "Dryer" would reach space 4; the last one is 3'],
    ["nothing", "/panels/0/circuits/0/position", 5, null],
    ["taking it away", "/panels/0/spaces", undefined, null],
  ])("is held against the other fields: %s", (_, pointer, value, said) => {
    expect(problemOf(board(), pointer, value)).toBe(said);
  });
  it("is not blamed for what was wrong before", () => {
    const wrong = board();
    wrong.loads.push({ id: "x", kind: "cooker", va: 5 });
    expect(problemOf(wrong, "/panels/0/spaces", 12)).toBeNull();
  });

  it("may not be taken away where the case cannot do without it", () => {
    expect(problemOf(driven(), "/need/cars/0/distancePerDay", undefined)).toBe("is required");
    expect(problemOf(usCase(), "/title", undefined)).toBe("is required");
    expect(problemOf(usCase(), "/panels/0/spaces", undefined)).toBeNull();
  });

  it("is refused where its list is full", () => {
    const cars = Array.from({ length: 4 }, () => ({ distancePerDay: { value: 30, unit: "mi" as const } }));
    expect(problemOf(usCase({ need: { cars } }), "/need/cars/4", cars[0])).toContain("at most 4");
  });
});

const driven = () => usCase({ need: { cars: [{ distancePerDay: { value: 30, unit: "mi" } }] } });
