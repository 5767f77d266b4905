/** Price of work by a price book: its lines, total, steps and days. */
import { roundedUp } from "#core/tolerance.ts";
import { showNumber } from "#core/units.ts";
import { type Why, why, withLazyFields } from "#core/why.ts";
import { isWithinAnother, itemOf, itemsIn, type PriceBook, type PriceItem, pricedBy } from "./book.ts";
import { medianPrice } from "./draws.ts";
import { isPassedOn, type PriceLine, percentOf, withMarginAndTax } from "./price-lines.ts";
import type { WorkItem } from "./requirements.ts";
import {
  daysFrom,
  FROM_A_MONDAY,
  installDays,
  PICKS,
  type Pick3,
  type ScheduleStep,
  type Spread,
  scheduleSteps,
} from "./schedule.ts";

export interface Cost extends Spread {
  currency: PriceBook["currency"];
  /** True until the firm's own prices are used. */
  madeUp: boolean;
}

interface EstimateFields {
  /** Not a number (infinite) where the book lacks an item: no total is made up. */
  cost: Cost;
  lines: PriceLine[];
  /** Items that the book lacks. */
  missing: string[];
  steps: ScheduleStep[];
  leadTimeDays: Spread;
}
export interface Estimate extends EstimateFields {
  explain: Why;
}
const spread = (): Spread => ({ low: 0, typical: 0, high: 0 });
const times = (s: Spread, n: number): Spread => ({ low: s.low * n, typical: s.typical * n, high: s.high * n });
const add = (to: Spread, more: Spread): void => {
  for (const pick of PICKS) to[pick] += more[pick];
};

/** How often each item is taken; work of the same id is done, and paid for, once. */
function countsOf(items: readonly WorkItem[]): Map<string, number> {
  const counts = new Map<string, number>();
  const done = new Set<string>();
  for (const { id, requires } of items) {
    if (done.has(id)) continue;
    done.add(id);
    for (const { item, count } of requires.parts) counts.set(item, (counts.get(item) ?? 0) + count);
  }
  return counts;
}

/**
 * The standard installation of the book, where the work holds one of each thing it includes; what it includes goes off.
 * An included item that begins at none need not be there.
 */
function takeStandard(book: PriceBook, counts: Map<PriceItem, number>): { item: PriceItem; minutes: Spread } | null {
  const [standard] = itemsIn(book, "standard");
  const included = itemsIn(book, "included");
  if (!standard || included.length === 0) return null;
  const goesOff: [item: PriceItem, count: number][] = [];
  for (const { id, low, typical } of included) {
    const item = itemOf(book, id);
    const count = (item && counts.get(item)) ?? 0;
    if (count > 0 && item) goesOff.push([item, Math.max(0, count - typical)]);
    else if (low > 0) return null;
  }
  const minutes = spread();
  for (const [item, count] of goesOff) {
    if (isLabour(item)) add(minutes, times(item, (counts.get(item) ?? 0) - count));
    counts.set(item, count);
  }
  return { item: standard, minutes };
}

/** An item that the book lacks, as it would be looked for: "cable nm-b 6 AWG". */
const inWords = (id: string): string => id.replaceAll(":", " ");

const isLabour = ({ group }: PriceItem): boolean => group === "labour" || group === "runs";
/** Work on site, not the visits before it. */
const BEFORE_THE_WORK = ["labour:visit", "labour:measure"];

/** Material of a length loses some to offcuts, and is bought as it is sold. */
function bought({ group, unit, soldIn }: PriceItem, needed: number, waste: number): number {
  if (group !== "materials") return needed;
  const withWaste = unit === "each" ? needed : needed * (1 + waste);
  return soldIn ? roundedUp(withWaste / soldIn) * soldIn : withWaste;
}

function lineOf(item: PriceItem, needed: number, rate: PriceItem | undefined, waste: number): PriceLine {
  const { id, group, name, unit } = item;
  const count = bought(item, needed, waste);
  const line = { item: id, group, name, unit, count, needed };
  if (!isLabour(item)) return { ...line, money: times(item, count) };
  const minutes = times(item, count);
  const paid = (pick: Pick3) => (minutes[pick] / 60) * (rate?.[pick] ?? 0);
  return { ...line, minutes, money: { low: paid("low"), typical: paid("typical"), high: paid("high") } };
}

const estimateOf = withLazyFields<EstimateFields, Pick<Estimate, "explain">>("explain");

/**
 * @param grants ids of the grants that were ticked
 */
