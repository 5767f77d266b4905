import { describe, expect, it } from "vitest";
import type { CaseDocument, Place } from "#core/case/document/types.ts";
import { lawProblems } from "#core/laws/laws.ts";
import { readCase } from "#core/laws/read.ts";
import { ukCase } from "#core/testing/cases.ts";
import { outlineOf, parkedCar, plotOf, portOf } from "./plot.ts";
import { isServed, leadFor, reachIn, standsInside } from "./reach.ts";

const place = (changes: Partial<Place> = {}): Place => ({
  unit: "m",
  solids: [],
  parking: [{ id: "p", at: [0, 0], heading: 0 }],
  charger: { at: [0, 2], leadLength: 5 },
  ...changes,
});
const day = { distancePerDay: { value: 30, unit: "km" as const } };
const front = { ...day, size: { length: 4, width: 2 }, port: { side: "front" as const, along: 0.5, heightM: 0.8 } };
const home = (at: Place, cars: NonNullable<CaseDocument["need"]>["cars"] = [front]): CaseDocument =>
  ukCase({ place: at, need: { cars } });
const of = (at: Place, cars?: NonNullable<CaseDocument["need"]>["cars"]) => reachIn(home(at, cars));

describe("the position of a car's port", () => {
  const position = { id: "p", at: [1, 1] as const, heading: 90 };
  const car = (side: "front" | "rear" | "left" | "right", along: number) =>
    parkedCar({ size: { length: 4, width: 2 }, port: { side, along, heightM: 1 } });
  it("is measured from its left to its right, and from nose to tail", () => {
    const at = (...told: Parameters<typeof car>) => portOf(position, car(...told)).map((v) => Number(v.toFixed(9)));
    expect(at("front", 0.25)).toEqual([0.5, 3]);
    expect(at("rear", 0.25)).toEqual([0.5, -1]);
    expect(at("left", 0.25)).toEqual([0, 2]);
    expect(at("right", 0.75)).toEqual([2, -0]);
  });
  it("goes to the other end where the car is turned", () => {
    expect(portOf(position, car("front", 0.25), true).map((v) => Number(v.toFixed(9)))).toEqual([1.5, -1]);
    expect(outlineOf(position, car("front", 0))[0]?.map((v) => Number(v.toFixed(9)))).toEqual([0, 3]);
  });
  it("of a car without figures is that of its class, at the far corner", () => {
    expect(parkedCar({})).toEqual({ lengthM: 4.5, widthM: 1.85, port: { side: "right", along: 0.85, heightM: 0.8 } });
    expect(parkedCar({ class: "pickup" })).toMatchObject({ lengthM: 5.9, widthM: 2.1 });
  });
});

describe("reach", () => {
  it("includes both drops and slack on the ground, or the slant and slack when hanging", () => {
    const lead = leadFor(3, { heightM: 1.2 }, 0.8);
    expect(lead.liesM).toBeCloseTo(5.5, 12);
    expect(lead.hangsM).toBeCloseTo(Math.hypot(3, 0.4) + 0.5, 12);
  });
  it("lies, hangs, or is short, depending on the lead", () => {
    // Round the front left corner: 2 m to (2, 1) at a slant, then 1 m to the middle of the nose.
    const path = Math.hypot(2, 1) + 1;
    const verdicts = (leadLength: number) => of(place({ charger: { at: [0, 2], leadLength } })).map((r) => r.verdict);
    expect(of(place())[0]?.planPathM).toBeCloseTo(path, 9);
    expect(verdicts(path + 2.5)[0]).toBe("lies");
    expect(verdicts(path + 2.49)[0]).toBe("hangs");
    expect(verdicts(Math.hypot(path, 0.4) + 0.49)[0]).toBe("short");
  });
  it("is given for every position, car and direction; a position is served in either direction", () => {
    const two = place({
      parking: [
        { id: "a", at: [0, 0], heading: 0 },
        { id: "b", at: [0, -8], heading: 0 },
      ],
    });
    const rows = of(two, [front, { ...front, port: { ...front.port, side: "rear" } }]);
    expect(rows.map((r) => [r.parking, r.car, r.turned])).toEqual([
      ["a", 0, false],
      ["a", 0, true],
      ["a", 1, false],
      ["a", 1, true],
      ["b", 0, false],
      ["b", 0, true],
      ["b", 1, false],
      ["b", 1, true],
    ]);
    expect(isServed(rows, "a", 0)).toBe(true);
    expect(isServed(rows, "b", 0)).toBe(false);
  });
  it("goes round the cars on other positions", () => {
    const parking = [
      { id: "a", at: [0, 0], heading: 90 },
      { id: "b", at: [2.2, 0], heading: 90 },
    ];
    const left = { ...front, port: { side: "left" as const, along: 0.5, heightM: 0.8 } };
    const alone = of(place({ parking: parking.slice(0, 1), charger: { at: [4, 0] } }), [left])[0]?.planPathM;
    expect(of(place({ parking, charger: { at: [4, 0] } }), [left])[0]?.planPathM).toBeGreaterThan(alone as number);
  });
  it("is short without lengths where there is no way: from inside a house or a car", () => {
    const none = { planPathM: null, liesM: null, hangsM: null, verdict: "short" };
    expect(of(place({ charger: { at: [0, 0] } }))[0]).toMatchObject(none);
    const points = [
      [-1, 1.5],
      [1, 1.5],
      [1, 3],
      [-1, 3],
    ];
    expect(of(place({ solids: [{ id: "h", kind: "house", points }] }))[0]).toMatchObject(none);
  });
  it("is the same in feet", () => {
    const ft = (m: number) => m / 0.3048;
    const feet: Place = {
      unit: "ft",
      parking: [{ id: "p", at: [0, 0], heading: 0 }],
      charger: { at: [0, ft(2)], leadLength: ft(5), height: ft(1.2) },
    };
    expect(of(feet)[0]?.planPathM).toBeCloseTo(of(place())[0]?.planPathM as number, 7);
    expect(plotOf(feet).charger?.leadM).toBeCloseTo(5, 7);
  });
  it("is empty where the plan, its charger, or the cars are missing", () => {
    expect(reachIn(ukCase())).toEqual([]);
    expect(of(place({ charger: null }))).toEqual([]);
    expect(of(place({ parking: [] }))).toEqual([]);
    expect(of(place(), [])).toEqual([]);
  });
  it("follows the cars, on the same plan", () => {
    const same = place();
    const rear = { ...front, port: { ...front.port, side: "rear" as const } };
    expect(of(same)[0]?.planPathM).toBeCloseTo(of(same, [rear])[1]?.planPathM as number, 9);
    expect(of(same, [front, rear])).toHaveLength(4);
  });
});

