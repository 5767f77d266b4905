/**
 * A quote as the customer reads it: every option in plain words and the customer's own units. The paper and the
 * customer's page show the same offer.
 */
import { assess } from "#core/assess.ts";
import { applyPatch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, QuoteOption } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { itemsIn, type PriceBook } from "#core/estimate/book.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import type { Spread } from "#core/estimate/schedule.ts";
import { leftToCustomer } from "#core/judge/making-good.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Waterline } from "#core/waterline.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { type AskedQuestion, askedQuestions } from "./asked-questions.ts";
import { costsOf, depositInWords, givesOf, offInWords, priceInWords, waitInWords } from "./in-words.ts";
import { outsideStandard } from "./outside-standard.ts";

const USUAL_VALID_DAYS = 30;
/** A grant that an option may have. */
export interface OfferedGrant {
  name: string;
  amount: string;
  condition: string;
}

export interface OfferOption {
  id: string;
  /** The way in the firm's list, and what it means in one line. */
  name: string;
  means: string;
  isSuggested: boolean;
  /** "£1,180", or "£1,050 to £1,320, most likely £1,160"; before grants. */
  price: string;
  isFixed: boolean;
  /** Price after the grants that the firm counts on; null without a grant. */
  afterGrants: string | null;
  grants: readonly OfferedGrant[];
  deposit: string | null;
  /** Benefits: distance for each hour, when the car is full, whether the charger slows down. */
  gives: readonly string[];
  /** Running costs for a month and for a distance; empty while the customer's figures are unknown. */
  costs: readonly string[];
  /** "about 12 working days until it charges, 5 to 30". */
  wait: string;
  work: readonly string[];
  /** Which part of the home has no power during the work, and for how long. */
  off: string;
  leaves: string;
  /** Why it is not the firm's standard price; empty where it is. */
  outside: readonly string[];
  /** The firm's own words. */
  text: string;
  level: Waterline;
  chargeA: number;
}

export interface Offer {
  options: readonly OfferOption[];
  validDays: number;
  notIncluded: readonly string[];
  terms: string;
  questions: readonly AskedQuestion[];
  assumptions: readonly string[];
  /** The price book is Heron's made-up one. */
  isMadeUp: boolean;
}

/** The way of an option; null where it is ruled out. */
function judged(option: QuoteOption, { ways }: Assessment): WayJudgement | null {
  const way = ways.find((one) => one.way === option.way);
  return way && way.verdict !== "ruled-out" ? way : null;
}

/** Assessments of a case, each made once. */
function assessments(document: CaseDocument, book: PriceBook, known: Assessment) {
  const made = new Map<string, Assessment>();
  return (panel: string | undefined, hasGrants: boolean): Assessment => {
    const isKnown = panel === undefined || panel === document.charger?.panel;
    const grants = document.options?.grants ?? [];
    if (isKnown && (hasGrants || grants.length === 0)) return known;
    const key = `${panel ?? ""} ${hasGrants}`;
    const before = made.get(key);
    if (before) return before;
    let changed = document;
    if (panel !== undefined) changed = applyPatch(changed, setValue(changed, "/charger/panel", panel));
    if (!hasGrants) changed = applyPatch(changed, setValue(changed, "/options/grants", undefined));
    const assessment = assess(changed, book);
    made.set(key, assessment);
    return assessment;
  };
}

/** Lists the missing values without which a quote cannot be accepted. */
export function offerLacks(document: CaseDocument, book: PriceBook, assessment: Assessment): string[] {
  const options = document.quote?.options ?? [];
  if (options.length === 0) return ["an option"];
  const at = assessments(document, book, assessment);
  return options.flatMap((option, i) => {
    const way = judged(option, at(option.panel, true));
    if (!way) return [`a way for option ${i + 1} that is not ruled out`];
    return option.fixedPrice === undefined && !Number.isFinite(way.cost.typical) ? [`a price of option ${i + 1}`] : [];
  });
}

/** The offer of a case; options whose way is ruled out are left out. */
export function offerOf(document: CaseDocument, book: PriceBook, assessment: Assessment): Offer {
  const { quote, run } = document;
  const at = assessments(document, book, assessment);
  return {
    options: (quote?.options ?? []).flatMap((option) => {
      const way = judged(option, at(option.panel, true));
      return way ? [offeredOption(option, way, judged(option, at(option.panel, false)) ?? way, document, book)] : [];
    }),
    validDays: quote?.validDays ?? USUAL_VALID_DAYS,
    notIncluded: [...leftToCustomer(run ?? null), ...linesOf(quote?.notIncluded)],
    terms: quote?.terms ?? "",
    questions: askedQuestions(document),
    assumptions: assessment.assumptions,
    isMadeUp: book.madeUp ?? false,
  };
}

const linesOf = (text = ""): string[] =>
  text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");

/** @param beforeGrants the same way, priced without grants */
function offeredOption(
  option: QuoteOption,
  way: WayJudgement,
  beforeGrants: WayJudgement,
  document: CaseDocument,
  book: PriceBook,
): OfferOption {
  const { quote, options } = document;
  const { currency } = book;
  const before = priceOf(option, beforeGrants);
  const counted = itemsIn(book, "grants").filter(({ id }) => options?.grants?.includes(id));
  const given = counted.reduce((sum, { typical }) => sum + typical, 0);
  const money = (price: Spread) => priceInWords(price, currency);
  const deposit = quote?.depositPercent ?? 0;
  const { words } = codebookOf(document.rules);
  return {
    id: option.id,
    name: way.name,
    means: way.means,
    isSuggested: quote?.suggested === option.id,
    price: money(before),
    isFixed: option.fixedPrice !== undefined,
    afterGrants: counted.length > 0 ? money(lessGrant(before, given)) : null,
    grants: itemsIn(book, "grants").map(({ id, name, typical, condition }) => ({
      name: counted.some((one) => one.id === id) ? `${name} (counted on)` : name,
      amount: showMoney(typical, currency),
      condition: condition ?? "",
    })),
    deposit: deposit > 0 ? depositInWords(option, deposit, currency) : null,
    gives: givesOf(way, document),
    costs: costsOf(way, document, currency),
    wait: waitInWords(way.leadTimeDays),
    work: way.workItems.filter(({ id }) => !isLook(id)).map(({ text }) => text),
    off: offInWords(way, words.board),
    leaves: way.leaves,
    outside: outsideStandard(way.lines, book) ?? [],
    text: option.text ?? "",
    level: way.level,
    chargeA: way.chargeA,
  };
}

/** Work for the electrician's own eyes: it is no part of what the customer is offered. */
const isLook = (id: string): boolean => id === "see-to" || id.startsWith("confirm");

const priceOf = ({ fixedPrice }: QuoteOption, { cost }: WayJudgement): Spread =>
  fixedPrice === undefined ? cost : { low: fixedPrice, typical: fixedPrice, high: fixedPrice };
const lessGrant = ({ low, typical, high }: Spread, grant: number): Spread => ({
  low: Math.max(0, low - grant),
  typical: Math.max(0, typical - grant),
  high: Math.max(0, high - grant),
});
