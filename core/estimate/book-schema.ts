/** Schema of a price book from outside. */
import { object, type Schema } from "yup";
import {
  fromZero,
  listField,
  numberAbove,
  objectField,
  oneOf,
  requiredField,
  type TypeOf,
  textField,
  yesNo,
} from "#core/case/document/field.ts";
import { GROUP_IDS, type ItemGroup } from "./book.ts";
import { declarationProblems } from "./charger-kinds.ts";

/** Allowed units of a group's items. */
const UNITS: Record<ItemGroup, readonly string[]> = {
  materials: ["each", "ft", "m"],
  devices: ["each"],
  equipment: ["each"],
  labour: ["min"],
  runs: ["min/ft", "min/m"],
  rates: ["h", "visit", "kWh"],
  charges: ["each"],
  grants: ["each"],
  standard: ["each"],
  included: ["each", "ft", "m", "min", "h", "visit", "min/ft", "min/m"],
  terms: ["%"],
  waits: ["days", "calendar days"],
  holidays: ["day"],
};
const MOST_ITEMS = 1000;
const figure = () => requiredField(fromZero(1_000_000));

const itemFields = {
  id: requiredField(textField(80)),
  group: requiredField(oneOf(GROUP_IDS)),
  name: requiredField(textField(200)),
  unit: requiredField(textField(20)),
  low: figure(),
  typical: figure(),
  high: figure(),
  /** Materials: length or pack in which they are sold. */
  soldIn: numberAbove(10_000),
  /** Grants: what must hold, in words. Chargers of the firm: what their makers declare. */
  condition: textField(500),
};
export type PriceItem = TypeOf<typeof itemFields>;

const bookFields = {
  name: requiredField(textField(120)),
  currency: requiredField(oneOf(["USD", "GBP"])),
  /** Heron's own figures, of no trade: shown as such until a firm has made them its own. */
  madeUp: yesNo(),
  items: requiredField(listField(requiredField(objectField(itemFields)), MOST_ITEMS)),
};
export type PriceBook = TypeOf<typeof bookFields>;
export const bookSchema = object(bookFields as Record<string, Schema>).required();

/** Problems of one item, in the words of its fields; empty without any. */
export function itemProblems(item: PriceItem): string[] {
  const problems: string[] = [];
  if (!UNITS[item.group].includes(item.unit))
    problems.push(`unit of ${item.name} must be one of: ${UNITS[item.group].join(", ")}`);
  if (item.low > item.typical) problems.push(`low of ${item.name} must be at most its typical figure`);
  if (item.typical > item.high) problems.push(`high of ${item.name} must be at least its typical figure`);
  if (item.group === "grants" && !item.condition) problems.push(`condition of ${item.name} is required`);
  return [...problems, ...declarationProblems(item)];
}
