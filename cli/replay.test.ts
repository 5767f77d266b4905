import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { runCommand } from "#tests/command-line.ts";

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), "heron-replay-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const keep = (name: string, text: string) => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
};
/** Three days of minutes: quiet, but for one evening at 78 A until midnight. */
const minutes = (value: (minute: number) => number) =>
  `start,A\n${Array.from({ length: 3 * 1440 }, (_, k) => `${new Date(Date.UTC(2025, 0, 6) + k * 60_000).toISOString().slice(0, 16)},${value(k)}`).join("\n")}\n`;

describe("the replay of the command line", () => {
  it("replays the data beside a case as long as it lasts, the same each time", () => {
    keep(
      "house.csv",
      minutes((k) => (k >= 1200 && k < 1440 ? 78 : 10)),
    );
    const file = keep(
      "a.case.json",
      JSON.stringify(usCase({ measured: { source: "utility-year", file: "house.csv" } })),
    );
    const run = runCommand("replay", [file, "--step", "60", "--way", "dynamic-load-management", "--years", "7"]);
    expect(run.status, run.stderr).toBe(0);
    const answer = JSON.parse(run.stdout);
    expect(answer).toMatchObject({ format: "heron-replay", house: "interval-data", step: 60, steps: 3 * 1440 });
    expect(answer.ways).toEqual([
      expect.objectContaining({ way: "dynamic-load-management", nights: 2, nightsMet: 2, secondsOverRating: 0 }),
    ]);
    expect(answer.ways[0].kWhPerNightMean).toBeCloseTo(12, 9);
    expect(answer.ways[0].throttledSeconds).toBeGreaterThan(4 * 3600);
    expect(answer.stepsPerSecond).toBeGreaterThan(0);
    expect(
      JSON.parse(runCommand("replay", [file, "--step", "60", "--way", "dynamic-load-management"]).stdout).ways,
    ).toEqual(answer.ways);
    // The same file is what `assess` measures by: three days are an indication only.
    const assessed = JSON.parse(runCommand("assess", [file]).stdout);
    expect(assessed.calculations.find((c: { method: string }) => c.method === "nec-220.87")).toMatchObject({
      applies: false,
    });
    expect(assessed.calculations[0].demandA).toBeCloseTo(1.25 * 78, 6);
  });

  it("makes days up where there is no data, by seed and years", () => {
    const file = keep("b.case.json", JSON.stringify(usCase()));
    const answer = JSON.parse(runCommand("replay", ["--step", "60", "--seed", "5", "--years", "2", file]).stdout);
    expect(answer).toMatchObject({ house: "made-up", seed: 5, years: 2 });
    expect(answer.ways.map((w: { nights: number }) => w.nights)).toEqual(answer.ways.map(() => 728));
  });

  it.each([
    ["a step beyond a minute", ["--step", "61"], "--step: must be a whole number from 1 to 60"],
    ["a seed that is none", ["--seed", "x"], "--seed: must be a whole number"],
    ["an unknown way", ["--way", "magic"], '--way: no way "magic"'],
    ["an option that is none", ["--fast"], "usage: npm run --silent replay"],
    ["a way that is ruled out", ["--way", "existing-outlet"], "existing-outlet: "],
  ])("refuses %s", (_name, args, message) => {
    const file = keep("c.case.json", JSON.stringify(usCase()));
    const run = runCommand("replay", [file, ...args]);
    expect([run.status, run.stdout]).toEqual([2, ""]);
    expect(run.stderr).toContain(message);
  });

  it("names the line of a file that cannot be read, or the file that is not there", () => {
    keep("bad.csv", "start,A\n2025-01-01T00:00,1\n2025-02-30T00:00,2\n");
    const bad = runCommand("replay", [
      keep("d.case.json", JSON.stringify(usCase({ measured: { source: "recorder", file: "bad.csv" } }))),
    ]);
    expect([bad.status, bad.stdout]).toEqual([2, ""]);
    expect(bad.stderr).toContain(
      'measured.file: bad.csv: line 3: "2025-02-30T00:00" is not a date and time that exists',
    );
    const none = runCommand("assess", [
      keep("e.case.json", JSON.stringify(usCase({ measured: { source: "recorder", file: "none.csv" } }))),
    ]);
    expect([none.status, none.stdout]).toEqual([2, ""]);
    expect(none.stderr).toContain("measured.file: none.csv cannot be read (ENOENT)");
  });
});
