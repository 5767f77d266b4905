/** Small things done to words. */

/** The same words, beginning with a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The same words, as they go on within a sentence. */
export const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** "a 40 A charger", "an 80 A service": with the article as the figure is read aloud. */
export const withArticle = (text: string): string =>
  `${/^(8|1[18](?!\d)|1[18],\d{3})/.test(text) ? "an" : "a"} ${text}`;

/** "14 Lantern Row" as a name without spaces: "14-lantern-row"; empty where no letter or digit is left. */
export const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");

/** "a", "a and b", "a, b and c". */
export const listed = (parts: readonly string[]): string =>
  parts.length < 2 ? (parts[0] ?? "") : `${parts.slice(0, -1).join(", ")} and ${parts.at(-1)}`;
