/** Chargers that a firm fits: price-book items with what their makers declare, compared by what a customer wishes for. */
import { withCharger } from "#core/case/document/change.ts";
import type { CaseDocument, Charger, ChargerFunction, Length } from "#core/case/document/types.ts";
import { CHARGER_FUNCTIONS, CHARGER_PLUGS, SET_BY } from "#core/case/document/vocabulary.ts";
import { FT_PER_M, lengthFt, lengthM } from "#core/units.ts";
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
  /** The type of its plug, where its maker says it. */
  plugType?: NonNullable<Charger["plug"]>;
  /** Of a fixed lead; null with a socket for a loose one. */
  lead: Length | null;
  /** Weight of the fixed lead, kg. */
  leadKg?: number;
  /** Of its housing, m. */
  widthM?: number;
  heightM?: number;
  /** Of its terminals, as its maker gives it. */
  torque?: string;
  setBy?: NonNullable<Charger["setBy"]>;
  warrantyYears?: number;
  /** Ids of the grants of the book that it has. */
  grants: readonly string[];
  /** Typical price, in the currency of the book. */
  typical: number;
}

type Declared = Omit<ChargerKind, "id" | "name" | "typical">;

/** Longest lead that a charger is made with. */
const LONGEST_LEAD_M = 15;
const M_PER_MM = 0.001;
const M_PER_IN = 0.0254;

/** A part of a declaration: its pattern, and what it says of the charger. */
interface DeclaredPart {
  pattern: RegExp;
  read(found: readonly string[]): Partial<Declared>;
}

const PARTS: readonly DeclaredPart[] = [
  { pattern: /^([\d.]+)\s*a$/, read: ([amps]) => ({ maxA: Number(amps) }) },
  { pattern: /^([13]) phases?$/, read: ([phases]) => ({ phases: phases === "3" ? 3 : 1 }) },
  { pattern: /^plug$/, read: () => ({ plug: true }) },
  {
    pattern: new RegExp(`^plug (${CHARGER_PLUGS.join("|")})$`),
    read: ([type]) => ({ plug: true, plugType: type as NonNullable<Charger["plug"]> }),
  },
  {
    pattern: /^lead ([\d.]+)\s*(m|ft)$/,
    read: ([value, unit]) => ({ lead: { value: Number(value), unit: unit as Length["unit"] } }),
  },
  { pattern: /^lead ([\d.]+)\s*kg$/, read: ([kg]) => ({ leadKg: Number(kg) }) },
  {
    pattern: /^([\d.]+) x ([\d.]+)\s*(mm|in)$/,
    read([width, height, unit]) {
      const perM = unit === "in" ? M_PER_IN : M_PER_MM;
      return { widthM: Number(width) * perM, heightM: Number(height) * perM };
    },
  },
  {
    pattern: /^torque ([\d.]+\s*(?:n m|nm|lb-in))$/,
    read: ([torque = ""]) => ({ torque: torque.replace(/n ?m/, "N m") }),
  },
  {
    pattern: new RegExp(`^set by (${SET_BY.join("|")})$`),
    read: ([how]) => ({ setBy: how as NonNullable<Charger["setBy"]> }),
  },
  { pattern: /^warranty (\d+) years?$/, read: ([years]) => ({ warrantyYears: Number(years) }) },
];

/**
 * What a maker declares, as it is typed: "32 A, 3 phases, schedule, solar, lead 7.5 m, 190 x 320 mm".
 * @returns the words that are not understood, where there are some
 */
function readDeclared(text: string): Declared | { unknown: string[] } {
  let declared: Declared = { maxA: 0, phases: 1, functions: [], plug: false, lead: null, grants: [] };
  const unknown: string[] = [];
  for (const part of text
    .split(/[,;]/)
    .map((word) => word.trim())
    .filter((word) => word !== "")) {
    const typed = part.toLowerCase();
    const [known] = PARTS.flatMap(({ pattern, read }) => {
      const found = pattern.exec(typed);
      return found ? [read(found.slice(1))] : [];
    });
    const named = CHARGER_FUNCTIONS.find((name) => name === typed);
    const grant = /^grant (\S+)$/.exec(typed)?.[1];
    if (known) declared = { ...declared, ...known };
    else if (named) declared = { ...declared, functions: [...declared.functions, named] };
    else if (grant) declared = { ...declared, grants: [...declared.grants, `grant:${grant}`] };
    else unknown.push(part);
  }
  return unknown.length > 0 ? { unknown } : declared;
}

/** What is wrong with the declaration of a charger; empty for other items. */
export function declarationProblems(item: Pick<PriceItem, "id" | "name" | "condition">): string[] {
  if (!isChargerKind(item)) return [];
  const read = readDeclared(item.condition ?? "");
  if ("unknown" in read)
    return [
      `condition of ${item.name} must list a current such as 32 A, 3 phases, plug 14-50, lead 5 m, lead 3 kg, 190 x 320 mm, torque 2.5 N m, set by tool, warranty 3 years, grant and its name, ${CHARGER_FUNCTIONS.join(", ")}; not "${read.unknown.join('", "')}"`,
    ];
  if (read.maxA <= 0) return [`condition of ${item.name} must name its largest current, such as 32 A`];
  return read.lead && lengthM(read.lead) > LONGEST_LEAD_M
    ? [`condition of ${item.name} must name a lead of at most ${LONGEST_LEAD_M} m or 49 ft`]
    : [];
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
  // What the maker does not say is taken out: it was said of another charger.
  const { plug: _plug, setBy: _setBy, torque: _torque, ...before } = document.charger ?? {};
  const chosen = withCharger(
    { ...document, charger: before },
    {
      kind: kind.id,
      maxA: kind.maxA,
      phases: kind.phases,
      connection: kind.plug ? "plug" : "hard-wired",
      managed: has("clamps"),
      dcDetection: has("dc"),
      lostPenDetection: has("pen"),
      twoWay: has("two-way"),
      ...(kind.plugType && { plug: kind.plugType }),
      ...(kind.setBy && { setBy: kind.setBy }),
      ...(kind.torque && { torque: kind.torque }),
    },
  );
  const { place } = chosen;
  if (!place?.charger || !(kind.lead || kind.widthM)) return chosen;
  const inFeet = place.unit === "ft";
  const charger = {
    ...place.charger,
    ...(kind.lead && { leadLength: inFeet ? lengthFt(kind.lead) : lengthM(kind.lead) }),
    ...(kind.widthM && { width: inFeet ? kind.widthM * FT_PER_M : kind.widthM }),
  };
  return { ...chosen, place: { ...place, charger } };
}
