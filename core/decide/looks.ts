/**
 * What to look at next: every value that nobody has read has a plausible range; over it the case is assessed, and one
 * sees which looks can still turn the verdict, at which value, and which cannot.
 */
import { assess, recommendedOf } from "#core/assess.ts";
import { withPanel, withSupply } from "#core/case/document/change.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { loadName } from "#core/demand/loads.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { seeded } from "#core/estimate/chance.ts";
import type { StepId } from "#core/missing.ts";
import { showA, showNumber, showSize } from "#core/units.ts";
import { capital } from "#core/words.ts";

/** Points over a range; the kinds of what has kinds. */
const POINTS = 9;
export const DRAWS = 1000;
const SEED = 310_16;
/** Plausible ranges, Heron's own: floor area and nameplates as told, a measured maximum as a share of the calculation. */
const AREA_SHARE = [0.75, 1.25] as const;
const UNTOLD_AREA_FT2 = [800, 4000] as const;
const NAMEPLATE_SHARE = [0.7, 1.3] as const;
const MEASURED_SHARE = [0.3, 1] as const;
const SUPPLY_A = { us: [60, 200], uk: [60, 100] } as const;
const FT2_PER_M2 = 10.7639104167;
/** How near the turning value of a range is found. */
const BISECTIONS = 9;

/** A value that a look could bring. */
interface Candidate {
  /** Of a range; null for a kind. */
  number: number | null;
  says: string;
  document: CaseDocument;
}

interface Look {
  key: string;
  label: string;
  step: StepId;
  /** In order, where they are numbers. */
  candidates: readonly Candidate[];
  /** A number of the range put into any case; kinds go by their place. */
  put(document: CaseDocument, at: number): CaseDocument;
}

export interface LookValue {
  key: string;
  label: string;
  step: StepId;
  /** What each turning value leads to, as a sentence; empty where no value turns anything. */
  turns: string[];
}

export interface ValueOfLooks {
  looks: LookValue[];
  /** No single look can turn the verdict or the recommendation. */
  firm: boolean;
}

function range(
  look: Pick<Look, "key" | "label" | "step">,
  document: CaseDocument,
  [low, high]: readonly [number, number],
  says: (value: number) => string,
  put: (document: CaseDocument, value: number) => CaseDocument,
): Look {
  const value = (share: number) => low + (high - low) * share;
  return {
    ...look,
    candidates: Array.from({ length: POINTS }, (_, i) => {
      const number = value(i / (POINTS - 1));
      return { number, says: says(number), document: put(document, number) };
    }),
    put: (other, share) => put(other, value(share)),
  };
}

function kinds<T>(
  look: Pick<Look, "key" | "label" | "step">,
  document: CaseDocument,
  values: readonly T[],
  says: (value: T) => string,
  put: (document: CaseDocument, value: T) => CaseDocument,
): Look {
  return {
    ...look,
    candidates: values.map((value) => ({ number: null, says: says(value), document: put(document, value) })),
    put: (other, share) => put(other, values[Math.min(values.length - 1, Math.floor(share * values.length))] as T),
  };
}

/** A value that was looked at: the ranges of others are not about it any more. */
const read = (document: CaseDocument, key: string): CaseDocument => ({
  ...document,
  survey: { ...document.survey, sources: { ...document.survey?.sources, [key]: "read" } },
});

/** The neighbours of a size, and itself. */
function aboutSize(sizes: readonly string[], size: string | undefined): string[] {
  const at = size === undefined ? -1 : sizes.indexOf(size);
  return at < 0 ? [] : sizes.slice(Math.max(0, at - 1), at + 2);
}

