/** Readings out of Green Button XML (ESPI): usage points with interval blocks, in Wh or W, by their power of ten. */
import { SaxesParser } from "saxes";
import type { FileReadings } from "../grid.ts";
import type { DataFinding } from "../quality.ts";
import { ProblemList, refuseFile } from "./problems.ts";

const CHUNK = 1 << 18;
/** ESPI UomType: what a reading is in. */
const UOM: Readonly<Record<number, { unit: "kWh" | "kW" | "A"; over: number; name: string }>> = {
  72: { unit: "kWh", over: 1000, name: "Wh" },
  38: { unit: "kW", over: 1000, name: "W" },
  5: { unit: "A", over: 1, name: "A" },
};
const REVERSE = 19;
const ELECTRICITY = 0;
/** ESPI AccumulationBehaviour of a counter that runs on. */
const COUNTERS = [3, 9];

/** Zones of the United States by standard time, s; where the clock is never changed, no zone is needed. */
const US_ZONES: Readonly<Record<number, string>> = {
  [-18_000]: "America/New_York",
  [-21_600]: "America/Chicago",
  [-25_200]: "America/Denver",
  [-28_800]: "America/Los_Angeles",
  [-32_400]: "America/Anchorage",
  [-36_000]: "Pacific/Honolulu",
};

interface Entry {
  self: string;
  up: string;
  related: string[];
}
interface Block extends Entry {
  starts: number[];
  durations: number[];
  values: number[];
  lines: number[];
}
interface ReadingType extends Entry {
  uom: number;
  power: number;
  flow: number;
  accumulation: number;
  intervalS: number;
}
interface UsagePoint extends Entry {
  kind: number | null;
}

/** Whether a text begins like XML. */
export const looksLikeXml = (text: string): boolean =>
  /^\s*(<\?xml|<feed|<\w+:feed|<!DOCTYPE|<!--)/i.test(text.slice(0, 400));

const locals = new Map<string, string>();
/** The name of a tag without its prefix; few names come again and again. */
function local(name: string): string {
  const known = locals.get(name);
  if (known !== undefined) return known;
  const found = name.slice(name.indexOf(":") + 1);
  if (locals.size < 500) locals.set(name, found);
  return found;
}

/**
 * @param text the whole file
 * @param onProgress receives the share that has been read, 0 to 1
 * @throws IntervalDataRefused
 */
