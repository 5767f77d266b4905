import { describe, expect, it } from "vitest";
import { arrowHead, readMarks } from "./photo-marks.ts";

const problem = (given: unknown) => {
  const read = readMarks(given);
  return Array.isArray(read) ? null : read.problem;
};

describe("marks on a picture", () => {
  it("are routes, arrows, labels and dimensions, in shares of the picture", () => {
    const marks = [
      {
        kind: "route",
        points: [
          [0, 0],
          [0.5, 0.5],
          [1, 1],
        ],
      },
      {
        kind: "arrow",
        points: [
          [0.1, 0.2],
          [0.3, 0.4],
        ],
      },
      { kind: "label", points: [[0.5, 0.5]], text: "gland" },
      {
        kind: "dimension",
        points: [
          [0, 1],
          [1, 1],
        ],
        text: "3.2 m",
      },
    ];
    expect(readMarks(marks)).toEqual(marks);
    expect(readMarks([])).toEqual([]);
  });
  it.each([
    [
      "a point beside the picture",
      [
        {
          kind: "arrow",
          points: [
            [0, 0],
            [1.2, 0],
          ],
        },
      ],
      /must lie on the picture/,
    ],
    ["a route of one point", [{ kind: "route", points: [[0, 0]] }], /at least 2 points/],
    ["a label without words", [{ kind: "label", points: [[0, 0]], text: "" }], /is required/],
    ["an unknown kind", [{ kind: "circle", points: [[0, 0]] }], /must be one of: route, arrow, label, dimension/],
    ["a name from the prototype", [{ kind: "toString", points: [] }], /must be one of/],
    [
      "a further field",
      [
        {
          kind: "arrow",
          points: [
            [0, 0],
            [1, 1],
          ],
          onclick: "x",
        },
      ],
      /onclick/,
    ],
    ["words instead of marks", "route", /array/],
    ["too many", Array.from({ length: 201 }, () => ({ kind: "label", points: [[0, 0]], text: "x" })), /at most 200/],
  ])("are refused: %s", (_name, given, message) => {
    expect(problem(given)).toMatch(message);
  });
});

it("an arrow's head turns back from its tip on both sides", () => {
  const [left, tip, right] = arrowHead([0, 0], [100, 0], 10)
    .split(" ")
    .map((p) => p.split(",").map(Number) as [number, number]);
  expect(tip).toEqual([100, 0]);
  for (const barb of [left, right]) {
    expect(Math.hypot((barb?.[0] ?? 0) - 100, barb?.[1] ?? 0)).toBeCloseTo(10, 0);
    expect(barb?.[0]).toBeLessThan(100);
  }
  expect(left?.[1]).toBeCloseTo(-(right?.[1] ?? 0), 1);
});
