/**
 * Which value to look at next: every unread value has a plausible range, over which the case is assessed. The result
 * shows which looks can change the verdict, at which value, and which cannot.
 */

import { assess, recommendedOf } from "#core/assess.ts";
import { withEarthing, withPanel, withSupply } from "#core/case/document/change.ts";
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { dwellingFields } from "#core/case/fields/dwelling.ts";
import { type FieldDefinition, fieldKey, fullLabelOf, memberOf } from "#core/case/fields/field.ts";
import { feederFields, panelFields } from "#core/case/fields/panel.ts";
import type { StepId } from "#core/case/fields/steps.ts";
import { supplyFields } from "#core/case/fields/supply.ts";
import { seededRandom } from "#core/chance.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { withMeasuredYear } from "#core/demand/measured-year.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { feederRatingA } from "#core/home/home.ts";
import { ownValue } from "#core/own-value.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { fieldContext } from "#core/rules/field-context.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { areaFt2, showA, showNumber, showSize } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";

/** Points over a range; the kinds of what has kinds. */
const POINTS = 9;
export const DRAW_COUNT = 1000;
const SEED = 310_16;
/**
 * Plausible ranges, Heron's own: floor area and nameplates around their entered values, a measured maximum as a share
 * of the calculation.
 */
const AREA_SHARE = [0.75, 1.25] as const;
const UNTOLD_AREA_FT2 = [800, 4000] as const;
const NAMEPLATE_SHARE = [0.7, 1.3] as const;
const MEASURED_SHARE = [0.3, 1] as const;
/** How near the turning value of a range is found. */
const BISECTIONS = 9;

type Told = Pick<LookValue, "key" | "label" | "step">;

/** An unread value, over its range or its possible kinds. */
interface Look extends Told {
  /** How many kinds there are; null for a range. */
  kinds: number | null;
  /** The case with the value at this share of the range put in, 0 to 1; kinds share it out evenly. */
  put(document: CaseDocument, share: number): CaseDocument;
  /** That value in words. */
  says(share: number): string;
}

export interface LookValue {
  key: string;
  label: string;
  step: StepId;
  /** Between which values it is tried, or which kinds. */
  range: string;
  /** The result at each value that changes it, as a sentence; empty where no value changes anything. */
  turns: string[];
}

export interface ValueOfLooks {
  looks: LookValue[];
  /** No single look can turn the verdict or the recommendation. */
  firm: boolean;
}

function range(
  told: Told,
  [low, high]: readonly [number, number],
  says: (value: number) => string,
  put: (document: CaseDocument, value: number) => CaseDocument,
): Look {
  const value = (share: number) => low + (high - low) * share;
  return { ...told, kinds: null, put: (d, share) => put(d, value(share)), says: (share) => says(value(share)) };
}

function kinds<T>(
  told: Told,
  values: readonly T[],
  says: (value: T) => string,
  put: (document: CaseDocument, value: T) => CaseDocument,
): Look {
  const value = (share: number) => values[Math.min(values.length - 1, Math.floor(share * values.length))] as T;
  return {
    ...told,
    kinds: values.length,
    put: (d, share) => put(d, value(share)),
    says: (share) => says(value(share)),
  };
}

/** The shares at which a look is tried: the points of a range, or one in the middle of each kind. */
const sharesOf = ({ kinds: count }: Pick<Look, "kinds">): number[] =>
  Array.from({ length: count ?? POINTS }, (_, i) => (count === null ? i / (POINTS - 1) : (i + 0.5) / count));

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

/** Ratings of a device that may feed a panel, A: Heron's own range. */
const FEEDERS_A = [15, 100] as const;

/** A case whose open values are asked for. */
interface Open {
  document: CaseDocument;
  codebook: Codebook;
  /** Whether nobody has read a value. */
  open(key: string, value: unknown): boolean;
  of(field: FieldDefinition, index?: readonly number[]): Told;
}

