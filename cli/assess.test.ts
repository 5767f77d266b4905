import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { ukCase, usCase } from "../core/testing/cases.ts";

const run = (args: string[], input?: string) =>
  spawnSync("npm", ["run", "--silent", "assess", "--", ...args], { encoding: "utf8", input });
const folder = mkdtempSync(path.join(os.tmpdir(), "heron-cli-"));
const file = (name: string, content: unknown) => {
  const at = path.join(folder, name);
  writeFileSync(at, typeof content === "string" ? content : JSON.stringify(content));
  return at;
};

describe("assess", () => {
  it("prints one assessment for one file, and exits 0", () => {
    const { status, stdout } = run([file("a.case.json", usCase())]);
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({ format: "heron-assessment", governing: "nec-220.83" });
  });
  it("prints one line a file for several, and reads standard input", () => {
    const { stdout } = run([file("a.case.json", usCase()), "-"], JSON.stringify(ukCase()));
    expect(
      stdout
        .trim()
        .split("\n")
        .map((l) => JSON.parse(l).rules),
    ).toEqual(["us-nec-2023", "uk-bs7671-2018-a2"]);
  });
  it("names each offending path, prints nothing on standard output, and exits 2", () => {
    const bad = { ...usCase(), rules: "us-nec-1899", loads: [{ id: "a", kind: "range", va: -5 }] };
    const { status, stdout, stderr } = run([file("bad.case.json", bad)]);
    expect({ status, stdout }).toEqual({ status: 2, stdout: "" });
    expect(stderr).toMatch(/^rules: must be one of/m);
    expect(stderr).toMatch(/^loads\[0\]\.va: must be greater than 0$/m);
  });
  it.each([
    ["a file that is not there", ["/nowhere/x.case.json"], /cannot be read/],
    ["no file", [], /usage/],
    ["what is not JSON", [file("not.json", "{")], /is not JSON/],
  ])("refuses %s", (_name, args, words) => {
    const { status, stdout, stderr } = run(args);
    expect({ status, stdout }).toEqual({ status: 2, stdout: "" });
    expect(stderr).toMatch(words);
  });
  it("reports unknown fields and goes on", () => {
    const { status, stderr } = run([file("odd.case.json", { ...usCase(), roof: "slate" })]);
    expect(status).toBe(0);
    expect(stderr).toMatch(/note: roof/);
  });
});

/** The published pairs, where the shared folder stands beside the checkout; circuits come with the circuit step. */
const SHARED = path.resolve("../shared/contract");
const NOT_YET = new Set(["uk-circuit-30m", "us-circuit-48"]);
const names = existsSync(SHARED)
  ? readdirSync(path.join(SHARED, "examples"))
      .filter((f) => f.endsWith(".case.json"))
      .map((f) => f.replace(".case.json", ""))
  : [];

describe.skipIf(names.length === 0)("the contract's examples", () => {
  it.each(names.filter((n) => !NOT_YET.has(n)))("%s agrees", (name) => {
    const pair = [`examples/${name}.case.json`, `examples/${name}.expected.json`].map((f) => path.join(SHARED, f));
    const { stdout } = spawnSync("node", [path.join(SHARED, "check.mjs"), ".", ...pair], { encoding: "utf8" });
    expect(stdout).toMatch(/1 passed, 0 failed/);
  });
});
