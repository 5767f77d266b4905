/** Times of day as people type them. */

/**
 * Reads `19:00`, `7pm`, `7:30 pm`, `19`, `midnight`.
 * @returns the time as `HH:MM` of 24 hours; null where the text is not a time
 */
export function parseTime(text: string): string | null {
  const typed = text.trim().toLowerCase();
  if (typed === "midnight") return "00:00";
  if (typed === "noon") return "12:00";
  const found = /^(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm|a\.m\.|p\.m\.)?$/.exec(typed);
  if (!found) return null;
  const [, hours, minutes = "00", half] = found;
  const hour = Number(hours);
  if (Number(minutes) > 59 || hour > (half ? 12 : 23) || (half && hour === 0)) return null;
  const shown = half ? (hour % 12) + (half.startsWith("p") ? 12 : 0) : hour;
  return `${String(shown).padStart(2, "0")}:${minutes}`;
}

const TIME = String.raw`\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm|a\.m\.|p\.m\.)?|midnight|noon`;
/** `19:00-07:00`, `7pm to 7am`: the two times are its first two groups. */
export const TIME_WINDOW = new RegExp(`(?<![\\w:.-])(${TIME})\\s*(?:-|–|to|until|till)\\s*(${TIME})(?![\\w:])`, "i");
