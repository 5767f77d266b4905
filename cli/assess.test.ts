import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { runCommand } from "#tests/command-line.ts";

const run = (args: string[], input?: string) => runCommand("assess", args, input);
const folder = mkdtempSync(path.join(os.tmpdir(), "heron-cli-"));
const file = (name: string, content: unknown) => {
  const at = path.join(folder, name);
  writeFileSync(at, typeof content === "string" ? content : JSON.stringify(content));
  return at;
};

describe("assess", () => {
  it("prints one assessment for one file, and exits 0", () => {
    const args = [file("a.case.json", usCase())];
    const { status, stdout } = run(args);
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({ format: "heron-assessment", governing: "nec-220.83" });
    const byNpm = spawnSync("npm", ["run", "--silent", "assess", "--", ...args], { encoding: "utf8" });
    expect(byNpm).toMatchObject({ status: 0, stdout });
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
  it("prints the home after a way's work, which can be assessed in its turn", () => {
    const { status, stdout } = run(["--after", "dynamic-load-management", file("a.case.json", usCase())]);
    expect(status).toBe(0);
    const after = JSON.parse(stdout);
    expect(after.loads.at(-1)).toMatchObject({ kind: "ev-charger", managed: [{ at: "supply", limitA: 80 }] });
    expect(JSON.parse(run([file("b.case.json", after)]).stdout).findings).toEqual([]);
  });
  it("exits 2 with the reasons where the way is ruled out, and for a way that there is not", () => {
    const out = run(["--after", "dedicated-circuit", file("a.case.json", usCase())]);
    expect({ status: out.status, stdout: out.stdout }).toEqual({ status: 2, stdout: "" });
    expect(out.stderr).toMatch(
      /dedicated-circuit: ruled out: 12 A of charging counts as 30 A; only 18.8 A is spare \(headroom-short/,
    );
    const none = run(["--after", "teleport", file("a.case.json", usCase())]);
    expect(none.status).toBe(2);
    expect(none.stderr).toMatch(/no way "teleport"/);
  });
  it("reports unknown fields and goes on", () => {
    const { status, stderr } = run([file("odd.case.json", { ...usCase(), roof: "slate" })]);
    expect(status).toBe(0);
    expect(stderr).toMatch(/note: roof/);
  });
});
