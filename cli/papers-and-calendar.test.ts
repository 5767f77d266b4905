import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { runCommand } from "#tests/command-line.ts";

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), "heron-paper-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const keep = (name: string, text: string) => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
};

describe("papers on the command line", () => {
  it("are listed, one id in a line, as the case can have them", () => {
    const run = runCommand("paper", ["--list", keep("uk.case.json", JSON.stringify(ukCase()))]);
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout.trim().split("\n")).toContain("network-notification");
    const us = runCommand("paper", ["--list", keep("us.case.json", JSON.stringify(usCase()))]);
    expect(us.stdout).not.toContain("network-notification");
  });
  it("are written as PDF, with nothing on standard output", () => {
    const out = path.join(folder, "materials.pdf");
    const run = runCommand("paper", ["materials", keep("us.case.json", JSON.stringify(usCase())), out]);
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toBe("");
    expect(readFileSync(out).subarray(0, 5).toString()).toBe("%PDF-");
  });
  it("are refused in words: unknown, of another country, or of a case that cannot be read", () => {
    const us = keep("us.case.json", JSON.stringify(usCase()));
    const out = path.join(folder, "none.pdf");
    const broken = keep("broken.case.json", "{");
    for (const [args, words] of [
      [["network-notification", us, out], /has no paper "network-notification"/],
      [["poem", us, out], /has no paper "poem"/],
      [["materials", broken, out], /./],
      [["materials", path.join(folder, "gone.case.json"), out], /no such file/],
      [["materials", us, path.join(folder, "gone", "a.pdf")], /no such file/],
      [["materials", us], /usage/],
      [[], /usage/],
    ] as const) {
      const run = runCommand("paper", [...args]);
      expect(run.status).toBe(2);
      expect(run.stdout).toBe("");
      expect(run.stderr).toMatch(words);
    }
  });
});

describe("the calendar of the command line", () => {
  it("prints the days of a job from a day on, the same each time", () => {
    const file = keep("us.case.json", JSON.stringify(usCase()));
    const run = runCommand("calendar", [file, "--from", "2026-12-07"]);
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toMatch(/^BEGIN:VCALENDAR/);
    expect(run.stdout).toContain("DTSTART;VALUE=DATE:20261207");
    expect(runCommand("calendar", [file, "--from", "2026-12-07"]).stdout).toBe(run.stdout);
  });
  it("is refused without a day, and with one that does not exist", () => {
    const file = keep("us.case.json", JSON.stringify(usCase()));
    for (const args of [[file], [file, "--from"], [file, "--from", "2026-02-30"], [file, "--from", "soon"]]) {
      const run = runCommand("calendar", args);
      expect(run.status).toBe(2);
      expect(run.stdout).toBe("");
      expect(run.stderr).toMatch(/usage|is not a day/);
    }
  });
});
