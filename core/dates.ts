/** Days and times as they are written in the country of a job's rules. */
import type { Conventions } from "./conventions.ts";

const show = (day: string, { locale }: Pick<Conventions, "locale">, options: Intl.DateTimeFormatOptions): string =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString(locale, { ...options, timeZone: "UTC" });

/**
 * A day in full: "Nov 29, 2026" or "29 Nov 2026".
 * @param day ISO day, `2026-11-29`; any other text is left as it is
 */
export const showDay = (day: string, conventions: Pick<Conventions, "locale">): string =>
  /^\d{4}-\d{2}-\d{2}$/.test(day) ? show(day, conventions, { dateStyle: "medium" }) : day;

/** A day without its year: "Nov 29" or "29 Nov". @param day ISO day */
export const showDayOfMonth = (day: string, conventions: Pick<Conventions, "locale">): string =>
  show(day, conventions, { day: "numeric", month: "short" });

/** The ISO day of a moment, in UTC: `2026-11-29`. */
export const isoDay = (moment: Date): string => moment.toISOString().slice(0, 10);

/** A month: "Nov 2026". @param month "2026-11" */
export const showMonth = (month: string, conventions: Pick<Conventions, "locale">): string =>
  new Intl.DateTimeFormat(conventions.locale, { month: "short", year: "numeric", timeZone: "UTC" }).format(
    new Date(`${month}-01T00:00:00Z`),
  );

/** Whether a text is an ISO day that exists. */
export const isDay = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && new Date(`${text}T00:00:00Z`).toJSON()?.startsWith(text) === true;

/** The day some days after another one. @param day ISO day */
export const daysAfter = (day: string, days: number): string =>
  isoDay(new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000));

/** The day some months after another one; the last of the month where that month has no such day. @param day ISO day */
export function monthsAfterDay(day: string, months: number): string {
  const [year = 0, month = 1, date = 1] = day.split("-").map(Number);
  const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate();
  return isoDay(new Date(Date.UTC(year, month - 1 + months, Math.min(date, last))));
}

/** A time of day: "7:30 PM" or "19:30". @param clock `HH:MM` of 24 hours */
export function showTime(clock: string, conventions: Conventions): string {
  if (conventions.clockHours === 24) return clock;
  const [hour = 0, minute = "00"] = [Number(clock.slice(0, 2)), clock.slice(3, 5)];
  return `${hour % 12 === 0 ? 12 : hour % 12}:${minute} ${hour < 12 ? "AM" : "PM"}`;
}

/** A daily window: "7:00 PM to 7:00 AM" or "19:00 to 07:00". */
export const showWindow = ({ from, to }: { from: string; to: string }, conventions: Conventions): string =>
  `${showTime(from, conventions)} to ${showTime(to, conventions)}`;

/** The ISO days and times within a sentence, `2026-08-01 04:00`, written as the rules' country writes them. */
export const withLocalDates = (sentence: string, conventions: Conventions): string =>
  sentence.replace(/\b(\d{4}-\d{2}-\d{2})(?: (\d{2}:\d{2}))?\b/g, (_, day: string, clock?: string) =>
    clock ? `${showDay(day, conventions)}, ${showTime(clock, conventions)}` : showDay(day, conventions),
  );
