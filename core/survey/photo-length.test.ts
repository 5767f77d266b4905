import { describe, expect, it } from "vitest";
import { lengthOnPhoto } from "./photo-length.ts";
import type { PhotoMark } from "./photo-marks.ts";

const route: PhotoMark = {
  kind: "route",
  points: [
    [0.1, 0.2],
    [0.1, 0.6],
    [0.7, 0.6],
  ],
};
const dimension = (text: string): PhotoMark => ({
  kind: "dimension",
  points: [
    [0.2, 0.5],
    [0.5, 0.5],
  ],
  text,
});
const photo = (...marks: PhotoMark[]) => ({ marks, width: 1000, height: 500 });

describe("the length of a route on a photo", () => {
  it("follows from a distance measured on it", () => {
    // 200 + 600 of its pixels, where 300 are 6 m.
    expect(lengthOnPhoto(photo(route, dimension("6 m")), "ft")).toEqual({ value: 16, unit: "m" });
    expect(lengthOnPhoto(photo(dimension("12"), route, route), "ft")).toEqual({ value: 64, unit: "ft" });
  });
  it("is absent without a route, or without a readable distance", () => {
    expect(lengthOnPhoto(photo(dimension("6 m")), "m")).toBe(null);
    expect(lengthOnPhoto(photo(route), "m")).toBe(null);
    expect(lengthOnPhoto(photo(route, dimension("about so")), "m")).toBe(null);
    expect(lengthOnPhoto(photo(route, dimension("about so"), dimension("3 m")), "m")?.value).toBe(8);
  });
});
