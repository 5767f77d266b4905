import { describe, expect, it } from "vitest";
import { clampFindings, recordedDays } from "#core/energy/recorder/recorder.ts";
import {
  CLAMP,
  CLAMP_TROUBLES,
  HOLDING_REGISTERS,
  INPUT_REGISTERS,
  NO_VALUE,
  PAGE_REGISTERS,
  RECORDER_COMMANDS,
  RECORDER_MAGIC,
  recordsAPage,
  signed16,
  signed32,
  unsigned32,
} from "#core/energy/recorder/registers.ts";
import { scriptedHouse } from "./house.ts";
import { Recorder } from "./recorder.ts";

describe("the stand-in of the recorder", () => {
  const made = (clamps = 2) => {
    let now = Date.UTC(2026, 10, 26);
    const settings = { clamps, volts: 120, clampRatingA: 200, speed: 86_400, days: 3 };
    const recorder = new Recorder(scriptedHouse(clamps, 7), settings, () => now);
    return { recorder, pass: (ms: number) => (now += ms) };
  };
  const two = (recorder: Recorder, at: number) => unsigned32(recorder.input(at), recorder.input(at + 1));

  it("says what it is and reads currents that follow the voltage of their legs", () => {
    const { recorder } = made();
    expect([
      recorder.input(INPUT_REGISTERS.magic),
      recorder.input(INPUT_REGISTERS.clamps),
      recorder.input(INPUT_REGISTERS.clampRatingA),
    ]).toEqual([RECORDER_MAGIC, 2, 200]);
    const amps =
      signed32(recorder.input(INPUT_REGISTERS.firstClamp), recorder.input(INPUT_REGISTERS.firstClamp + 1)) / 100;
    const watts = signed32(
      recorder.input(INPUT_REGISTERS.firstClamp + CLAMP.watts),
      recorder.input(INPUT_REGISTERS.firstClamp + CLAMP.watts + 1),
    );
    expect(watts / (amps * 120)).toBeCloseTo(0.96, 1);
  });

  it("records with its clock running fast, until it is full", () => {
    const { recorder, pass } = made();
    recorder.write(HOLDING_REGISTERS.command, RECORDER_COMMANDS.start);
    pass(1000);
    expect([recorder.input(INPUT_REGISTERS.state), two(recorder, INPUT_REGISTERS.records)]).toEqual([1, 1440]);
    pass(60_000);
    expect([recorder.input(INPUT_REGISTERS.state), two(recorder, INPUT_REGISTERS.records)]).toEqual([2, 3 * 1440]);
    expect(recordedDays({ records: 3 * 1440, intervalS: 60 })).toBe(3);
    const size = recordsAPage(2);
    recorder.write(HOLDING_REGISTERS.page, 2);
    expect([
      two(recorder, INPUT_REGISTERS.page + PAGE_REGISTERS.first),
      recorder.input(INPUT_REGISTERS.page + PAGE_REGISTERS.count),
    ]).toEqual([2 * size, size]);
    recorder.write(HOLDING_REGISTERS.page, Math.floor((3 * 1440) / size));
    expect(recorder.input(INPUT_REGISTERS.page + PAGE_REGISTERS.count)).toBe((3 * 1440) % size);
  });

  it("simulates the requested faults", () => {
    const faults = CLAMP_TROUBLES.map((trouble, number) => {
      const { recorder } = made(1);
      recorder.write(HOLDING_REGISTERS.faults, number);
      expect(recorder.holding(HOLDING_REGISTERS.faults)).toBe(number);
      const base = INPUT_REGISTERS.firstClamp;
      const clamps = [
        {
          amps: signed32(recorder.input(base), recorder.input(base + 1)) / 100,
          watts: signed32(recorder.input(base + CLAMP.watts), recorder.input(base + CLAMP.watts + 1)),
          volts: recorder.input(base + CLAMP.deciVolts) / 10,
          signal: recorder.input(base + CLAMP.signal) === 0,
        },
      ];
      return [trouble, ...clampFindings({ clamps, clampRatingA: 200 }, false).map((f) => f.code)];
    });
    expect(faults).toEqual([
      ["none"],
      ["reversed", "reversed"],
      ["open", "open"],
      ["wrong-conductor", "wrong-conductor"],
      ["wrong-ratio"],
      ["no-signal", "no-signal"],
      ["noise"],
    ]);
  });

  it("records a turned clamp below nothing and a lost one not at all", () => {
    const { recorder, pass } = made();
    recorder.write(HOLDING_REGISTERS.faults, CLAMP_TROUBLES.indexOf("reversed"));
    recorder.write(HOLDING_REGISTERS.faults + 1, CLAMP_TROUBLES.indexOf("no-signal"));
    recorder.write(HOLDING_REGISTERS.command, RECORDER_COMMANDS.start);
    pass(1000);
    expect(signed16(recorder.input(INPUT_REGISTERS.page + PAGE_REGISTERS.values))).toBeLessThan(0);
    expect(recorder.input(INPUT_REGISTERS.page + PAGE_REGISTERS.values + 1)).toBe(NO_VALUE);
  });
});
