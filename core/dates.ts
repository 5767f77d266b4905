/** Days and times as they are written in the country of a job's rules. */
import type { Region } from "#core/rules/types.ts";

const LOCALES: Record<Region, string> = { us: "en-US", uk: "en-GB" };
const show = (day: string, region: Region, options: Intl.DateTimeFormatOptions): string =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString(LOCALES[region], { ...options, timeZone: "UTC" });

/**
 * A day in full: "Nov 29, 2026" in the US, "29 Nov 2026" in the UK.
 * @param day ISO day, `2026-11-29`; any other text is left as it is
 */
export const showDay = (day: string, region: Region): string =>
  /^\d{4}-\d{2}-\d{2}$/.test(day) ? show(day, region, { dateStyle: "medium" }) : day;

/** A day without its year: "Nov 29" in the US, "29 Nov" in the UK. @param day ISO day */
export const showDayOfMonth = (day: string, region: Region): string =>
  show(day, region, { day: "numeric", month: "short" });

/** A time of day: "7:30 PM" in the US, "19:30" in the UK. @param clock `HH:MM` of 24 hours */
export function showTime(clock: string, region: Region): string {
  if (region === "uk") return clock;
  const [hour = 0, minute = "00"] = [Number(clock.slice(0, 2)), clock.slice(3, 5)];
  return `${hour % 12 === 0 ? 12 : hour % 12}:${minute} ${hour < 12 ? "AM" : "PM"}`;
}

/** A daily window: "7:00 PM to 7:00 AM" in the US, "19:00 to 07:00" in the UK. */
export const showWindow = ({ from, to }: { from: string; to: string }, region: Region): string =>
  `${showTime(from, region)} to ${showTime(to, region)}`;

/** The ISO days and times within a sentence, `2026-08-01 04:00`, written as the country of the rules writes them. */
export const withLocalDates = (sentence: string, region: Region): string =>
  sentence.replace(/\b(\d{4}-\d{2}-\d{2})(?: (\d{2}:\d{2}))?\b/g, (_, day: string, clock?: string) =>
    clock ? `${showDay(day, region)}, ${showTime(clock, region)}` : showDay(day, region),
  );
