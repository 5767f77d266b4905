/** The months of a charger against the need: energy, nights that were short, hours held back, cost by tariff. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import {
  larger,
  type MeteredQuarters,
  type NightBasis,
  type RealNight,
  realNights,
} from "#core/energy/metered/nights.ts";
import { showSmallMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";

export interface MonthAfter {
  /** "2026-11" */
  month: string;
  kWh: number;
  /** Of it within the cheap hours; null without such hours. */
  cheapKWh: number | null;
  /** Nights in which it charged. */
  nights: number;
  /** Of these the nights that were held back and ended with less than the need. */
  shortNights: number;
  /** Hours in which less than the designed current was offered to a car that charged. */
  heldBackHours: number;
  /** The largest current that was taken, A; null where none was sent. */
  mostA: number | null;
  /** The largest current of the supply while the car charged, A; null where none was sent. */
  mostTotalA: number | null;
}

/** A night that was held back is short below this share of the need (Heron's own figure). */
const ENOUGH = 0.95;
const QUARTERS_AN_HOUR = 4;

const minuteOf = (time: string): number => {
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  return hours * 60 + minutes;
};

/** Design figures that the nights of a job are judged by. @param local as in `NightBasis` */
export function nightBasis(document: CaseDocument, assessment: Assessment, local: NightBasis["local"]): NightBasis {
  const cheap = document.need?.cheap;
  return {
    designedA: takenWay(assessment)?.chargeA ?? 0,
    cheap: cheap ? { from: minuteOf(cheap.from), to: minuteOf(cheap.to) } : null,
    local,
  };
}

/** Whether a night was held back and ended with less than the need. */
export const isShort = ({ kWh, heldBack }: RealNight, needKWh: number): boolean =>
  heldBack > 0 && kWh < ENOUGH * needKWh;

/** The months of a job, the earliest first. */
export function monthsAfter(
  document: CaseDocument,
  assessment: Assessment,
  quarters: MeteredQuarters,
  local: NightBasis["local"],
): MonthAfter[] {
  const basis = nightBasis(document, assessment, local);
  const needKWh = assessment.need.energyPerDayKWh;
  const months = new Map<string, MonthAfter>();
  for (const night of realNights(quarters, basis)) {
    const month = night.night.slice(0, 7);
    const cheapKWh = basis.cheap ? 0 : null;
    const known = months.get(month) ?? {
      month,
      kWh: 0,
      cheapKWh,
      nights: 0,
      shortNights: 0,
      heldBackHours: 0,
      mostA: null,
      mostTotalA: null,
    };
    known.kWh += night.kWh;
    if (known.cheapKWh !== null) known.cheapKWh += night.cheapKWh;
    known.nights++;
    if (isShort(night, needKWh)) known.shortNights++;
    known.heldBackHours += night.heldBack / QUARTERS_AN_HOUR;
    known.mostA = larger(known.mostA, night.mostA);
    known.mostTotalA = larger(known.mostTotalA, night.mostTotalA);
    months.set(month, known);
  }
  return [...months.values()];
}

/** The cost of a month's energy, in the currency of the rules; null while the price of a kWh is unknown. */
export function costOf(
  { quote, rules }: CaseDocument,
  { kWh, cheapKWh }: Pick<MonthAfter, "kWh" | "cheapKWh">,
): string | null {
  const { pricePerKWh: price, dayPricePerKWh: day } = quote ?? {};
  if (price === undefined) return null;
  const dear = cheapKWh === null || day === undefined ? 0 : kWh - cheapKWh;
  return showSmallMoney((kWh - dear) * price + dear * (day ?? price), codebookOf(rules).currency);
}
