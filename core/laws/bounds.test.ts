import { describe, expect, it } from "vitest";
import { assess } from "#core/assess.ts";
import type { AppliedEdit } from "#core/case/document/edit.ts";
import { editSchema } from "#core/case/document/edit.ts";
import type { Patch } from "#core/case/document/patch.ts";
import { MOST } from "#core/case/document/schema.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { MOST_CASE_BYTES } from "#core/limits.ts";
import { parseLoads } from "#core/panel/quick-load.ts";
import { parseNameplate, parseQuantity } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { usCase } from "#core/testing/cases.ts";
import { largestHome } from "#core/testing/largest-home.ts";
import { caseProblems } from "./read.ts";
import { MOST_PROBLEMS } from "./shape.ts";
import { takeEdit } from "./take-edit.ts";

/** The reason why an edit is refused; "accepted" without one. */
function answerTo(patch: Patch, document = usCase(), since: AppliedEdit[] = []): string {
  const taken = takeEdit(document, { patch }, since);
  if (taken.kind !== "refused") return taken.kind;
  return taken.problems.map((p) => `${p.path}: ${p.message}`).join("\n");
}
const add = (path: string, value: unknown): Patch => [{ op: "add", path, value }];
const nested = (levels: number): unknown => (levels === 0 ? 1 : { a: nested(levels - 1) });
/** Longer than this, and one request could hold up everybody. */
const withinS = (seconds: number, work: () => void) => {
  const from = performance.now();
  work();
  expect((performance.now() - from) / 1000).toBeLessThan(seconds);
};

describe("an implausible edit", () => {
  it.each([
    ["half a character", add("/title", "a\ud800"), /title: holds half a character/],
    ["half a character in a name", add("/roof", { "\ud800": 1 }), /roof: has half a character/],
    ["levels without end", add("/roof", nested(13)), /roof\..*: lies too deep: 12 levels at most/],
    ["a place inside a text", add("/title/0", "a"), /nothing at \/title\/0/],
    ["a place inside nothing", add("/garage/door", "a"), /nothing at \/garage\/door/],
    ["a word among the places of a list", add("/loads/first", {}), /no such place in the list at \/loads\/first/],
    ["a place beyond the end of a list", add("/loads/99", {}), /no such place in the list/],
    [
      "another length of a list",
      [{ op: "replace", path: "/loads/length", value: 0 }] as Patch,
      /no such place in the list/,
    ],
    ["what is not there", [{ op: "remove", path: "/loads/99" }] as Patch, /no such place in the list/],
    ["a case above two megabytes", add("/roof", "x".repeat(MOST_CASE_BYTES)), /is too large: a case file may be 2 MB/],
  ])("is refused in words: %s", (_name, patch, words) => {
    expect(answerTo(patch)).toMatch(words);
  });
  it("is taken with twelve levels, and with a name that holds a slash", () => {
    expect(answerTo(add("/roof", nested(10)))).toBe("accepted");
    expect(answerTo([...add("/roof", { "a/b": {} }), ...add("/roof/a~1b/c", 1)])).toBe("accepted");
  });
  it("may make a case that is too large already smaller", () => {
    const large = { ...usCase(), roof: "x".repeat(MOST_CASE_BYTES), wall: "y".repeat(200) };
    expect(answerTo([{ op: "remove", path: "/wall" }], large as never)).toBe("accepted");
  });
  it("is refused where too much has changed since", () => {
    const patch = Array.from({ length: 200 }, () => ({ op: "replace", path: "/title", value: "a" }) as const);
    const since = (count: number): AppliedEdit[] =>
      Array.from({ length: count }, (_, i) => ({ id: `${i}`, revision: i + 1, by: "", at: "", patch }));
    expect(answerTo(patch, usCase(), since(26))).toMatch(/changed too much since/);
    expect(answerTo(patch, usCase(), since(25))).toBe("conflict");
  });
  it.each([
    ["a path of 301 characters", { path: `/${"a".repeat(300)}` }, /at most 300 characters/],
    ["a path of half a megabyte", { path: "/a".repeat(300_000) }, /at most 300 characters/],
    ["a path into what objects are made of", { path: "/__proto__/a" }, /path inside the case/],
    ["a path that is none", { path: "title" }, /path inside the case/],
  ])("is no edit: %s", (_name, changed, words) => {
    const edit = (operation: object) => ({
      id: "12345678",
      baseRevision: 0,
      patch: [{ op: "add", value: 1, ...operation }],
    });
    expect(() => editSchema.validateSync(edit({ path: `/${"a".repeat(299)}` }), { strict: true })).not.toThrow();
    withinS(1, () => expect(() => editSchema.validateSync(edit(changed), { strict: true })).toThrow(words));
  });
  it.each(["short", "ümlaut-12345", "a".repeat(65), "12345678 "])("has no id: %s", (id) => {
    const patch = [{ op: "remove", path: "/a" }];
    expect(() => editSchema.validateSync({ id, baseRevision: 0, patch }, { strict: true })).toThrow();
  });
});

