/** Readings of a clamp recorder, and findings on the position of its clamps. */
import { showA } from "#core/units.ts";
import { CLAMP, INPUT_REGISTERS, type RecordingState, signed32 } from "./registers.ts";

export interface ClampReading {
  /** Current, A, without a direction. */
  amps: number;
  /** Power by the voltage of its own leg or phase, W; below nothing where it flows out, or seems to. */
  watts: number;
  volts: number;
  signal: boolean;
}

/** The clamps of a recorder. @param registers its input registers from 0 on */
export function clampReadings(registers: readonly number[]): ClampReading[] {
  const at = (i: number): number => registers[i] ?? 0;
  return Array.from({ length: at(INPUT_REGISTERS.clamps) }, (_, i) => {
    const base = INPUT_REGISTERS.firstClamp + i * CLAMP.size;
    return {
      amps: signed32(at(base + CLAMP.centiAmps), at(base + CLAMP.centiAmps + 1)) / 100,
      watts: signed32(at(base + CLAMP.watts), at(base + CLAMP.watts + 1)),
      volts: at(base + CLAMP.deciVolts) / 10,
      signal: at(base + CLAMP.signal) === 0,
    };
  });
}

export interface RecorderStatus {
  /** How it is found: "127.0.0.1:4872". */
  address: string;
  clampRatingA: number;
  nominalVolts: number;
  /** What it can do for a check, as bits: those of `RECORDER_ABILITIES`. */
  abilities: number;
  clamps: ClampReading[];
  /** Its own clock, s since 1970. */
  clockS: number;
  state: RecordingState;
  intervalS: number;
  startedAtS: number;
  records: number;
}

/** The length of a recording, days. */
export const recordedDays = ({ records, intervalS }: Pick<RecorderStatus, "records" | "intervalS">): number =>
  (records * intervalS) / 86_400;

/** A house always draws something: less than this is no house, A. */
const NOTHING_A = 0.25;
/** Of what its voltage and current would give, the least that a clamp on its own conductor shows. */
const LEAST_FACTOR = 0.5;
/** Currents below this say little of their direction, A. */
const TELLING_A = 1;

export interface ClampFinding {
  /** From 0. */
  clamp: number;
  code: "no-signal" | "open" | "reversed" | "wrong-conductor" | "over-rating";
  text: string;
}

/**
 * Findings on the position of clamps from one set of readings.
 * @param generation the home has solar or another source: outward current may be correct
 */
export function clampFindings(
  { clamps, clampRatingA }: Pick<RecorderStatus, "clamps" | "clampRatingA">,
  generation: boolean,
): ClampFinding[] {
  return clamps.flatMap(({ amps, signal, volts, watts }, clamp): ClampFinding[] => {
    const name = `Clamp ${clamp + 1}`;
    if (!signal) return [{ clamp, code: "no-signal", text: `${name} gives no signal: check its plug and its lead` }];
    if (amps < NOTHING_A)
      return [
        {
          clamp,
          code: "open",
          text: `${name} reads ${showA(amps)}, next to nothing: its jaws are open, or it is not around a conductor of the supply`,
        },
      ];
    const factor = watts / (volts * amps);
    const over: ClampFinding[] =
      amps > clampRatingA
        ? [
            {
              clamp,
              code: "over-rating",
              text: `${name} reads ${showA(amps)}, more than the ${showA(clampRatingA)} it is made for`,
            },
          ]
        : [];
    if (amps < TELLING_A) return over;
    if (Math.abs(factor) < LEAST_FACTOR)
      return [
        ...over,
        {
          clamp,
          code: "wrong-conductor",
          text: `${name} does not follow the voltage of its leg: it is on another conductor, or around more than one`,
        },
      ];
    if (factor < 0)
      return [
        ...over,
        {
          clamp,
          code: "reversed",
          text: generation
            ? `${name} reads current flowing out: the home is exporting at the moment, or the clamp is the wrong way round`
            : `${name} is the wrong way round: it reads ${showA(amps)} flowing out of a home that generates nothing`,
        },
      ];
    return over;
  });
}

/** A recording as a file that Heron reads like any other; its clock is in UTC. */
export function recordingCsv(
  { address, intervalS, startedAtS, clamps }: Pick<RecorderStatus, "address" | "intervalS" | "startedAtS" | "clamps">,
  records: readonly (readonly (number | null)[])[],
): string {
  const names = clamps.length === 1 ? ["A"] : clamps.map((_, i) => `L${i + 1} (A)`);
  const lines = [`Recorder,${address}`, `Averages over,${intervalS} s`, `start,${names.join(",")}`];
  for (const [i, values] of records.entries()) {
    const at = new Date((startedAtS + i * intervalS) * 1000).toISOString().slice(0, 19);
    lines.push(`${at}Z,${values.map((v) => (v === null ? "" : v.toFixed(2))).join(",")}`);
  }
  return `${lines.join("\n")}\n`;
}
