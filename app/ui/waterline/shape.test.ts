import fc from "fast-check";
import { expect, it } from "vitest";
import { waterlineShape } from "./shape.ts";

const size = { width: 214, height: 430, left: 40, right: 92, labelStep: 31 };
const level = fc.record({
  ratingA: fc.integer({ min: 20, max: 400 }),
  demandA: fc.integer({ min: 0, max: 600 }),
  chargingA: fc.integer({ min: 0, max: 100 }),
  limitA: fc.option(fc.integer({ min: 10, max: 400 })),
});

it("keeps water and tide inside the banks, and draws all above them as overflow", () => {
  fc.assert(
    fc.property(level, (l) => {
      const { basin, water, tide, overflow } = waterlineShape(l, size);
      expect(water.y).toBeGreaterThanOrEqual(basin.top - 1e-6);
      expect(tide.y).toBeGreaterThanOrEqual(basin.top - 1e-6);
      expect(water.y + water.height).toBeCloseTo(basin.bottom, 6);
      expect(tide.y + tide.height).toBeCloseTo(water.y, 6);
      expect(overflow.height > 0).toBe(l.demandA + l.chargingA > l.ratingA);
    }),
  );
});

it("never lets one label cover another", () => {
  fc.assert(
    fc.property(level, (l) => {
      const places = waterlineShape(l, size).labels.map((label) => label.at);
      for (let i = 1; i < places.length; i++)
        expect((places[i] as number) - (places[i - 1] as number)).toBeGreaterThanOrEqual(size.labelStep - 1e-6);
    }),
  );
});

it("draws the same amperes at the same height on a common scale", () => {
  const one = waterlineShape({ ratingA: 100, demandA: 50, chargingA: 0, limitA: null }, { ...size, scaleA: 250 });
  const other = waterlineShape({ ratingA: 200, demandA: 50, chargingA: 30, limitA: null }, { ...size, scaleA: 250 });
  expect(one.water.y).toBe(other.water.y);
});