/** The open values of one panel and of what feeds it. */
function looksAtPanel({ document, codebook, open, of }: Open, index: number): Look[] {
  const panel = document.panels[index] as Panel;
  const { words, unreadSupplyA } = codebook;
  const key = (field: string) => `panel.${panel.id}.${field}`;
  const put =
    <T>(field: string, change: (value: T) => Partial<Panel>) =>
    (d: CaseDocument, value: T) =>
      read(withPanel(d, panel.id, change(value)), key(field));
  const looks: Look[] = [];
  if (onSupply(panel)) {
    if (panel.mainKind !== "lugs" && open(key("mainA"), panel.mainA))
      looks.push(
        kinds(
          of(panelFields.mainA, [index]),
          [...new Set([unreadSupplyA[0], ...codebook.supplyRatingsA])],
          showA,
          put("mainA", (mainA: number) => ({ mainA })),
        ),
      );
  } else {
    const { feeder } = panel;
    if (open(key("feeder.ratingA"), feederRatingA(document, panel)))
      looks.push(
        kinds(
          of(feederFields.ratingA, [index]),
          codebook.charging.devicesA.filter((a) => a >= FEEDERS_A[0] && a <= FEEDERS_A[1]),
          showA,
          put("feeder.ratingA", (ratingA: number) => ({ feeder: { ...feeder, ratingA } })),
        ),
      );
    if (open(key("feeder.conductor"), feeder?.conductor))
      looks.push(
        kinds(
          of(feederFields.conductor, [index]),
          feeder?.conductor ? aboutSize(codebook.feederSizes, feeder.conductor.size) : codebook.feederSizes,
          showSize,
          put("feeder.conductor", (size: string) => ({
            feeder: { ...feeder, conductor: { material: "cu", ...feeder?.conductor, size } },
          })),
        ),
      );
  }
  const used = (panel.circuits ?? []).reduce((n, c) => n + (c.poles ?? 1), 0);
  if (open(key("spaces"), panel.spaces))
    looks.push(
      range(
        of(panelFields.spaces, [index]),
        [Math.max(1, used), Math.max(panel.spaces ?? 0, used + POINTS - 1)],
        (v) => `${Math.round(v)} ${words.spaces}`,
        put("spaces", (v: number) => ({ spaces: Math.round(v) })),
      ),
    );
  if (codebook.bus && open(key("busA"), panel.busA)) {
    const from = panel.mainA ?? unreadSupplyA[0];
    looks.push(
      kinds(
        of(panelFields.busA, [index]),
        codebook.bus.ratingsA.filter((a) => a >= from),
        showA,
        put("busA", (busA: number) => ({ busA })),
      ),
    );
  }
  if (open(key("condition"), panel.condition))
    looks.push(
      kinds(
        of(panelFields.condition, [index]),
        ["sound", "obsolete", "unsafe"] as const,
        (c) => c,
        put("condition", (condition: Panel["condition"]) => ({ condition })),
      ),
    );
  return looks;
}

