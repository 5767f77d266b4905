/** The made-up price books that Heron ships with, by currency. */
import type { PriceBook } from "../book.ts";
import { GBP_BOOK } from "./gbp.ts";
import { USD_BOOK } from "./usd.ts";

export const DEMO_BOOKS: Readonly<Record<PriceBook["currency"], PriceBook>> = { USD: USD_BOOK, GBP: GBP_BOOK };
