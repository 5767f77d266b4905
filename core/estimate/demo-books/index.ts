/** The made-up price books that Heron ships with, by currency. */
import type { PriceBook } from "../book.ts";
import { UK_BOOK } from "./uk.ts";
import { US_BOOK } from "./us.ts";

export const DEMO_BOOKS: Readonly<Record<PriceBook["currency"], PriceBook>> = { USD: US_BOOK, GBP: UK_BOOK };
