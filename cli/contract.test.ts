/** The published pairs of case and expected answer; those of unfinished parts are in one list by name. */
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { readCaseText } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";

const FOLDER = path.resolve("tests/contract");
/** Test results come with their own step; a pair that agrees leaves this list. */
const NOT_BUILT = ["uk-tests-good"];

interface Expected {
  fields?: Record<string, unknown>;
  fails?: string[];
  tolerance?: number;
}
const names = readdirSync(FOLDER)
  .filter((f) => f.endsWith(".case.json"))
  .map((f) => f.replace(".case.json", ""));
const expectedOf = (name: string): Expected =>
  JSON.parse(readFileSync(path.join(FOLDER, `${name}.expected.json`), "utf8"));
const caseText = (name: string) => readFileSync(path.join(FOLDER, `${name}.case.json`), "utf8");

/** `ways[way=dedicated-circuit].chargeA`, step by step. */
function at(root: unknown, where: string): unknown {
  return (where.match(/\[[^\]]+\]|[^.[\]]+/g) ?? []).reduce<unknown>((value, part) => {
    const named = /^\[([\w-]+)=(.+)\]$/.exec(part);
    if (named && Array.isArray(value))
      return value.find((v) => String((v as Record<string, unknown>)[named[1] as string]) === named[2]);
    return (value as Record<string, unknown> | undefined | null)?.[part.replace(/^\[|\]$/g, "")];
  }, root);
}

function agrees(actual: unknown, wanted: unknown, tolerance: number): boolean {
  if (typeof wanted === "number") return typeof actual === "number" && Math.abs(actual - wanted) <= tolerance;
  if (typeof wanted !== "object" || wanted === null) return actual === wanted;
  const rule = wanted as { oneOf?: unknown[]; includes?: unknown; min?: number; max?: number };
  if (rule.oneOf) return rule.oneOf.includes(actual);
  if (rule.includes !== undefined)
    return typeof actual === "string"
      ? actual.includes(String(rule.includes))
      : Array.isArray(actual) && actual.some((v) => v === rule.includes || v?.code === rule.includes);
  return typeof actual === "number" && actual >= (rule.min ?? -Infinity) && actual <= (rule.max ?? Infinity);
}

/** The fields that differ, as the command line would answer. */
function differing(name: string): string[] {
  const { fields = {}, tolerance = 0.05 } = expectedOf(name);
  const answer = JSON.parse(JSON.stringify(assess(readCaseText(caseText(name)).document)));
  return Object.entries(fields)
    .filter(([where, wanted]) => !agrees(at(answer, where), wanted, tolerance))
    .map(([where]) => `${where}: ${JSON.stringify(at(answer, where))}`);
}

const built = names.filter((n) => !NOT_BUILT.includes(n));

describe("the contract's pairs", () => {
  it("are all here", () => {
    expect(names.length).toBeGreaterThanOrEqual(12);
    for (const name of NOT_BUILT) expect(names).toContain(name);
  });
  it.each(built.filter((n) => !expectedOf(n).fails))("%s agrees", (name) => {
    expect(differing(name)).toEqual([]);
  });
  it.each(NOT_BUILT)("%s is not built yet", (name) => {
    expect(differing(name).length).toBeGreaterThan(0);
  });
  it.each(built.filter((n) => expectedOf(n).fails))("%s is refused, path by path", (name) => {
    const file = path.join(FOLDER, `${name}.case.json`);
    const { status, stdout, stderr } = spawnSync("npm", ["run", "--silent", "assess", "--", file], {
      encoding: "utf8",
    });
    expect({ status, stdout }).toEqual({ status: 2, stdout: "" });
    for (const text of expectedOf(name).fails ?? []) expect(stderr).toContain(text);
  });
});
