/** How the United States write days, times, lengths and temperatures. */
import type { Conventions } from "#core/conventions.ts";

export const necConventions: Conventions = {
  locale: "en-US",
  clockHours: 12,
  buildingLengths: "imperial",
  temperature: "F",
  dateOrder: "mdy",
  timeZone: "America/New_York",
};