function looksOf(document: CaseDocument, codebook: Codebook, demandA: number): Look[] {
  const { unreadSupplyA, asksFor } = codebook;
  const { supply, dwelling, survey, measured } = document;
  const open = (key: string, value: unknown) =>
    value === null ||
    value === undefined ||
    ["assumed", "told"].includes(ownValue(survey?.sources ?? {}, key) ?? "read");
  const looks: Look[] = [];
  /** The key, label and step of a field. */
  const of: Open["of"] = (field, index = []) => ({
    key: fieldKey(field, memberOf(field, document, index)),
    label: fullLabelOf(field, fieldContext(document, index)),
    step: field.step,
  });
  if (open("supply.ratingA", supply.ratingA))
    looks.push(
      range(
        of(supplyFields.ratingA),
        unreadSupplyA,
        (a) => showA(Math.round(a)),
        (d, a) => read(withSupply(d, { ratingA: Math.round(a) }), "supply.ratingA"),
      ),
    );
  if (open("supply.conductor", supply.conductor)) {
    const sizes = supply.conductor
      ? aboutSize(codebook.feederSizes, supply.conductor.size)
      : unreadSupplyA.map((a) => codebook.supplyConductor.sizeFor(a, false).size);
    looks.push(
      kinds(of(supplyFields.conductor), sizes, showSize, (d, size) =>
        read(withSupply(d, { conductor: { material: "cu", ...d.supply.conductor, size } }), "supply.conductor"),
      ),
    );
  }
  if (asksFor.earthing && open("supply.earthing", supply.earthing))
    looks.push(
      kinds(
        of(supplyFields.earthing),
        ["tn-c-s", "tn-s", "tt"] as const,
        (e) => e.toUpperCase(),
        (d, earthing) => read(withEarthing(d, earthing), "supply.earthing"),
      ),
    );
  if (asksFor.earthing && open("supply.looped", supply.looped))
    looks.push(
      kinds(
        of(supplyFields.looped),
        [false, true],
        (l) => (l ? "looped" : "not looped"),
        (d, looped) => read(withSupply(d, { looped }), "supply.looped"),
      ),
    );
  // A measurement does not ask how large the home is.
  if (asksFor.floorArea && !measured && open("dwelling.floorArea", dwelling.floorArea)) {
    const { value, unit } = dwelling.floorArea ?? { value: 0, unit: codebook.areaUnit };
    const bounds = UNTOLD_AREA_FT2.map((ft2) => ft2 / areaFt2({ value: 1, unit }));
    const [low, high] = value > 0 ? AREA_SHARE.map((s) => s * value) : bounds;
    looks.push(
      range(
        of(dwellingFields.floorArea),
        [low as number, high as number],
        (v) => `${showNumber(Math.round(v))} ${unit}`,
        (d, v) =>
          read({ ...d, dwelling: { ...d.dwelling, floorArea: { value: Math.round(v), unit } } }, "dwelling.floorArea"),
      ),
    );
  }
  for (const index of document.panels.keys()) looks.push(...looksAtPanel({ document, codebook, open, of }, index));
  if (!measured)
    looks.push(
      range(
        { key: "measured", label: "A measurement of the demand", step: "demand" },
        MEASURED_SHARE.map((s) => s * Math.max(1, demandA)) as [number, number],
        (v) => showA(Math.round(v)),
        (d, v) => withMeasuredYear(d, codebook, v),
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
          { key: `loads.${load.id}`, label: `Nameplate of ${loadName(load, codebook)}`, step: "demand" },
          NAMEPLATE_SHARE,
          (s) => (va !== undefined ? `${showNumber(Math.round(va * s))} VA` : showA(Math.round((amps ?? 0) * s))),
          (d, s) => ({
            ...d,
            loads: d.loads.map((l, k) =>
              k === i ? { ...l, ...(va !== undefined ? { va: va * s } : { amps: (amps ?? 0) * s }) } : l,
            ),
          }),
        ),
      );
    });
  // A size that is not in the list has no neighbours.
  return looks.filter((look) => look.kinds !== 0);
}

/** The parts of an assessment that a look can change. */
interface Outcome {
  way: string | null;
  verdict: "fits" | "with work" | "does not fit";
  /** As a sentence goes on. */
  says: string;
}

const outcomeOf = (document: CaseDocument, book: PriceBook): Outcome => outcomeWith(recommendedOf(document, book));

function outcomeWith(way: WayJudgement | null): Outcome {
  if (!way?.meetsNeed) return { way: way?.way ?? null, verdict: "does not fit", says: "no way would meet the need" };
  // Confirmations are the purpose of the looks; they do not count as work.
  const verdict = way.verdict === "ready" || way.onlyConfirm ? "fits" : "with work";
  return { way: way.way, verdict, says: `${way.name} would be recommended${verdict === "fits" ? "" : ", with work"}` };
}

const same = (a: Outcome, b: Outcome) => a.way === b.way && a.verdict === b.verdict;

