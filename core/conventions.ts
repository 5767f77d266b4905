/** How a country writes days, times, lengths and temperatures, and what its files of interval data look like. */
export interface Conventions {
  /** BCP 47 language of texts and papers; also names the words of a way. */
  locale: "en-US" | "en-GB";
  clockHours: 12 | 24;
  /** Lengths on a building: feet and inches, or millimetres and metres. */
  buildingLengths: "imperial" | "metric";
  temperature: "F" | "C";
  /** Order of day and month in a file that does not show it. */
  dateOrder: "mdy" | "dmy";
  /** Usual IANA time zone of a file that names none. */
  timeZone: string;
}
