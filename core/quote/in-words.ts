/** Prices, benefits, costs and waits of an option as sentences for the customer. */
import type { CaseDocument, QuoteOption } from "#core/case/document/types.ts";
import { showTime } from "#core/dates.ts";
import { distancePerKWh } from "#core/energy/need/cars.ts";
import { distancePerHour, fullByCar } from "#core/energy/need/in-words.ts";
import { nightNeed } from "#core/energy/need/need.ts";
import { carName, usualNight } from "#core/energy/need/result.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { showMoney, showSmallMoney } from "#core/estimate/estimate.ts";
import { installDays, type Spread } from "#core/estimate/schedule.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showDays, showKWh, showNumber, showPercent } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import type { WayJudgement } from "#core/ways/types.ts";

/** Days of a month, for what a month costs. */
const MONTH_DAYS = 365 / 12;

/** "£1,180", "£1,050 to £1,320, most likely £1,160", or "no price". */
export function priceInWords({ low, typical, high }: Spread, currency: PriceBook["currency"]): string {
  const [from, usual, to] = [low, typical, high].map((amount) => showMoney(amount, currency));
  return from === to ? `${from}` : `${from} to ${to}, most likely ${usual}`;
}

export function depositInWords(
  { fixedPrice }: Pick<QuoteOption, "fixedPrice">,
  percent: number,
  currency: PriceBook["currency"],
): string {
  const share = `${showNumber(percent)} %`;
  return fixedPrice === undefined
    ? `${share} of the agreed price`
    : `${share}: ${showMoney((fixedPrice * percent) / 100, currency)}`;
}

/** Benefits of a way in a usual night, in the units of the cars. */
export function givesOf(
  way: Pick<WayJudgement, "volts" | "phases" | "chargeA" | "limitA" | "nightsMet">,
  document: CaseDocument,
): string[] {
  const { conventions } = codebookOf(document.rules);
  const cars = document.need?.cars ?? [];
  const volts = way.volts * way.phases;
  const full = fullByCar(usualNight(nightNeed(document)), way.chargeA, volts, document.need?.carPriority ?? "first");
  const speeds = cars.map((car, i) => {
    const perHour = Math.round(distancePerHour(car, way.chargeA, volts));
    const unit = car.distancePerDay.unit === "km" ? "km" : "miles";
    return `${cars.length > 1 ? `${carName(car, i)}: about` : "About"} ${showNumber(perHour)} ${unit} for each hour of charging`;
  });
  const isEveryNight = way.nightsMet > 0.999;
  const clock = way.limitA === undefined ? full.at(-1) : null;
  return [
    ...(speeds.length > 0 ? speeds : [`About ${showKWh((way.chargeA * volts) / 1000)} for each hour of charging`]),
    ...(clock ? [`Full by ${showTime(clock, conventions)} after a usual day`] : []),
    ...(isEveryNight && clock ? [] : [morningsInWords(way.nightsMet)]),
    ...(way.limitA === undefined ? [] : ["It slows down by itself while the home needs the power"]),
  ];
}

const morningsInWords = (nightsMet: number): string =>
  nightsMet > 0.999 ? "Full every morning" : `Full on ${showPercent(nightsMet)} of all mornings`;

/** Running costs at the customer's own prices, compared with the present cost of fuel. */
export function costsOf(
  way: Pick<WayJudgement, "energyPerNightKWh">,
  { need, quote }: Pick<CaseDocument, "need" | "quote">,
  currency: PriceBook["currency"],
): string[] {
  const price = quote?.pricePerKWh;
  if (price === undefined) return [];
  const month = way.energyPerNightKWh * MONTH_DAYS * price;
  const fuel = quote?.fuelPerMonth;
  const cars = need?.cars ?? [];
  const [car] = cars;
  const lines = [
    `A month of charging costs about ${showMoney(month, currency)}${fuel === undefined ? "" : `, fuel costs ${showMoney(fuel, currency)} today`}`,
  ];
  if (!car) return lines;
  const unit = car.distancePerDay.unit === "km" ? "km" : "mile";
  const perDistance = price / distancePerKWh(car);
  // The fuel cost that the customer gave is for the distance of all cars together.
  const distance = cars.reduce((sum, one) => sum + one.distancePerDay.value, 0) * MONTH_DAYS;
  const now = fuel === undefined || distance === 0 ? "" : `, ${showSmallMoney(fuel / distance, currency)} with fuel`;
  return [...lines, `A ${unit} costs ${showSmallMoney(perDistance, currency)}${now}`];
}

/** "about 12 days until it charges, between 5 and 30". */
export function waitInWords({ low, typical, high }: Spread): string {
  const days = Math.round(typical);
  if (days === 0) return "It can charge at once";
  const range =
    Math.round(low) === Math.round(high) ? "" : `, between ${Math.round(low)} and ${showDays(Math.round(high))}`;
  return `About ${showDays(days)} until it charges${range}`;
}

export function offInWords(way: Pick<WayJudgement, "way" | "steps" | "workItems">, board: string): string {
  const days = Math.max(1, Math.round(installDays(way.steps)));
  if (wayOf(way.way).switchesOff === "home")
    return `The whole home is without power for most of one working day${days > 1 ? `, of ${days} that the work takes` : ""}.`;
  if (wayOf(way.way).switchesOff === "panel" || way.workItems.length > 0)
    return `The ${board} is switched off for about an hour, while the work is connected.`;
  return "Nothing is switched off.";
}
