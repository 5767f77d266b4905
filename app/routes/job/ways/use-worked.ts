/** The days on which the firm works, counted from today. */
import type { PriceBook } from "#core/estimate/book.ts";
import { holidaysOf, type WorkDays, workedFrom } from "#core/estimate/schedule.ts";
import { useVisitor } from "../use-visitor.ts";

export function useWorked(book: PriceBook): WorkDays {
  const { today } = useVisitor();
  return workedFrom(today, holidaysOf(book));
}
