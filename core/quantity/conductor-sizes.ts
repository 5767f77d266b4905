/** A list of conductors as it is typed: "3 x 12 AWG, 10 AWG". */
import type { NotUnderstood } from "./parse.ts";

const ENTRY = /^(?:(\d{1,2})\s*[x×]\s*)?(\S.*)$/i;

/**
 * @param known sizes that are made, as the open format writes them
 * @returns one size for each conductor
 */
export function parseConductorSizes(text: string, known: readonly string[]): string[] | NotUnderstood {
  const sizes: string[] = [];
  for (const typed of text.split(/[,;]/).map((part) => part.trim())) {
    if (typed === "") continue;
    const [, count = "1", named = ""] = ENTRY.exec(typed) ?? [];
    const size = known.find((one) => sameSize(one, named));
    if (!size) return { problem: `"${typed}" is no conductor size` };
    sizes.push(...Array.from({ length: Number(count) }, () => size));
  }
  return sizes;
}

/** "12", "12awg" and "12 AWG" are one size. */
const sameSize = (made: string, typed: string): boolean => {
  const plain = (size: string) =>
    size
      .toLowerCase()
      .replace(/\s|²/g, "")
      .replace(/(awg|kcmil|mm2|mm)$/, "");
  return plain(made) === plain(typed);
};

/** The same list as it would be typed, equal sizes counted together. */
export function showConductorSizes(sizes: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const size of sizes) counts.set(size, (counts.get(size) ?? 0) + 1);
  return [...counts].map(([size, count]) => (count === 1 ? size : `${count} x ${size}`)).join(", ");
}
