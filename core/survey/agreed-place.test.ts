import { describe, expect, it } from "vitest";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { chargerOutline } from "./agreed-place.ts";
import type { MarkPoint, PhotoMark } from "./photo-marks.ts";

const route: PhotoMark = {
  kind: "route",
  points: [
    [0.1, 0.9],
    [0.5, 0.5],
  ],
};
const dimension = (text: string): PhotoMark => {
  const points: [MarkPoint, MarkPoint] = [
    [0.1, 0.2],
    [0.6, 0.2],
  ];
  return { kind: "dimension", points, text };
};
const picture = (...marks: PhotoMark[]) => ({ width: 1000, height: 800, marks });

describe("the charger's outline on a picture", () => {
  it("stands at the end of the route, as large as the dimension on the picture says", () => {
    // 500 pixels are 2 m, so 0.3 m are 75 pixels.
    expect(chargerOutline(picture(route, dimension("2 m")), ukCase())).toEqual({
      x: 462.5,
      y: 400 - 97.5 / 2,
      width: 75,
      height: 97.5,
    });
  });
  it("has the width that was entered, in the unit of the plan", () => {
    const wide = ukCase({ place: { unit: "m", charger: { at: [0, 0], width: 0.4 } } });
    expect(chargerOutline(picture(route, dimension("2 m")), wide)?.width).toBe(100);
    const feet = usCase({ place: { unit: "ft", charger: { at: [0, 0], width: 1 } } });
    expect(chargerOutline(picture(route, dimension("5 ft")), feet)?.width).toBeCloseTo(100, 6);
  });
  it("reads a length without a unit in that of the country", () => {
    expect(chargerOutline(picture(route, dimension("2")), ukCase())?.width).toBe(75);
    expect(chargerOutline(picture(route, dimension("6.5616798")), usCase())?.width).toBeCloseTo(75, 4);
  });
  it("needs a route and a dimension that is understood", () => {
    expect(chargerOutline(picture(dimension("2 m")), ukCase())).toBeNull();
    expect(chargerOutline(picture(route), ukCase())).toBeNull();
    expect(chargerOutline(picture(route, dimension("length?")), ukCase())).toBeNull();
    expect(chargerOutline(picture(route, dimension("length?"), dimension("2 m")), ukCase())).not.toBeNull();
  });
});