export function estimateWork(items: readonly WorkItem[], book: PriceBook, grants: readonly string[] = []): Estimate {
  // By the items they are priced by: members of a family without prices of their own are bought together.
  const counts = new Map<PriceItem, number>();
  const missing = new Set<string>();
  const rate = itemOf(book, "rate");
  const minutes = spread();
  for (const [id, count] of countsOf(items)) {
    const item = pricedBy(book, id);
    if (item) counts.set(item, (counts.get(item) ?? 0) + count);
    if (!item) {
      if (!isWithinAnother(book, id)) missing.add(inWords(id));
    } else if (isLabour(item)) {
      if (!rate) missing.add(inWords("rate"));
      if (!BEFORE_THE_WORK.includes(id)) add(minutes, times(item, count));
    }
  }
  const planned = scheduleSteps(items, minutes, book);
  for (const id of planned.missing) missing.add(inWords(id));
  const visits = installDays(planned.steps) + (planned.steps.some((s) => s.id === "survey") ? 1 : 0);
  if (visits > 0) {
    const travel = itemOf(book, "travel");
    if (travel) counts.set(travel, visits);
    else missing.add(inWords("travel"));
  }
  const standard = missing.size === 0 ? takeStandard(book, counts) : null;
  const waste = percentOf(book, "waste", "typical");
  const lines: PriceLine[] = standard ? [{ ...lineOf(standard.item, 1, rate, waste), minutes: standard.minutes }] : [];
  for (const [item, count] of counts) if (count > 0) lines.push(lineOf(item, count, rate, waste));
  const ticked = lines.length === 0 ? [] : itemsIn(book, "grants").filter((i) => grants.includes(i.id));
  const cost = totalOf(book, lines, ticked, missing.size > 0);
  const fields: EstimateFields = {
    cost,
    lines,
    missing: [...missing],
    steps: planned.steps,
    leadTimeDays: daysFrom(planned.steps, FROM_A_MONDAY),
  };
  return estimateOf(fields, { explain: () => explainCost(book, fields, ticked) });
}

function totalOf(
  book: PriceBook,
  lines: readonly PriceLine[],
  grants: readonly PriceItem[],
  incomplete: boolean,
): Cost {
  const { currency, madeUp = false } = book;
  if (incomplete) {
    const none = Number.POSITIVE_INFINITY;
    return { low: none, typical: none, high: none, currency, madeUp };
  }
  const total = (pick: Pick3): number => {
    let earned = 0;
    let passedOn = 0;
    for (const line of lines)
      if (isPassedOn(line)) passedOn += line.money[pick];
      else earned += line.money[pick];
    // A grant is counted at its least where the price is at its highest.
    const given = grants.reduce((t, g) => t + (pick === "high" ? g.low : pick === "low" ? g.high : g.typical), 0);
    return Math.round(withMarginAndTax(book, pick, earned, passedOn, given));
  };
  const given = grants.reduce((t, g) => t + g.typical, 0);
  return { low: total("low"), typical: medianPrice(lines, book, given), high: total("high"), currency, madeUp };
}

const signOf = (currency: PriceBook["currency"]): string => (currency === "GBP" ? "£" : "$");

/** An amount in whole units of its currency: "$2,650"; "no price" for an infinite one. */
export const showMoney = (amount: number, currency: PriceBook["currency"]): string =>
  Number.isFinite(amount) ? `${signOf(currency)}${showNumber(Math.round(amount))}` : "no price";

/** A small amount with two decimals: "£0.07". */
export const showSmallMoney = (amount: number, currency: PriceBook["currency"]): string =>
  `${signOf(currency)}${amount.toFixed(2)}`;

/** A price as it goes on after what is had for it: " for $2,010", ", without a price". */
export const forMoney = (amount: number, currency: PriceBook["currency"]): string =>
  Number.isFinite(amount) ? ` for ${showMoney(amount, currency)}` : ", without a price";

const counted = ({ name, count, unit, money, minutes, group }: PriceLine, currency: PriceBook["currency"]): string =>
  minutes && group !== "standard"
    ? `${name} ${showNumber(minutes.typical / 60)} h = ${showMoney(money.typical, currency)}`
    : `${name}${count === 1 ? "" : `, ${showNumber(count)} ${unit === "each" ? "" : unit}`.trimEnd()} = ${showMoney(money.typical, currency)}`;

function explainCost(book: PriceBook, { cost, lines, missing }: EstimateFields, grants: readonly PriceItem[]): Why {
  const { currency } = book;
  const terms = (["margin", "tax"] as const).map((id) => itemOf(book, id)).filter((t) => t && t.typical > 0);
  const most = [...lines].sort((a, b) => b.money.high - b.money.low - (a.money.high - a.money.low)).slice(0, 3);
  return why(
    "Price",
    showMoney(cost.typical, currency),
    {
      rule: `Price book: ${book.name}`,
      formula:
        "(materials, devices, equipment and labour) x (1 + margin), with charges as they are; all x (1 + tax), less grants. Of 2,000 draws of every line between its low and its high figure, half are below the price",
      numbers:
        missing.length > 0
          ? `Not in the price book: ${missing.join(", ")}`
          : [
              ...lines.map((l) => counted(l, currency)),
              ...terms.map((t) => `${t?.name} ${showNumber(t?.typical ?? 0)} %`),
              ...grants.map((g) => `less ${g.name} ${showMoney(g.typical, currency)}`),
            ].join("; "),
    },
    [
      ...(book.madeUp ? ["The prices are made-up examples until the firm enters its own in the price book"] : []),
      ...(lines.length > 1
        ? [
            "Most items can exceed their typical figure by more than they can fall below it, so the price is above their sum",
          ]
        : []),
    ],
    most.map((l) => `${l.name}: ${showMoney(l.money.low, currency)} to ${showMoney(l.money.high, currency)}`),
  );
}
