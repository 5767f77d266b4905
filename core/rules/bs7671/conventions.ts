/** How the United Kingdom writes days, times, lengths and temperatures. */
import type { Conventions } from "#core/conventions.ts";

export const ukConventions: Conventions = {
  locale: "en-GB",
  clockHours: 24,
  buildingLengths: "metric",
  temperature: "C",
  dateOrder: "dmy",
  timeZone: "Europe/London",
};
