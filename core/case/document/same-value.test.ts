import fc from "fast-check";
import { expect, it } from "vitest";
import { sameValue } from "./same-value.ts";

it("is equality of JSON (property)", () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
      expect(sameValue(a, structuredClone(a))).toBe(true);
      const sorted = (v: unknown): unknown =>
        Array.isArray(v)
          ? v.map(sorted)
          : v && typeof v === "object"
            ? Object.fromEntries(
                Object.entries(v)
                  .sort(([p], [q]) => (p < q ? -1 : 1))
                  .map(([k, x]) => [k, sorted(x)]),
              )
            : Object.is(v, -0)
              ? 0
              : v;
      expect(sameValue(a, b)).toBe(JSON.stringify(sorted(a)) === JSON.stringify(sorted(b)));
    }),
  );
});