function looksOf(document: CaseDocument, codebook: Codebook, demandA: number): Look[] {
  const { words, region, asksFor } = codebook;
  const { supply, dwelling, survey, measured } = document;
  const open = (key: string, value: unknown) =>
    value === null || value === undefined || ["assumed", "told"].includes(survey?.sources?.[key] ?? "read");
  const looks: Look[] = [];
  const at = (key: string, label: string, step: StepId = "survey") => ({ key, label, step });
  if (open("supply.ratingA", supply.ratingA))
    looks.push(
      range(at("supply.ratingA", capital(words.supplyRating)), document, SUPPLY_A[region], showA, (d, a) =>
        read(withSupply(d, { ratingA: Math.round(a) }), "supply.ratingA"),
      ),
    );
  if (open("supply.conductor", supply.conductor)) {
    const sizes = supply.conductor
      ? aboutSize(codebook.feederSizes, supply.conductor.size)
      : SUPPLY_A[region].map((a) => codebook.supplyConductor.sizeFor(a, false).size);
    looks.push(
      kinds(at("supply.conductor", capital(codebook.supplyConductor.name)), document, sizes, showSize, (d, size) =>
        read(withSupply(d, { conductor: { material: "cu", ...d.supply.conductor, size } }), "supply.conductor"),
      ),
    );
  }
  if (asksFor.earthing && open("supply.earthing", supply.earthing))
    looks.push(
      kinds(
        at("supply.earthing", "Earthing"),
        document,
        ["tn-c-s", "tn-s", "tt"] as const,
        (e) => e.toUpperCase(),
        (d, earthing) => read(withSupply(d, { earthing }), "supply.earthing"),
      ),
    );
  if (asksFor.earthing && open("supply.looped", supply.looped))
    looks.push(
      kinds(
        at("supply.looped", "Looped supply"),
        document,
        [false, true],
        (l) => (l ? "looped" : "not looped"),
        (d, looped) => read(withSupply(d, { looped }), "supply.looped"),
      ),
    );
  // A measurement does not ask how large the home is.
  if (region === "us" && !measured && open("dwelling.floorArea", dwelling.floorArea)) {
    const { value, unit } = dwelling.floorArea ?? { value: 0, unit: codebook.areaUnit };
    const bounds = UNTOLD_AREA_FT2.map((ft2) => (unit === "ft2" ? ft2 : ft2 / FT2_PER_M2));
    const [low, high] = value > 0 ? AREA_SHARE.map((s) => s * value) : bounds;
    looks.push(
      range(
        at("dwelling.floorArea", "Floor area"),
        document,
        [low as number, high as number],
        (v) => `${showNumber(Math.round(v))} ${unit}`,
        (d, v) =>
          read({ ...d, dwelling: { ...d.dwelling, floorArea: { value: Math.round(v), unit } } }, "dwelling.floorArea"),
      ),
    );
  }
  for (const panel of document.panels) {
    const name = panel.name ?? words.panel;
    const used = (panel.circuits ?? []).reduce((n, c) => n + (c.poles ?? 1), 0);
    const put = (key: string, change: (value: number) => Partial<typeof panel>) => (d: CaseDocument, v: number) =>
      read(withPanel(d, panel.id, change(v)), key);
    if (open(`panel.${panel.id}.spaces`, panel.spaces)) {
      const key = `panel.${panel.id}.spaces`;
      const most = Math.max(panel.spaces ?? 0, used + POINTS - 1);
      looks.push(
        range(
          at(key, `${name}: ${words.spaces}`),
          document,
          [Math.max(1, used), most],
          (v) => `${Math.round(v)} ${words.spaces}`,
          put(key, (v) => ({ spaces: Math.round(v) })),
        ),
      );
    }
    if (codebook.bus && open(`panel.${panel.id}.busA`, panel.busA)) {
      const key = `panel.${panel.id}.busA`;
      const from = panel.mainA ?? SUPPLY_A[region][0];
      looks.push(
        kinds(
          at(key, `${name}: bus`),
          document,
          codebook.bus.ratingsA.filter((a) => a >= from),
          showA,
          put(key, (busA) => ({ busA })),
        ),
      );
    }
    if (open(`panel.${panel.id}.condition`, panel.condition)) {
      const key = `panel.${panel.id}.condition`;
      looks.push(
        kinds(
          at(key, `${name}: condition`),
          document,
          ["sound", "obsolete", "unsafe"] as const,
          (c) => c,
          (d, condition) => read(withPanel(d, panel.id, { condition }), key),
        ),
      );
    }
  }
  if (!measured)
    looks.push(
      range(
        at("measured", "A measurement of the demand", "demand"),
        document,
        MEASURED_SHARE.map((s) => s * Math.max(1, demandA)) as [number, number],
        (v) => `a measured maximum of ${showA(Math.round(v))}`,
        (d, v) => ({
          ...d,
          measured: {
            source: region === "us" ? "utility-year" : "half-hour-meter",
            days: 365,
            intervalMinutes: region === "us" ? 15 : 30,
            heatingSeason: true,
            max: { value: Math.max(1, Math.round(v)), unit: "A" },
          },
        }),
      ),
    );
  if (!measured)
    document.loads.forEach((load, i) => {
      const { va, amps } = load;
      // Nameplates have no source of their own: what was typed from the plate is exact, a usual value rarely is.
      const usual: { va?: number; amps?: number } | undefined = codebook.loadKinds.find(
        (k) => k.kind === load.kind,
      )?.typical;
      if (!usual || usual.va !== va || usual.amps !== amps) return;
      looks.push(
        range(
          at(`loads.${load.id}`, `Nameplate of ${loadName(load, codebook)}`, "demand"),
          document,
          NAMEPLATE_SHARE,
          (s) => (va !== undefined ? `${showNumber(Math.round(va * s))} VA` : showA((amps ?? 0) * s)),
          (d, s) => ({
            ...d,
            loads: d.loads.map((l, k) =>
              k === i ? { ...l, ...(va !== undefined ? { va: va * s } : { amps: (amps ?? 0) * s }) } : l,
            ),
          }),
        ),
      );
    });
  return looks;
}

