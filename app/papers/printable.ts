/** Text that papers can print: letters that no font has, or that have to be shaped, are written in Latin letters. */
import anyAscii from "any-ascii";

const segmenter = new Intl.Segmenter("en", { granularity: "grapheme" });

/** Letters that change their shape beside others, or are written from right to left: the layout cannot do either. */
const SHAPED =
  /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Devanagari}\p{Script=Thai}\p{Script=Bengali}\p{Script=Tamil}]/u;

/**
 * Replaces what the papers cannot print by Latin letters.
 * @param hasLetter whether one of the fonts has a glyph for a code point
 */
export function printableText(text: string, hasLetter: (codePoint: number) => boolean): string {
  if ([...text].every((letter) => isPlain(letter, hasLetter))) return text;
  return [...segmenter.segment(text)]
    .map(({ segment }) => ([...segment].every((letter) => isPlain(letter, hasLetter)) ? segment : inLatin(segment)))
    .join("");
}

const isPlain = (letter: string, hasLetter: (codePoint: number) => boolean): boolean =>
  /^[\n\r\t]$/.test(letter) || (hasLetter(letter.codePointAt(0) as number) && !SHAPED.test(letter));

/** Direction marks, joiners and variation selectors are never printed. */
const inLatin = (letters: string): string => anyAscii(letters.replace(/[\p{Cf}\p{Variation_Selector}]/gu, ""));

/** Maps every string within a value, in arrays and objects too. @returns the same value where no string changed */
function mapText<T>(value: T, change: (text: string) => string): T {
  if (typeof value === "string") return change(value) as T;
  if (Array.isArray(value)) {
    const items = value.map((item) => mapText(item, change));
    return items.some((item, i) => item !== value[i]) ? (items as T) : value;
  }
  if (typeof value !== "object" || value === null) return value;
  const entries = Object.entries(value);
  const changed = entries.map(([key, item]) => [key, mapText(item, change)] as const);
  return changed.some(([, item], i) => item !== entries[i]?.[1]) ? (Object.fromEntries(changed) as T) : value;
}

/** A letter and its accent as one letter, where there is such a letter. */
export const withComposedText = <T>(value: T): T => mapText(value, (text) => text.normalize("NFC"));

/**
 * All text of a value as it can be printed. Different texts stay different, as some of them are ids that refer to each
 * other.
 * @returns the value itself where everything is printed as it is
 */
export function withPrintableText<T>(value: T, hasLetter: (codePoint: number) => boolean): T {
  const printedAs = new Map<string, string>();
  const taken = new Set<string>();
  return mapText(value, (text) => {
    const known = printedAs.get(text);
    if (known !== undefined) return known;
    const latin = printableText(text, hasLetter);
    let own = latin;
    for (let n = 2; own !== text && taken.has(own); n++) own = `${latin} (${n})`;
    taken.add(own);
    printedAs.set(text, own);
    return own;
  });
}
