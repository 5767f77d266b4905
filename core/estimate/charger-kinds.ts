/** Chargers that a firm fits: price-book items with what their makers declare, compared by what a customer wishes for. */
import { withCharger } from "#core/case/document/change.ts";
import type { CaseDocument, ChargerFunction, Length } from "#core/case/document/types.ts";
import { CHARGER_FUNCTIONS } from "#core/case/document/vocabulary.ts";
import { lengthFt, lengthM } from "#core/units.ts";
import type { PriceBook, PriceItem } from "./book-schema.ts";

/** Ids of such items begin with this. */
const KIND = "charger:kind:";
const isChargerKind = ({ id }: Pick<PriceItem, "id">): boolean => id.startsWith(KIND);

/** Functions of a charger, as a price book writes them and as people call them. */
export const CHARGER_FUNCTION_NAMES: Readonly<Record<ChargerFunction, string>> = {
  schedule: "charges by schedule",
  lock: "can be locked",
  data: "reports its energy",
  solar: "follows solar surplus",
  sharing: "shares with a second charger",
  clamps: "is managed by clamps",
  dc: "detects 6 mA DC",
  pen: "disconnects on a lost neutral",
  "two-way": "feeds back",
};

export interface ChargerKind {
  id: string;
  name: string;
  maxA: number;
  phases: 1 | 3;
  functions: readonly ChargerFunction[];
  /** It has a plug for a receptacle; otherwise it is wired in. */
  plug: boolean;
  /** Of a fixed lead; null with a socket for a loose one. */
  lead: Length | null;
  /** Typical price, in the currency of the book. */
  typical: number;
}

type Declared = Omit<ChargerKind, "id" | "name" | "typical">;

/**
 * What a maker declares, as it is typed: "32 A, 3 phases, schedule, solar, lead 7.5 m".
 * @returns the words that are not understood, where there are some
 */
function readDeclared(text: string): Declared | { unknown: string[] } {
  const declared: Declared = { maxA: 0, phases: 1, functions: [], plug: false, lead: null };
  const functions: ChargerFunction[] = [];
  const unknown: string[] = [];
  for (const part of text
    .split(/[,;]/)
    .map((word) => word.trim().toLowerCase())
    .filter((word) => word !== "")) {
    const amps = /^([\d.]+)\s*a$/.exec(part)?.[1];
    const lead = /^lead ([\d.]+)\s*(m|ft)$/.exec(part);
    const named = CHARGER_FUNCTIONS.find((name) => name === part);
    if (amps !== undefined) declared.maxA = Number(amps);
    else if (part === "3 phases") declared.phases = 3;
    else if (part === "1 phase") declared.phases = 1;
    else if (part === "plug") declared.plug = true;
    else if (lead) declared.lead = { value: Number(lead[1]), unit: lead[2] as Length["unit"] };
    else if (named) functions.push(named);
    else unknown.push(part);
  }
  return unknown.length > 0 ? { unknown } : { ...declared, functions };
}

/** What is wrong with the declaration of a charger; empty for other items. */
export function declarationProblems(item: Pick<PriceItem, "id" | "name" | "condition">): string[] {
  if (!isChargerKind(item)) return [];
  const read = readDeclared(item.condition ?? "");
  if ("unknown" in read)
    return [
      `condition of ${item.name} must list a current such as 32 A, 3 phases, plug, lead 5 m, ${CHARGER_FUNCTIONS.join(", ")}; not "${read.unknown.join('", "')}"`,
    ];
  return read.maxA > 0 ? [] : [`condition of ${item.name} must name its largest current, such as 32 A`];
}

/** The chargers of a book, the cheapest first. */
export const chargerKinds = ({ items }: PriceBook): ChargerKind[] =>
  items
    .filter(isChargerKind)
    .flatMap(({ id, name, typical, condition = "" }): ChargerKind[] => {
      const read = readDeclared(condition);
      return "unknown" in read || read.maxA <= 0 ? [] : [{ id, name, typical, ...read }];
    })
    .sort((a, b) => a.typical - b.typical || a.id.localeCompare(b.id));

export interface ComparedKind {
  kind: ChargerKind;
  /** Wishes that it does not have. */
  lacks: readonly ChargerFunction[];
}

/** The chargers of a book beside what the customer wishes for: those that have all of it first, the cheapest in front. */
export function comparedKinds(book: PriceBook, { charger }: Pick<CaseDocument, "charger">): ComparedKind[] {
  const wishes = charger?.wishes ?? [];
  return chargerKinds(book)
    .map((kind) => ({ kind, lacks: wishes.filter((wish) => !kind.functions.includes(wish)) }))
    .sort((a, b) => Number(a.lacks.length > 0) - Number(b.lacks.length > 0) || a.lacks.length - b.lacks.length);
}

/** The case with a charger of the firm: its declared values are entered. */
export function withKind(document: CaseDocument, kind: ChargerKind): CaseDocument {
  const has = (name: ChargerFunction) => kind.functions.includes(name);
  const chosen = withCharger(document, {
    kind: kind.id,
    maxA: kind.maxA,
    phases: kind.phases,
    connection: kind.plug ? "plug" : "hard-wired",
    managed: has("clamps"),
    dcDetection: has("dc"),
    lostPenDetection: has("pen"),
    twoWay: has("two-way"),
  });
  const { place } = chosen;
  if (!place?.charger || !kind.lead) return chosen;
  const leadLength = place.unit === "ft" ? lengthFt(kind.lead) : lengthM(kind.lead);
  return { ...chosen, place: { ...place, charger: { ...place.charger, leadLength } } };
}