export function readGreenButton(
  text: string,
  { zone, usualZone }: { zone: string | null; usualZone: string },
  onProgress: (share: number) => void = () => {},
): { readings: FileReadings; findings: DataFinding[] } {
  const problems = new ProblemList();
  const parser = new SaxesParser({ position: true });
  const blocks: Block[] = [];
  const types: ReadingType[] = [];
  const meters: Entry[] = [];
  const points: UsagePoint[] = [];
  let tzOffset: number | null = null;
  let entry: Entry = { self: "", up: "", related: [] };
  let kind: "block" | "type" | "meter" | "point" | null = null;
  let block: Block | null = null;
  let type: ReadingType | null = null;
  let point: UsagePoint | null = null;
  let inReading = false;
  let inService = false;
  let [start, duration, value] = [Number.NaN, Number.NaN, Number.NaN];
  let content = "";
  let seenFeed = false;

  const fail = (message: string): never => refuseFile(message, parser.line);
  parser.on("doctype", () => fail("the file declares a document type of its own; entities are not read"));
  parser.on("error", (error) => {
    const said = error.message.replace(/^\d+:\d+: /, "");
    fail(
      /unclosed|unexpected end|incomplete/i.test(said)
        ? `the file breaks off here: ${said}`
        : /entity/i.test(said)
          ? "an entity stands here that is not read"
          : `this is no well-formed XML: ${said}`,
    );
  });
  parser.on("opentag", (tag) => {
    content = "";
    switch (local(tag.name)) {
      case "feed":
        seenFeed = true;
        break;
      case "entry":
        entry = { self: "", up: "", related: [] };
        [kind, block, type, point] = [null, null, null, null];
        break;
      case "link": {
        const { rel, href } = tag.attributes as Readonly<Record<string, string>>;
        if (rel === "self") entry.self = href ?? "";
        else if (rel === "up") entry.up = href ?? "";
        else if (rel === "related" && href) entry.related.push(href);
        break;
      }
      case "IntervalBlock":
        kind = "block";
        block = { ...entry, starts: [], durations: [], values: [], lines: [] };
        blocks.push(block);
        break;
      case "ReadingType":
        kind = "type";
        type = { ...entry, uom: Number.NaN, power: 0, flow: 1, accumulation: 4, intervalS: 0 };
        types.push(type);
        break;
      case "MeterReading":
        kind = "meter";
        meters.push(entry);
        break;
      case "UsagePoint":
        kind = "point";
        point = { ...entry, kind: null };
        points.push(point);
        break;
      case "ServiceCategory":
        inService = true;
        break;
      case "IntervalReading":
        inReading = true;
        [start, duration, value] = [Number.NaN, Number.NaN, Number.NaN];
        break;
    }
  });
  parser.on("text", (piece) => {
    content += piece;
  });
  parser.on("closetag", (tag) => {
    const name = local(tag.name);
    const text = content;
    content = "";
    switch (name) {
      case "IntervalReading":
        inReading = false;
        if (!Number.isFinite(start)) problems.add(parser.line, "this reading has no start that can be read");
        else if (!Number.isFinite(value)) problems.add(parser.line, "this reading has no value that can be read");
        else if (block) {
          block.starts.push(start);
          block.durations.push(duration);
          block.values.push(value);
          block.lines.push(parser.line);
        }
        return;
      case "start":
        if (inReading) start = text.trim() === "" ? Number.NaN : Number(text);
        return;
      case "duration":
        if (inReading) duration = Number(text);
        return;
      case "value":
        if (inReading) value = text.trim() === "" ? Number.NaN : Number(text);
        return;
      case "uom":
        if (type) type.uom = Number(text);
        return;
      case "powerOfTenMultiplier":
        if (type) type.power = Number(text);
        return;
      case "flowDirection":
        if (type) type.flow = Number(text);
        return;
      case "accumulationBehaviour":
        if (type) type.accumulation = Number(text);
        return;
      case "intervalLength":
        if (type) type.intervalS = Number(text);
        return;
      case "ServiceCategory":
        inService = false;
        return;
      case "kind":
        if (inService && point) point.kind = Number(text);
        return;
      case "tzOffset":
        tzOffset = Number(text);
        return;
      case "entry": {
        // Links may follow the entry that they belong to.
        const made = kind === "block" ? block : kind === "type" ? type : kind === "point" ? point : null;
        if (made) Object.assign(made, { self: entry.self, up: entry.up, related: entry.related });
        return;
      }
    }
  });
  for (let at = 0; at < text.length; at += CHUNK) {
    parser.write(text.slice(at, at + CHUNK));
    onProgress(Math.min(1, (at + CHUNK) / text.length));
  }
  try {
    parser.close();
  } catch (error) {
    problems.refuse();
    throw error;
  }
  problems.refuse();
  if (!seenFeed && blocks.length === 0) refuseFile("this XML holds no interval blocks: it is no Green Button file");
  const told = zone ?? (tzOffset === null ? null : (US_ZONES[tzOffset] ?? null));
  return assemble({ blocks, types, meters, points }, told ?? usualZone);
}

/** The reading type of a block: through the meter reading above it, or the only one there is. */
function typeOf(block: Block, { types, meters }: { types: ReadingType[]; meters: Entry[] }): ReadingType | null {
  const above = block.up || block.self;
  const meter = meters.find((m) => m.self !== "" && (above.startsWith(`${m.self}/`) || above === m.self));
  const found = meter && types.find((t) => meter.related.some((r) => r === t.self && t.self !== ""));
  return found ?? (types.length === 1 ? (types[0] as ReadingType) : null);
}

/** Whether a block is of another service than electricity. */
const isOtherService = (block: Block, points: readonly UsagePoint[]): boolean => {
  const above = block.up || block.self;
  const point = points.find((p) => p.self !== "" && above.startsWith(`${p.self}/`));
  return (point?.kind ?? ELECTRICITY) !== ELECTRICITY;
};

