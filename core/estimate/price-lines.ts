/** The lines of a price, and what is put on them: margin, tax and grants. */
import { type ItemGroup, itemOf, PASSED_ON, type PriceBook } from "./book.ts";
import type { Pick3, Spread } from "./schedule.ts";

/** One item of the book as a piece of work takes it. */
export interface PriceLine {
  item: string;
  group: ItemGroup;
  name: string;
  unit: string;
  /** As it is bought: with waste, rounded up to what is sold. */
  count: number;
  /** As it is built in. */
  needed: number;
  /** Money before margin and tax. */
  money: Spread;
  /** Labour: minutes, whose money is at the rate of the book; a standard installation has its labour in its price. */
  minutes?: Spread;
}

/** A percentage of the book as a share. */
export const percentOf = (book: PriceBook, id: string, pick: Pick3): number => (itemOf(book, id)?.[pick] ?? 0) / 100;

/**
 * Materials, equipment and labour with the margin, what is passed on without it, both with tax, less grants.
 * @param earned, passedOn money before margin and tax
 */
export const withMarginAndTax = (
  book: PriceBook,
  pick: Pick3,
  earned: number,
  passedOn: number,
  grants: number,
): number =>
  Math.max(
    0,
    (earned * (1 + percentOf(book, "margin", pick)) + passedOn) * (1 + percentOf(book, "tax", pick)) - grants,
  );

/** Whether a line is passed on to the customer without margin. */
export const isPassedOn = ({ group }: Pick<PriceLine, "group">): boolean => PASSED_ON.includes(group);

/** Hours of labour in a price, as it is typical. */
export const hoursOf = (lines: readonly Pick<PriceLine, "minutes">[]): number =>
  lines.reduce((sum, { minutes }) => sum + (minutes?.typical ?? 0), 0) / 60;
