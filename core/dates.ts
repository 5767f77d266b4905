/** Days as they are written in the country of a job's rules. */
import type { Region } from "#core/codebook/types.ts";

const LOCALES: Record<Region, string> = { us: "en-US", uk: "en-GB" };
const formatter = (region: Region, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat(LOCALES[region], { ...options, timeZone: "UTC" });
const FULL = {
  us: formatter("us", { dateStyle: "medium" }),
  uk: formatter("uk", { dateStyle: "medium" }),
};
const SHORT = {
  us: formatter("us", { day: "numeric", month: "short" }),
  uk: formatter("uk", { day: "numeric", month: "short" }),
};

/**
 * A day in full: "Nov 29, 2026" in the US, "29 Nov 2026" in the UK.
 * @param day ISO day, `2026-11-29`; any other text is left as it is
 */
export const showDay = (day: string, region: Region): string =>
  /^\d{4}-\d{2}-\d{2}$/.test(day) ? FULL[region].format(new Date(`${day}T00:00:00Z`)) : day;

/** A day without its year: "Nov 29" in the US, "29 Nov" in the UK. @param day ISO day */
export const showDayOfMonth = (day: string, region: Region): string =>
  SHORT[region].format(new Date(`${day}T00:00:00Z`));
