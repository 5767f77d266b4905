/** Days as they are written in the country of a job's rules. */
import type { Region } from "#core/codebook/types.ts";

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