function assemble(
  file: { blocks: Block[]; types: ReadingType[]; meters: Entry[]; points: UsagePoint[] },
  zone: string,
): { readings: FileReadings; findings: DataFinding[] } {
  const findings: DataFinding[] = [];
  const own = file.blocks.filter((b) => !isOtherService(b, file.points));
  const others = file.blocks.length - own.length;
  if (others > 0)
    findings.push({ code: "skipped-rows", text: `${others} blocks of another service than electricity are left out` });
  const homes = new Set(
    own.flatMap((b) =>
      file.points.filter((p) => p.self !== "" && (b.up || b.self).startsWith(`${p.self}/`)).map((p) => p.self),
    ),
  );
  if (homes.size > 1)
    refuseFile(`it holds ${homes.size} usage points of electricity; ask for a file of the one that feeds this home`);
  const typed = own.map((block) => ({ block, type: typeOf(block, file) }));
  const untyped = typed.find((t) => t.type === null);
  if (untyped)
    refuseFile("these readings name no reading type, so their unit is not known", untyped.block.lines[0] ?? null);
  const of = typed as { block: Block; type: ReadingType }[];
  const known = of.filter((t) => UOM[t.type.uom] && !COUNTERS.includes(t.type.accumulation));
  if (known.length === 0)
    refuseFile(
      of.length === 0
        ? "it holds no interval readings of electricity"
        : `its readings are in a unit (${of[0]?.type.uom}) that is neither Wh, W nor A, or of a counter`,
      of[0]?.block.lines[0] ?? null,
    );
  const units = [...new Set(known.map((t) => t.type.uom))];
  // Some files contain both energy and power of one home: energy is used.
  const uom = units.includes(72) ? 72 : (units[0] as number);
  if (units.length > 1)
    findings.push({
      code: "skipped-rows",
      text: `The file has readings in ${units.map((u) => UOM[u]?.name).join(" and ")}; those in ${UOM[uom]?.name} are taken`,
    });
  const taken = known.filter((t) => t.type.uom === uom);
  const { unit, over } = UOM[uom] as (typeof UOM)[number];
  const count = taken.reduce((t, { block }) => t + block.values.length, 0);
  const reverse = taken.some((t) => t.type.flow === REVERSE) && taken.some((t) => t.type.flow !== REVERSE);
  const [wallS, values, line] = [new Float64Array(count), new Float64Array(count), new Int32Array(count)];
  let n = 0;
  const durations = new Map<number, number>();
  const back = new Map<number, number>();
  for (const { block, type } of taken) {
    const times = 10 ** type.power;
    const given = type.flow === REVERSE;
    for (let i = 0; i < block.values.length; i++) {
      const start = block.starts[i] as number;
      const value = ((block.values[i] as number) * times) / over;
      const lasts = block.durations[i] || type.intervalS;
      if (lasts > 0) durations.set(lasts, (durations.get(lasts) ?? 0) + 1);
      if (given && reverse) {
        back.set(start, (back.get(start) ?? 0) + value);
        continue;
      }
      wallS[n] = start;
      values[n] = given ? -value : value;
      line[n] = block.lines[i] as number;
      n++;
    }
  }
  for (let i = 0; i < n && back.size > 0; i++) {
    const given = back.get(wallS[i] as number);
    if (given !== undefined) values[i] = (values[i] as number) - given;
  }
  if (durations.size > 1 && unit === "kWh") {
    const [usual, ...rest] = [...durations].sort((a, b) => b[1] - a[1]);
    const odd = rest.reduce((t, [, many]) => t + many, 0);
    if (odd > n * 0.01)
      refuseFile(
        `its readings last ${[...durations.keys()].map((d) => `${d / 60} minutes`).join(", ")}: one interval throughout can be read`,
      );
    findings.push({
      code: "stray",
      text: `${odd} readings do not last the ${(usual?.[0] ?? 0) / 60} minutes of the others`,
    });
  }
  const [lasting] = [...durations].sort((a, b) => b[1] - a[1]);
  return {
    readings: {
      unit,
      count: n,
      wallS: wallS.subarray(0, n),
      offsetS: new Float64Array(n),
      values: [values.subarray(0, n)],
      line: line.subarray(0, n),
      firstLine: 1,
      zone,
      usualZone: zone,
      intervalS: lasting?.[0] ?? null,
    },
    findings,
  };
}
