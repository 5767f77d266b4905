/** The page asks before it edits: what it lets through, the server must take. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { applyPatch } from "../document/patch.ts";
import { setValue } from "../document/set-value.ts";
import type { CaseDocument, Circuit } from "../document/types.ts";
import { clashProblem, fieldProblem } from "./field.ts";
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
])(
  "whatever is typed or chosen one after the other, the case stays one that the server takes: %s (property)",
  (_, start) => {
    expect(caseProblems(start)).toEqual([]);
    let taken = 0;
    fc.assert(
      fc.property(fc.array(field, { maxLength: 12 }), (typed) => {
        let document = start;
        for (const [pointer, value] of typed) {
          if (value !== undefined && fieldProblem(pointer, value)) continue;
          if (clashProblem(document, pointer, value)) continue;
          document = applyPatch(document, setValue(document, pointer, value));
          taken++;
          expect(caseProblems(document)).toEqual([]);
        }
      }),
    );
    expect(taken).toBeGreaterThan(20);
  },
);