describe("a plan's own laws", () => {
  const wrong = (at: Place) => lawProblems(home(at)).map((p) => p.path);
  const solid = (points: number[][], id = "s") => ({ id, kind: "wall" as const, points });
  const square = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  it("ask for simple outlines, ids of their own, and no more corners than a plot has", () => {
    expect(wrong(place({ solids: [solid(square)] }))).toEqual([]);
    expect(
      wrong(
        place({
          solids: [
            solid([
              [0, 0],
              [2, 2],
              [2, 0],
              [0, 2],
            ]),
          ],
        }),
      ),
    ).toEqual(["place.solids[0].points"]);
    expect(
      wrong(
        place({
          solids: [
            solid([
              [0, 0],
              [2, 2],
            ]),
          ],
        }),
      ),
    ).toEqual(["place.solids[0].points"]);
    expect(wrong(place({ solids: [solid(square), solid(square)] }))).toEqual(["place.solids[1].id"]);
    expect(
      wrong(
        place({
          parking: [
            { id: "p", at: [0, 0] },
            { id: "p", at: [9, 0] },
          ],
        }),
      ),
    ).toEqual(["place.parking[1].id"]);
    const many = Array.from({ length: 3 }, (_, k) =>
      solid(
        Array.from({ length: 100 }, (_, i) => [k * 9 + Math.cos(i / 16), Math.sin(i / 16)]),
        `s${k}`,
      ),
    );
    expect(wrong(place({ solids: many }))).toEqual(["place.solids"]);
  });
  it("refuse a plot of two kilometres and a solid of ten thousand points in words", () => {
    const told = (at: unknown) => () => readCase({ ...home(place()), place: at });
    expect(told({ ...place(), charger: { at: [2000, 0] } })).toThrow("place.charger.at[0]: must be at most 500");
    const points = Array.from({ length: 10_000 }, (_, i) => [Math.cos(i), Math.sin(i)]);
    expect(told({ ...place(), solids: [solid(points)] })).toThrow(/place\.solids\[0\]\.points: .*at most 120/);
  });
});

describe("a charger inside of what is there", () => {
  const inside = (at: [number, number]) => {
    const plan = place({
      solids: [
        {
          id: "shed",
          kind: "house",
          points: [
            [4, 0],
            [8, 0],
            [8, 4],
            [4, 4],
          ],
        },
      ],
      charger: { at, leadLength: 5 },
    });
    return standsInside(plotOf(plan), [parkedCar(front)], (kind) => kind);
  };
  it("names the solid that contains it", () => {
    expect(inside([6, 2])).toBe("the house (shed)");
    expect(inside([0, 0])).toBe('the car on "p"');
  });
  it("is nothing on a wall, before it, or where there is no charger", () => {
    expect(inside([4, 2])).toBe(null);
    expect(inside([3.9, 2])).toBe(null);
    expect(standsInside({ solids: [], parking: [], charger: null }, [], (kind) => kind)).toBe(null);
  });
});