/** What a case comes to, as far as a look can turn it. */
interface Outcome {
  way: string | null;
  verdict: "fits" | "with work" | "does not fit";
  /** As a sentence goes on. */
  says: string;
}

function outcomeOf(document: CaseDocument, book: PriceBook): Outcome {
  const way = recommendedOf(document, book);
  if (!way?.meetsNeed) return { way: way?.way ?? null, verdict: "does not fit", says: "no way would meet the need" };
  // What is still to be confirmed is what the looks are for; it is no work.
  const verdict = way.verdict === "ready" || way.onlyConfirm ? "fits" : "with work";
  return { way: way.way, verdict, says: `${way.name} would be taken${verdict === "fits" ? "" : ", with work"}` };
}

const same = (a: Outcome, b: Outcome) => a.way === b.way && a.verdict === b.verdict;

/** The sentences of one look: what happens above or below which value, or for which kind. */
function turnsOf(look: Look, now: Outcome, base: CaseDocument, book: PriceBook): string[] {
  const found = look.candidates.map((c) => outcomeOf(c.document, book));
  if (found.every((o) => same(o, now))) return [];
  if (look.candidates[0]?.number === null) {
    const by = new Map<string, string[]>();
    found.forEach((o, i) => {
      if (!same(o, now)) by.set(o.says, [...(by.get(o.says) ?? []), look.candidates[i]?.says as string]);
    });
    return [...by].map(([says, values]) => `${capital(values.join(" or "))}: ${says}`);
  }
  return segments(look, found, base, book).flatMap(({ from, to, outcome }) => {
    if (same(outcome, now)) return [];
    const where =
      from === null && to === null
        ? "Over its whole range"
        : from === null
          ? `Below ${to}`
          : to === null
            ? `Above ${from}`
            : `From ${from} to ${to}`;
    return [`${where}: ${outcome.says}`];
  });
}

