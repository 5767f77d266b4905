import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { firstPlace, positionsOf } from "#core/panel/slots.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { CODEBOOKS } from "./editions.ts";
import { codebookOf } from "./index.ts";

const nec2023 = codebookOf("us-nec-2023");
const nec2020 = codebookOf("us-nec-2020");
const uk = codebookOf("uk-bs7671-2018-a2");

describe("every edition", () => {
  it.each(CODEBOOKS.map((c) => [c.id, c] as const))(
    "%s is complete: settings rise, one method always applies, kinds are distinct",
    (_id, book) => {
      const { settingsA } = book.charging;
      expect([...settingsA].sort((a, b) => a - b)).toEqual(settingsA);
      expect([...book.supplyRatingsA].sort((a, b) => a - b)).toEqual(book.supplyRatingsA);
      expect(new Set(book.loadKinds.map((k) => k.kind)).size).toBe(book.loadKinds.length);
      expect(new Set(book.methods.map((m) => m.id)).size).toBe(book.methods.length);
      for (const load of book.startLoads) expect(book.loadKinds.map((k) => k.kind)).toContain(load.kind);
    },
  );
  it.each(CODEBOOKS.map((c) => [c.id, c] as const))(
    "%s: a device carries its charging current, and more charging never takes a smaller device",
    (_id, book) => {
      let before = 0;
      for (const chargeA of book.charging.settingsA) {
        const device = book.charging.deviceA(chargeA);
        expect(book.charging.chargeOnCircuitA(device)).toBeGreaterThanOrEqual(chargeA - 1e-9);
        expect(device).toBeGreaterThanOrEqual(before);
        before = device;
      }
    },
  );
});

describe("NEC", () => {
  it.each([
    [12, 15],
    [16, 20],
    [24, 30],
    [32, 40],
    [40, 50],
    [48, 60],
    [80, 100],
    [30, 40],
  ])("puts %i A of charging on a %i A device", (chargeA, deviceA) => {
    expect(nec2023.charging.deviceA(chargeA)).toBe(deviceA);
  });
  it.each([
    [nec2023, 12, "outside-125", 7200],
    [nec2023, 12, "outside-100", 7200],
    [nec2023, 32, "outside-125", 9600],
    [nec2023, 32, "outside-100", 7680],
    [nec2020, 12, "outside-125", 3600],
    [nec2020, 12, "outside-100", 2880],
  ] as const)("counts a charger by edition and treatment", (book, chargeA, treatment, va) => {
    expect(book.charging.counted(chargeA, 240, treatment).va).toBe(va);
  });
  it("never manages above 80 % of a rating (property)", () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 400 }), (ratingA) => {
        const { limitA } = nec2023.managed.limitA(ratingA, undefined);
        expect(limitA).toBeLessThanOrEqual(0.8 * ratingA + 1e-9);
        expect(limitA).toBeGreaterThan(0.8 * ratingA - 1);
      }),
    );
  });
});

describe("the United Kingdom", () => {
  it("puts 32 A on a 40 A device unless the job says 32", () => {
    expect([
      uk.charging.deviceA(32),
      uk.charging.deviceA(32, 32),
      uk.charging.deviceA(16),
      uk.charging.deviceA(13),
    ]).toEqual([40, 32, 16, 16]);
  });
  it("keeps a margin below the cut-out", () => {
    expect([uk.managed.limitA(80, undefined).limitA, uk.managed.limitA(100, 5).limitA]).toEqual([79, 95]);
  });
});

describe("spaces of a panel", () => {
  const panel = (positions: [number, number][], spaces = 6) => ({
    id: "p",
    spaces,
    circuits: positions.map(([position, poles], i) => ({ id: `c${i}`, position, poles })),
  });
  it("run down the columns by odd and even in the US, one after the other in the UK", () => {
    expect(positionsOf({ id: "c", position: 1, poles: 2 }, nec2023)).toEqual([1, 3]);
    expect(positionsOf({ id: "c", position: 1, poles: 2 }, uk)).toEqual([1, 2]);
  });
  it("are found for a two-pole device only in one column", () => {
    const found = (...positions: [number, number][]) => {
      const { circuits = [], spaces = 0 } = panel(positions);
      return firstPlace({ poles: 2 }, circuits, spaces, nec2023);
    };
    expect(found([1, 1], [4, 1])).toBe(3);
    expect(found([3, 1], [4, 1])).toBeNull();
    expect(found([1, 2], [2, 2])).toBeNull();
  });
  it("are counted where they have been recorded, with devices that have no place yet", () => {
    expect(countSpaces({ id: "p" }, uk)).toBeNull();
    const count = countSpaces(panel([[1, 2]]), nec2023);
    expect(count).toEqual({ total: 6, used: 2, free: 4, unplaced: 0 });
    expect(countSpaces({ id: "p", spaces: 6, circuits: [{ id: "c", poles: 2 }] }, uk)).toEqual({
      total: 6,
      used: 2,
      free: 4,
      unplaced: 2,
    });
  });
});
