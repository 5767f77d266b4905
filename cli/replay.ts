/** `npm run --silent replay -- FILE.case.json [--step 10] [--seed 1] [--years 1] [--way ID]` prints a replay as JSON. */
import "#core/rules/editions.ts";
import { parseArgs } from "node:util";
import { homeAfter } from "#core/assess.ts";
import { CaseRefused } from "#core/case/document/problems.ts";
import { type ReplayOptions, USUAL_OPTIONS } from "#core/energy/replay/options.ts";
import { replayWay } from "#core/energy/replay/replay.ts";
import { addTo, resultOf, type WaySum } from "#core/energy/replay/results.ts";
import { nextYear, stageOf } from "#core/energy/replay/stage.ts";
import { waysToReplay } from "#core/explore/ways-to-replay.ts";
import { hasMaximum } from "#core/rules/demand/measured-max.ts";
import { codebookOf } from "#core/rules/index.ts";
import { WAY_IDS } from "#core/ways/index.ts";
import { readCaseFile, shippedBook, tellRefusal } from "./case-file.ts";
import { readMeasuredFile, withEvidence } from "./measured-file.ts";

const USAGE = `usage: npm run --silent replay -- FILE.case.json [--step 10] [--seed 1] [--years 1] [--way ID]   (- reads standard input)
ID is one of: ${WAY_IDS.join(", ")}`;

class Usage extends Error {}

/** A whole number between two others. */
function whole(name: string, text: string, least: number, most: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < least || value > most)
    throw new Usage(`--${name}: must be a whole number from ${least} to ${most}`);
  return value;
}

function asked(args: string[]): { file: string; options: ReplayOptions; way: string | null } {
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (error) {
    throw new Usage((error as Error).message);
  }
  const { values, positionals } = parsed;
  const [file] = positionals;
  if (!file || positionals.length > 1) throw new Usage("one case file is replayed at a time");
  const way = values.way ?? null;
  if (way !== null && !WAY_IDS.some((id) => id === way)) throw new Usage(`--way: no way "${way}"`);
  return {
    file,
    way,
    options: {
      ...USUAL_OPTIONS,
      dtS: whole("step", values.step ?? "10", 1, 60),
      seed: whole("seed", values.seed ?? "1", 0, 4_294_967_295),
      years: whole("years", values.years ?? "1", 1, 1000),
    },
  };
}
const parse = (args: string[]) =>
  parseArgs({
    args,
    allowPositionals: true,
    options: { step: { type: "string" }, seed: { type: "string" }, years: { type: "string" }, way: { type: "string" } },
  });

function replay({ file, options, way }: ReturnType<typeof asked>): unknown {
  const read = readCaseFile(file);
  const codebook = codebookOf(read.rules);
  const data = readMeasuredFile(read, file);
  const document =
    data && !hasMaximum(read.measured ?? { source: "recorder" }) ? withEvidence(read, data.series) : read;
  const book = shippedBook(read);
  const ways = waysToReplay(document, book).filter((w) => way === null || w.way === way);
  if (way !== null && ways.length === 0) {
    const after = homeAfter(document, way, book);
    const reasons = "reasons" in after ? after.reasons.map((r) => `${r.text} (${r.code}, ${r.rule})`) : [];
    throw new CaseRefused(
      "bad-field",
      (reasons.length > 0 ? reasons : ["ruled out"]).map((message) => ({ path: way, message })),
    );
  }
  const years = data ? 1 : options.years;
  let stage = stageOf(document, options, data?.series ?? null);
  const sums = new Map<string, WaySum>();
  let wallMs = 0;
  for (let year = 0; year < years; year++) {
    if (year > 0) stage = nextYear(stage, year);
    for (const one of ways) {
      const began = performance.now();
      const sum = replayWay(stage, one, options);
      wallMs += performance.now() - began;
      sums.set(one.way, addTo(sums.get(one.way), sum));
    }
  }
  const results = ways.map((w) => resultOf(sums.get(w.way) as WaySum, w, codebook));
  const steps = results.reduce((t, r) => t + r.steps, 0);
  return {
    format: "heron-replay",
    version: 1,
    house: stage.house.source,
    step: options.dtS,
    seed: options.seed,
    years,
    nightsLeftOut: stage.leftOut * years,
    notes: [...stage.house.notes, ...(data?.quality.findings.map((f) => f.text) ?? [])],
    ways: results,
    steps,
    wallSeconds: wallMs / 1000,
    stepsPerSecond: wallMs > 0 ? steps / (wallMs / 1000) : 0,
  };
}

function main(args: string[]): number {
  try {
    process.stdout.write(`${JSON.stringify(replay(asked(args)), null, 1)}\n`);
    return 0;
  } catch (error) {
    if (error instanceof Usage) console.error(`${error.message}\n${USAGE}`);
    else tellRefusal(error, ({ code }) => `${args.find((a) => !a.startsWith("--"))}: cannot be read (${code})`);
    return 2;
  }
}

process.exitCode = main(process.argv.slice(2));