/** Outcomes next to each other in a range may have others between them: no more than so many are looked for. */
const MOST_BETWEEN = 4;

/** A range cut where its outcome turns, each turn found by halving; null at its ends. */
function segments(look: Look, found: readonly Outcome[], base: CaseDocument, book: PriceBook) {
  const first = look.candidates[0]?.number ?? 0;
  const last = look.candidates.at(-1)?.number ?? 0;
  const at = (share: number) => nearest(look, first + (last - first) * share);
  const cut: { from: string | null; to: string | null; outcome: Outcome }[] = [
    { from: null, to: null, outcome: found[0] as Outcome },
  ];
  for (let i = 1; i < found.length; i++) {
    const after = found[i] as Outcome;
    const end = i / (POINTS - 1);
    let start = (i - 1) / (POINTS - 1);
    for (let turn = 0; turn < MOST_BETWEEN; turn++) {
      const before = cut.at(-1) as (typeof cut)[number];
      if (same(before.outcome, after)) break;
      let [from, to] = [start, end];
      let next = after;
      for (let n = 0; n < BISECTIONS; n++) {
        const middle = (from + to) / 2;
        const outcome = outcomeOf(look.put(base, middle), book);
        if (same(outcome, before.outcome)) from = middle;
        else {
          to = middle;
          next = outcome;
        }
      }
      before.to = at(to);
      cut.push({ from: at(to), to: null, outcome: next });
      start = to;
    }
  }
  return cut;
}

/** The turning value in the words of the look. */
function nearest(look: Look, number: number): string {
  const [a, b] = [look.candidates[0], look.candidates.at(-1)];
  if (!a || !b || a.number === null || b.number === null) return "";
  const digits = /[\d,.]+/;
  const [low, high] = [a, b].map((c) => Number((digits.exec(c.says)?.[0] ?? "0").replaceAll(",", "")));
  const share = b.number === a.number ? 0 : (number - a.number) / (b.number - a.number);
  return a.says.replace(digits, showNumber(Math.round((low as number) + ((high as number) - (low as number)) * share)));
}

/** The looks of a case, and what it comes to today. */
function situation(document: CaseDocument, book: PriceBook) {
  const { calculations, governing } = assess(document, book);
  const demandA = calculations.find((c) => c.method === governing)?.demandA ?? 0;
  return { looks: looksOf(document, codebookOf(document.rules), demandA), now: outcomeOf(document, book) };
}

/**
 * Each look by itself: what its values can turn; those that can turn something first.
 * @param onProgress is told the share that is done, 0 to 1
 */
export function valueOfLooks(
  document: CaseDocument,
  book: PriceBook,
  onProgress: (share: number) => void = () => {},
): ValueOfLooks {
  const { looks, now } = situation(document, book);
  const values = looks.map(({ key, label, step, ...look }, i): LookValue => {
    const turns = turnsOf({ key, label, step, ...look }, now, document, book);
    onProgress((i + 1) / looks.length);
    return { key, label, step, turns };
  });
  return {
    looks: values.sort((a, b) => Number(b.turns.length > 0) - Number(a.turns.length > 0)),
    firm: values.every((v) => v.turns.length === 0),
  };
}

/**
 * All looks together: in how many of some draws today's recommendation stands. A measurement is a look that one may
 * take or not: the draws are without it.
 * @param from, to which of the draws, so that several threads may share them
 */
export function drawsThatStand(document: CaseDocument, book: PriceBook, from = 0, to = DRAWS): number {
  const { looks, now } = situation(document, book);
  const drawn = looks.filter((l) => l.key !== "measured");
  const random = seeded(SEED);
  for (let skipped = 0; skipped < from * drawn.length; skipped++) random();
  let stands = 0;
  for (let n = from; n < to; n++) {
    const home = drawn.reduce((d, look) => look.put(d, random()), document);
    if (outcomeOf(home, book).way === now.way) stands++;
  }
  return stands;
}