/** The sentences of one look: what happens above or below which value, or for which kind. */
function turnsOf(look: Look, now: Outcome, base: CaseDocument, book: PriceBook): string[] {
  const shares = sharesOf(look);
  const found = shares.map((share) => outcomeOf(look.put(base, share), book));
  if (found.every((o) => same(o, now))) return [];
  if (look.kinds === null)
    return segments(look, found, base, book)
      .filter(({ outcome }) => !same(outcome, now))
      .map(({ from, to, outcome }) => `${between(from, to)}: ${outcome.says}`);
  const by = new Map<string, string[]>();
  found.forEach((o, i) => {
    if (!same(o, now)) by.set(o.says, [...(by.get(o.says) ?? []), look.says(shares[i] as number)]);
  });
  return [...by].map(([says, values]) => `${capital(values.join(" or "))}: ${says}`);
}

function between(from: string | null, to: string | null): string {
  if (from === null) return to === null ? "Over its whole range" : `Below ${to}`;
  return to === null ? `Above ${from}` : `From ${from} to ${to}`;
}

/** At most this many outcomes are searched between two neighbors in a range. */
const MOST_BETWEEN = 4;

/** A range cut where its outcome turns, each turn found by halving; null at its ends. */
function segments(look: Look, found: readonly Outcome[], base: CaseDocument, book: PriceBook) {
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
      before.to = look.says(to);
      cut.push({ from: before.to, to: null, outcome: next });
      start = to;
    }
  }
  return cut;
}

interface Asked {
  book: PriceBook;
  looks: readonly Look[];
  now: Outcome;
}
const asked = new WeakMap<CaseDocument, Asked>();

/** The looks of a case, and what it comes to today; worked out once for many questions. */
function situation(document: CaseDocument, book: PriceBook): Asked {
  const known = asked.get(document);
  if (known?.book === book) return known;
  const today = assess(document, book);
  const found: Asked = {
    book,
    looks: looksOf(document, codebookOf(document.rules), governingOf(today).demandA),
    now: outcomeWith(today.ways.find((w) => w.way === today.recommended) ?? null),
  };
  asked.set(document, found);
  return found;
}

/** The looks, before it is computed what each can change. */
export const looksFor = (document: CaseDocument, book: PriceBook): Omit<LookValue, "turns">[] =>
  situation(document, book).looks.map(({ key, label, step, kinds: count, ...look }) => {
    const says = sharesOf({ kinds: count }).map((share) => look.says(share));
    const [first, last] = [says[0] as string, says.at(-1) as string];
    return { key, label, step, range: count === null ? `${first} to ${last}` : [...new Set(says)].join(", ") };
  });

/** The changes that one look can cause; called for one look at a time, so that threads can share the work. */
export function turnsAt(document: CaseDocument, book: PriceBook, at: number): string[] {
  const { looks, now } = situation(document, book);
  return turnsOf(looks[at] as Look, now, document, book);
}

/** All looks together, those that can turn something first. */
export const valueOfLooks = (looks: readonly LookValue[]): ValueOfLooks => ({
  looks: [...looks].sort((a, b) => Number(b.turns.length > 0) - Number(a.turns.length > 0)),
  firm: looks.every((v) => v.turns.length === 0),
});

/**
 * The number of draws in which today's recommendation is still valid. Measuring is optional, so the draws leave it
 * out.
 * @param from, to range of the draws, so that threads can share the work
 */
export function drawsThatStand(document: CaseDocument, book: PriceBook, from = 0, to = DRAW_COUNT): number {
  const { looks, now } = situation(document, book);
  const drawn = looks.filter((l) => l.key !== "measured");
  // Every draw would be the home as it is.
  if (drawn.length === 0) return to - from;
  const random = seededRandom(SEED);
  for (let skipped = 0; skipped < from * drawn.length; skipped++) random();
  let stands = 0;
  for (let n = from; n < to; n++) {
    const home = drawn.reduce((d, look) => look.put(d, random()), document);
    if (outcomeOf(home, book).way === now.way) stands++;
  }
  return stands;
}
