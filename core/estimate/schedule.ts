/** The steps of a way that wait for each other, and when each begins and ends. */
import { isoDay } from "#core/dates.ts";
import { itemOf, itemsIn, type PriceBook } from "./book.ts";
import type { WorkItem } from "./requirements.ts";

export interface Spread {
  low: number;
  typical: number;
  high: number;
}
export type Pick3 = keyof Spread;
export const PICKS: readonly Pick3[] = ["low", "typical", "high"];

/** Minutes of work in a day on site. */
const WORKDAY_MINUTES = 7 * 60;
const INSTALL = "install";

interface StepRule {
  id: string;
  name: string;
  after: readonly string[];
  waits: readonly string[];
}

/** In the order they are done; a step waits for those that are there of the ones it comes after. */
const STEP_RULES: readonly StepRule[] = [
  { id: "survey", name: "Survey", after: [], waits: ["wait:survey", "wait:measure"] },
  { id: "owner", name: "Owner and association", after: ["survey"], waits: ["wait:owner"] },
  { id: "authority", name: "Authority", after: ["survey"], waits: ["wait:authority"] },
  { id: "permit", name: "Permit", after: ["survey"], waits: ["wait:permit"] },
  { id: "operator", name: "Application", after: ["survey"], waits: ["wait:operator"] },
  { id: "order", name: "Order", after: ["survey"], waits: ["wait:order", "wait:order-panel"] },
  { id: "utility-visit", name: "Supply visit", after: ["operator", "order", "owner"], waits: ["wait:utility-visit"] },
  {
    id: INSTALL,
    name: "Install",
    after: ["survey", "owner", "authority", "permit", "operator", "order", "utility-visit"],
    waits: [],
  },
  { id: "inspection", name: "Inspection", after: [INSTALL], waits: ["wait:inspection"] },
];

export interface ScheduleStep {
  id: string;
  name: string;
  /** Steps of this way that it waits for. */
  after: string[];
  days: Spread;
  /** Counts every day, not only working ones. */
  everyDay: boolean;
}

/**
 * @param minutes labour on site
 * @returns the steps, in order; items missing in the book are listed by id
 */
export function scheduleSteps(
  items: readonly WorkItem[],
  minutes: Spread,
  book: PriceBook,
): { steps: ScheduleStep[]; missing: string[] } {
  const waits = new Set(items.flatMap((i) => i.requires.waits));
  const missing: string[] = [];
  const steps: ScheduleStep[] = [];
  for (const rule of STEP_RULES) {
    const days: Spread = { low: 0, typical: 0, high: 0 };
    let everyDay = false;
    for (const id of rule.waits.filter((w) => waits.has(w))) {
      const item = itemOf(book, id);
      if (!item) {
        missing.push(id);
        continue;
      }
      if (item.typical >= days.typical) everyDay = item.unit === "calendar days";
      days.low = Math.max(days.low, item.low);
      days.typical = Math.max(days.typical, item.typical);
      days.high = Math.max(days.high, item.high);
    }
    if (rule.id === INSTALL && minutes.typical > 0)
      for (const pick of PICKS) days[pick] = Math.ceil(minutes[pick] / WORKDAY_MINUTES);
    if (days.high > 0)
      steps.push({
        id: rule.id,
        name: rule.name,
        after: rule.after.filter((id) => steps.some((s) => s.id === id)),
        days,
        everyDay,
      });
  }
  return { steps, missing };
}

/** Days of work on site. */
export const installDays = (steps: readonly ScheduleStep[]): number =>
  steps.find((s) => s.id === INSTALL)?.days.typical ?? 0;

/** Which days are worked: a day is a count of days from the start. */
export type WorkDays = (day: number) => boolean;

/** From a Monday on, Monday to Friday, without holidays. */
export const FROM_A_MONDAY: WorkDays = (day) => day % 7 < 5;

/** The day on which `days` days from a start are over. */
function dayWhenOver(start: number, days: number, everyDay: boolean, worked: WorkDays): number {
  if (everyDay) return start + Math.ceil(days);
  let [day, left] = [start, Math.ceil(days)];
  while (left > 0) {
    if (worked(day)) left--;
    day++;
  }
  return day;
}

export interface PlacedStep extends ScheduleStep {
  /** Days from the start; the end is the first day after. */
  from: number;
  to: number;
}

/** When each step begins and ends, as early as what it waits for allows. */
export function placedSteps(
  steps: readonly ScheduleStep[],
  pick: Pick3,
  worked: WorkDays = FROM_A_MONDAY,
): PlacedStep[] {
  const times = timesOf(steps, pick, worked);
  return steps.map((step) => ({ ...step, ...(times.get(step.id) as Times) }));
}

type Times = Pick<PlacedStep, "from" | "to">;

function timesOf(steps: readonly ScheduleStep[], pick: Pick3, worked: WorkDays): Map<string, Times> {
  const times = new Map<string, Times>();
  for (const { id, after, days, everyDay } of steps) {
    let from = 0;
    for (const before of after) from = Math.max(from, times.get(before)?.to ?? 0);
    times.set(id, { from, to: dayWhenOver(from, days[pick], everyDay, worked) });
  }
  return times;
}

/** Days from the start until all is done. */
export const totalDays = (placed: Iterable<Times>): number => {
  let last = 0;
  for (const { to } of placed) last = Math.max(last, to);
  return last;
};

/** Days until all is done, counted from a day on which work may begin. */
export const daysFrom = (steps: readonly ScheduleStep[], worked: WorkDays): Spread => ({
  low: totalDays(timesOf(steps, "low", worked).values()),
  typical: typicalDaysFrom(steps, worked),
  high: totalDays(timesOf(steps, "high", worked).values()),
});

/** As `daysFrom`, the typical days alone: a third of the work. */
export const typicalDaysFrom = (steps: readonly ScheduleStep[], worked: WorkDays): number =>
  totalDays(timesOf(steps, "typical", worked).values());

const MS_A_DAY = 86_400_000;

/**
 * @param start ISO day on which the first step may begin
 * @param holidays ISO days that are not worked
 */
export function workedFrom(start: string, holidays: readonly string[]): WorkDays {
  const first = Date.parse(`${start}T00:00:00Z`);
  const off = new Set(holidays);
  return (day) => {
    const date = new Date(first + day * MS_A_DAY);
    return date.getUTCDay() % 6 !== 0 && !off.has(isoDay(date));
  };
}

/** The days a firm is closed, as its price book names them: `holiday:2026-12-25`. */
export const holidaysOf = (book: PriceBook): string[] =>
  itemsIn(book, "holidays").map((i) => i.id.slice(i.id.indexOf(":") + 1));