describe("a case that is wrong all over", () => {
  const wrong = (count: number) => ({
    ...usCase(),
    loads: Array.from({ length: count }, () => ({ id: 5, kind: "no" })),
  });
  it("is refused for its lengths before its contents", () => {
    withinS(1, () =>
      expect(caseProblems(wrong(30_000))).toEqual([{ path: "loads", message: "must have at most 200 entries" }]),
    );
  });
  it("reports at most a hundred problems, in the order of the case", () => {
    const problems = caseProblems(wrong(MOST.loads));
    expect(problems).toHaveLength(MOST_PROBLEMS);
    expect(problems.slice(0, 2).map((p) => p.path)).toEqual(["loads[0].id", "loads[0].kind"]);
    const twice = usCase({ loads: Array.from({ length: 200 }, () => ({ id: "a", kind: "range" as const, va: 1 })) });
    expect(caseProblems(twice)).toHaveLength(MOST_PROBLEMS);
  });
  it("has no more pieces than a home, and no more loads that exclude each other", () => {
    const pieces = (quantity: number) =>
      caseProblems(
        usCase({
          loads: [1, 2, 3].map((i) => ({ id: `${i}`, kind: "range", va: 1000, quantity: i < 3 ? 200 : quantity })),
        }),
      ).map((p) => p.path);
    expect(pieces(100)).toEqual([]);
    expect(pieces(101)).toEqual(["loads"]);
    const waiting = (count: number) =>
      caseProblems(
        usCase({
          loads: [
            { id: "dryer", kind: "dryer", va: 5000 },
            ...Array.from({ length: count }, (_, i) => ({
              id: `c${i}`,
              kind: "ev-charger" as const,
              amps: 16,
              volts: 240,
              waitsFor: "dryer",
            })),
          ],
        }),
      ).map((p) => p.path);
    expect(waiting(3)).toEqual([]);
    expect(waiting(4)).toEqual(["loads[4].waitsFor"]);
  });
  it("has no more entries in a table than it has fields", () => {
    const sources = Object.fromEntries(Array.from({ length: 5001 }, (_, i) => [`f${i}`, "read"]));
    expect(caseProblems(usCase({ survey: { sources } as never }))).toEqual([
      { path: "survey.sources", message: "has too many entries" },
    ]);
  });
});

describe("the largest home", () => {
  it.each(["us-nec-2023", "uk-bs7671-2018-a2"] as const)("of %s is read and assessed while a person waits", (rules) => {
    for (const nested of [true, false]) {
      const home = largestHome(rules, nested);
      withinS(6, () => {
        expect(caseProblems(home)).toEqual([]);
        expect(assess(home, DEMO_BOOKS[codebookOf(rules).currency]).ways.length).toBeGreaterThan(3);
      });
    }
  });
});

describe("unlimited input", () => {
  const digits = "1".repeat(100_000);
  it("is refused at once, in words", () => {
    withinS(1, () => {
      expect(parseLoads(digits, codebookOf("us-nec-2023"), 240)).toEqual({
        problem: "What is typed is too long: 300 characters at most",
      });
      expect(parseNameplate(digits)).toMatchObject({ problem: expect.stringMatching(/too long/) });
      expect(parseQuantity(digits, {}, "A")).toMatchObject({ problem: `"${"1".repeat(60)}" is not a number` });
    });
  });
});
