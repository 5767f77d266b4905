/** The words that jobs are found by. */

/** Changes whenever `searchWords` finds other words in the same text: jobs are then indexed again. */
export const SEARCH_WORDS_VERSION = 1;
const LONGEST_WORD = 40;
const MOST_WORDS = 60;

/** The different words of a text, in lower case and without accents: "Łódź Row 5" has "lodz", "row" and "5". */
export function searchWords(text: string): string[] {
  const folded = text
    .normalize("NFKD")
    .replace(/\p{M}+/gu, "")
    .toLowerCase()
    .replace(/ł/g, "l")
    .replace(/ø/g, "o")
    .replace(/đ/g, "d")
    .replace(/ß/g, "ss");
  const words = folded.match(/[\p{L}\p{N}]+/gu) ?? [];
  return [...new Set(words.map((word) => word.slice(0, LONGEST_WORD)))].slice(0, MOST_WORDS);
}
