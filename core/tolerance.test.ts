import { expect, it } from "vitest";
import { exceeds, isSameFigure, roundedDown, roundedUp } from "./tolerance.ts";

it("ignores what rounding adds to a sum", () => {
  expect(0.1 + 0.2 > 0.3).toBe(true);
  expect(exceeds(0.1 + 0.2, 0.3)).toBe(false);
  expect(exceeds(0.3 + 1e-8, 0.3)).toBe(true);
  expect(exceeds(0.3, 0.3)).toBe(false);
});

it("takes figures as the same that differ by rounding only", () => {
  expect(isSameFigure(0.1 + 0.2, 0.3)).toBe(true);
  expect(isSameFigure(0.3, 0.1 + 0.2)).toBe(true);
  expect(isSameFigure(0.3, 0.300_000_01)).toBe(false);
});

it("keeps a whole number that rounding has moved", () => {
  expect(0.07 * 100).not.toBe(7);
  expect(roundedUp(0.07 * 100)).toBe(7);
  expect(roundedUp(7.001)).toBe(8);
  expect(roundedDown(0.29 * 100)).toBe(29);
  expect(roundedDown(28.999)).toBe(28);
});
