/** Stored form of interval data: a short description, and the values packed to about a byte each. */
import { array, boolean, number, object, string } from "yup";
import { LONGEST_LINE } from "#core/limits.ts";
import type { ClockChange } from "./clock.ts";
import type { DataFinding, DataQuality } from "./quality.ts";
import { countOf, INTERVAL_UNITS, type IntervalSeries, type IntervalUnit } from "./series.ts";

export interface KeptAbout {
  /** SHA-256 of the file that it was read from: its name in Heron. */
  digest: string;
  /** Name of the file. */
  name: string;
  form: string;
  /** Made up for practice, no measurement. */
  madeUp: boolean;
  unit: IntervalUnit;
  startS: number;
  intervalS: number;
  decimals: number;
  count: number;
  phases: number;
  /** The first holds from the beginning of time. */
  clock: ClockChange[];
  quality: DataQuality;
}

/** Ten years of quarter hours, or a year of ten seconds: more is no measurement of a home. */
const MOST_VALUES = 3_700_000;
const MOST_FINDINGS = 200;

const finding = object({
  code: string().max(40).required(),
  text: string().max(600).required(),
  fromS: number(),
  toS: number(),
  line: number().integer().min(0),
});

/** Validates uploaded descriptions before they are stored. */
export const keptAbout = object({
  digest: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  name: string().max(LONGEST_LINE).required(),
  form: string().max(40).required(),
  madeUp: boolean().required(),
  unit: string()
    .oneOf([...INTERVAL_UNITS])
    .required(),
  startS: number().integer().min(0).max(7.3e9).required(),
  intervalS: number().integer().min(1).max(3600).required(),
  decimals: number().integer().min(0).max(6).required(),
  count: number().integer().min(1).max(MOST_VALUES).required(),
  phases: number().integer().min(1).max(3).required(),
  clock: array(object({ fromS: number().required(), offsetS: number().integer().min(-54_000).max(54_000).required() }))
    .min(1)
    .max(60)
    .required(),
  quality: object({
    days: number().min(0).required(),
    daysCovered: number().min(0).required(),
    missing: number().integer().min(0).required(),
    covered: number().min(0).max(1).required(),
    findings: array(finding).max(MOST_FINDINGS).required(),
  }).required(),
});

/** Before the first change of a clock, as JSON knows no minus infinity. */
const FROM_EVER = -1e12;

/** The stored description of a series. */
export const aboutSeries = (
  series: IntervalSeries,
  quality: DataQuality,
  said: Pick<KeptAbout, "digest" | "name" | "form" | "madeUp">,
): KeptAbout => ({
  ...said,
  unit: series.unit,
  startS: series.startS,
  intervalS: series.intervalS,
  decimals: series.decimals,
  count: countOf(series),
  phases: series.phases.length,
  clock: series.clock.map(({ fromS, offsetS }) => ({ fromS: Math.max(FROM_EVER, fromS), offsetS })),
  quality: { ...quality, findings: quality.findings.slice(0, MOST_FINDINGS) as DataFinding[] },
});

async function through(
  bytes: Uint8Array<ArrayBuffer>,
  stream: CompressionStream | DecompressionStream,
  most: number,
): Promise<Uint8Array> {
  const reader = new Blob([bytes])
    .stream()
    .pipeThrough(stream as ReadableWritablePair<Uint8Array, Uint8Array<ArrayBuffer>>)
    .getReader();
  const pieces: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > most) {
      await reader.cancel();
      throw new RangeError("the values unpack to more than they say");
    }
    pieces.push(value);
  }
  const out = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    out.set(piece, at);
    at += piece.length;
  }
  return out;
}

/** Differences from value to value, their four bytes in rows of their own, deflated. */
export async function packValues({ phases }: Pick<IntervalSeries, "phases">): Promise<Uint8Array> {
  const count = phases[0]?.length ?? 0;
  const rows = new Uint8Array(phases.length * count * 4);
  for (const [p, values] of phases.entries()) {
    const base = p * count * 4;
    let before = 0;
    for (let i = 0; i < count; i++) {
      const value = values[i] as number;
      const step = (value - before) | 0;
      before = value;
      // Small steps either way are small numbers.
      const folded = (step << 1) ^ (step >> 31);
      rows[base + i] = folded;
      rows[base + count + i] = folded >>> 8;
      rows[base + 2 * count + i] = folded >>> 16;
      rows[base + 3 * count + i] = folded >>> 24;
    }
  }
  return through(rows, new CompressionStream("deflate-raw"), Number.POSITIVE_INFINITY);
}

/** Bytes of the values before they are packed. */
const unpackedBytes = ({ count, phases }: Pick<KeptAbout, "count" | "phases">): number => count * phases * 4;

/** Whether packed values unpack to exactly as many bytes as `about` says; the bytes are counted and not stored. */
export async function isPackedAsSaid(bytes: Uint8Array<ArrayBuffer>, about: KeptAbout): Promise<boolean> {
  const most = unpackedBytes(about);
  let size = 0;
  try {
    const stream = new DecompressionStream("deflate-raw") as ReadableWritablePair<Uint8Array, Uint8Array<ArrayBuffer>>;
    const reader = new Blob([bytes]).stream().pipeThrough(stream).getReader();
    for (let read = await reader.read(); !read.done; read = await reader.read()) {
      size += read.value.length;
      if (size > most) {
        await reader.cancel();
        return false;
      }
    }
  } catch {
    return false;
  }
  return size === most;
}

/** @throws where the bytes are not what `about` says */
export async function unpackValues(bytes: Uint8Array, about: KeptAbout): Promise<IntervalSeries> {
  const { count, phases, unit, startS, intervalS, decimals, clock } = about;
  const size = unpackedBytes(about);
  const rows = await through(new Uint8Array(bytes), new DecompressionStream("deflate-raw"), size);
  if (rows.length !== size) throw new RangeError("the values unpack to fewer than they say");
  const lists = Array.from({ length: phases }, (_, p) => {
    const base = p * count * 4;
    const values = new Int32Array(count);
    let before = 0;
    for (let i = 0; i < count; i++) {
      const folded =
        (rows[base + i] as number) |
        ((rows[base + count + i] as number) << 8) |
        ((rows[base + 2 * count + i] as number) << 16) |
        ((rows[base + 3 * count + i] as number) << 24);
      before = (before + ((folded >>> 1) ^ -(folded & 1))) | 0;
      values[i] = before;
    }
    return values;
  });
  return { unit, startS, intervalS, decimals, clock, phases: lists };
}

/** SHA-256 of a file as hexadecimal digits. */
export async function digestOf(bytes: BufferSource): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes));
  return Array.from(digest, (b) => b.toString(16).padStart(2, "0")).join("");
}
