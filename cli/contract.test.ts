/** The published pairs of case and expected answer. */
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { judgeInstallation, withInstallation } from "#core/install/certificate.ts";
import { readCaseText } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";

const FOLDER = path.resolve("tests/contract");

interface Expected {
  fields?: Record<string, unknown>;
  fails?: string[];
  tolerance?: number;
  /** Of the command line, such as `--today 2026-11-24`. */
  arguments?: string[];
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
  const { fields = {}, tolerance = 0.05, arguments: [, today = "2026-12-01"] = [] } = expectedOf(name);
  const { document } = readCaseText(caseText(name));
  const assessment = assess(document);
  const answer = withInstallation(assessment, judgeInstallation(document, assessment, today));
  return Object.entries(fields)
    .filter(([where, wanted]) => !agrees(at(answer, where), wanted, tolerance))
    .map(([where]) => `${where}: ${JSON.stringify(at(answer, where))}`);
}

describe("the contract's pairs", () => {
  it("are all here", () => {
    expect(names.length).toBeGreaterThanOrEqual(12);
  });
  it.each(names.filter((n) => !expectedOf(n).fails))("%s agrees", (name) => {
    expect(differing(name)).toEqual([]);
  });
  it.each(names.filter((n) => expectedOf(n).fails))("%s is refused, path by path", (name) => {
    const file = path.join(FOLDER, `${name}.case.json`);
    const { status, stdout, stderr } = spawnSync("npm", ["run", "--silent", "assess", "--", file], {
      encoding: "utf8",
    });
    expect({ status, stdout }).toEqual({ status: 2, stdout: "" });
    for (const text of expectedOf(name).fails ?? []) expect(stderr).toContain(text);
  });
});
