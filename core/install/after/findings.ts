/** After the work: what the charger took, month by month, against the need and the design; counters read by hand. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import { LIMIT_WITHIN_A } from "../checks/limit.ts";
import type { MonthAfter } from "./months.ts";

type EnergyOfMonth = Pick<MonthAfter, "month" | "kWh" | "mostA">;

export interface AfterFinding {
  /** The finding, in one sentence. */
  text: string;
  /** Why, with its numbers. */
  why: string;
  isBad: boolean;
}

/** Within this share of the need, the prediction held (Heron's own figure). */
const HELD = 0.25;
const daysIn = (month: string): number =>
  new Date(Date.UTC(Number(month.slice(0, 4)), Number(month.slice(5)), 0)).getUTCDate();

/** The complete months: charging began within the first one, and the present one is not over. */
const complete = (months: readonly EnergyOfMonth[], today: string): readonly EnergyOfMonth[] =>
  months.slice(1).filter(({ month }) => month < today.slice(0, 7));

/**
 * Findings on the predicted energy and on the limit.
 * @param today ISO day; the month that it lies in is not judged yet
 */
export function afterFindings(
  document: CaseDocument,
  assessment: Assessment,
  months: readonly EnergyOfMonth[],
  today: string,
): AfterFinding[] {
  const judged = complete(months, today);
  const way = takenWay(assessment);
  const found: AfterFinding[] = [];
  if (judged.length > 0) {
    const days = judged.reduce((total, { month }) => total + daysIn(month), 0);
    const kWh = judged.reduce((total, one) => total + one.kWh, 0);
    const [perDay, need] = [kWh / days, assessment.need.energyPerDayKWh];
    const share = need > 0 ? perDay / need : 1;
    const why = `${showKWh(kWh)} in ${days} days is ${showKWh(perDay)} a day; the need was ${showKWh(need)} a day (${showPercent(share)})`;
    if (Math.abs(share - 1) <= HELD) found.push({ text: "The prediction of the energy held", why, isBad: false });
    else
      found.push({
        text:
          share > 1
            ? "The car takes more than was predicted: look at the need again"
            : "The car takes less than was predicted",
        why,
        isBad: share > 1,
      });
  }
  const mostA = months.reduce<number | null>(
    (most, one) => (one.mostA === null ? most : Math.max(most ?? 0, one.mostA)),
    null,
  );
  if (mostA !== null && way) {
    const isOver = exceeds(mostA, way.chargeA + LIMIT_WITHIN_A);
    found.push({
      text: isOver
        ? "The charger took more than it was designed for: its limit must be set again"
        : "The limit was kept",
      why: `${showA(mostA)} at most, of ${showA(way.chargeA)}`,
      isBad: isOver,
    });
  }
  return [...found, ...counterFindings(document, months)];
}

/** Counters read by hand beside what the charger sent; a counter that goes back. */
function counterFindings(document: CaseDocument, months: readonly EnergyOfMonth[]): AfterFinding[] {
  const counters = [...(document.after?.counters ?? [])].sort((a, b) => a.on.localeCompare(b.on));
  const found: AfterFinding[] = [];
  for (const [i, { on, kWh }] of counters.entries()) {
    const before = counters[i - 1];
    if (before && kWh < before.kWh)
      found.push({
        text: "A counter goes back: read it again",
        why: `${showNumber(before.kWh)} kWh on ${before.on}, ${showNumber(kWh)} kWh on ${on}`,
        isBad: true,
      });
  }
  const [first, last] = [counters[0], counters.at(-1)];
  const between =
    first && last ? months.filter(({ month }) => month > first.on.slice(0, 7) && month < last.on.slice(0, 7)) : [];
  if (first && last && between.length > 0) {
    const sent = between.reduce((total, one) => total + one.kWh, 0);
    const counted = last.kWh - first.kWh;
    if (exceeds(sent, counted * 1.02))
      found.push({
        text: "The charger has sent more energy than the counter shows: one of them is wrong",
        why: `${showKWh(sent)} sent in the whole months between, ${showKWh(counted)} by the counter`,
        isBad: true,
      });
  }
  return found;
}
