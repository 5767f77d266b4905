import { describe, expect, it } from "vitest";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { readIntervalFile } from "../intervals/formats/read.ts";
import { type ClampReading, clampFindings, recordingCsv } from "./recorder.ts";

const reading = (amps: number, factor: number, signal = true): ClampReading => ({
  amps,
  watts: amps * 120 * factor,
  volts: 120,
  signal,
});
const codes = (clamps: ClampReading[], generation = false) =>
  clampFindings({ clamps, clampRatingA: 200 }, generation).map((f) => `${f.clamp} ${f.code}`);

describe("how clamps sit", () => {
  it("is derived from the readings: correct, reversed, open, on another conductor, without a signal", () => {
    expect(codes([reading(12, 0.95), reading(9, 0.9)])).toEqual([]);
    expect(codes([reading(12, -0.95), reading(9, 0.9)])).toEqual(["0 reversed"]);
    expect(codes([reading(0.1, 0.9), reading(9, 0.2)])).toEqual(["0 open", "1 wrong-conductor"]);
    expect(codes([reading(9, 0.9, false), reading(230, 0.9)])).toEqual(["0 no-signal", "1 over-rating"]);
    // A trickle says nothing of its direction.
    expect(codes([reading(0.6, -0.9)])).toEqual([]);
  });

  it("may be export where the home has a source of its own", () => {
    const [found] = clampFindings({ clamps: [reading(12, -0.95)], clampRatingA: 200 }, true);
    expect(found?.text).toMatch(/is exporting at the moment, or the clamp is the wrong way round/);
  });
});

describe("a recording", () => {
  it("is read out as a file that Heron reads", () => {
    const startedAtS = Date.UTC(2026, 9, 1) / 1000;
    const csv = recordingCsv(
      { address: "127.0.0.1:4872", intervalS: 60, startedAtS, clamps: [reading(1, 1), reading(1, 1)] },
      [
        [1.5, 2.25],
        [null, 3],
        [2, 4],
      ],
    );
    const { series, quality } = readIntervalFile(csv, necConventions, { zone: "America/Chicago" });
    expect(series).toMatchObject({ unit: "A", intervalS: 60, startS: startedAtS });
    expect(series.phases.length).toBe(2);
    expect(series.clock[0]?.offsetS).toBe(-18_000);
    expect(quality.missing).toBe(1);
  });
});
