/** Explains why a piece of work costs more than the firm's standard installation. */
import { itemsIn, type PriceBook } from "#core/estimate/book.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { showNumber } from "#core/units.ts";

/** Groups whose lines are things that a customer would recognise. */
const THINGS: readonly PriceLine["group"][] = ["materials", "devices", "equipment", "charges"];

const amountOf = ({ name, needed, unit }: PriceLine): string =>
  unit === "each" && needed === 1
    ? name
    : `${showNumber(Math.round(needed * 10) / 10)}${unit === "each" ? " x" : ` ${unit}`} ${name}`;

/**
 * Why a price is not the standard price.
 * @param lines of a price
 * @returns sentences; empty where it is the standard installation and no more; null where the book has no such thing
 */
export function outsideStandard(lines: readonly PriceLine[], book: PriceBook): string[] | null {
  const [standard] = itemsIn(book, "standard");
  const included = itemsIn(book, "included");
  if (!standard || included.length === 0) return null;
  if (lines.some(({ group }) => group === "standard")) {
    const more = lines.filter(({ group }) => THINGS.includes(group)).map(amountOf);
    return more.length === 0 ? [] : [`It takes more than the standard price covers: ${more.join(", ")}.`];
  }
  const without = included.filter(({ id, low }) => low > 0 && !lines.some(({ item }) => item === id));
  return [
    without.length > 0
      ? `The standard price is for "${standard.name}". This home needs other parts in the place of: ${without.map(({ name }) => name).join(", ")}.`
      : `The standard price is for "${standard.name}". This work is priced item by item.`,
  ];
}
