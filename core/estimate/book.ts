/** A firm's price book: one list of items, each with a low, a typical and a high figure. */
import { ownValue } from "#core/own-value.ts";
import type { PriceBook, PriceItem } from "./book-schema.ts";

export type { PriceBook, PriceItem };

/** Groups of items, in the order of the book. */
export const ITEM_GROUPS = {
  materials: "Materials, as sold",
  devices: "Devices",
  equipment: "Equipment",
  labour: "Labour, minutes by task",
  runs: "Labour, minutes along a run",
  rates: "Rates and travel",
  charges: "Permits and operator's charges",
  grants: "Grants and rebates",
  standard: "Standard installation",
  included: "Included in the standard installation",
  terms: "Margin and tax",
  waits: "Waiting times, days",
  holidays: "Days when the firm is closed",
} as const;
export type ItemGroup = keyof typeof ITEM_GROUPS;
export const GROUP_IDS = Object.keys(ITEM_GROUPS) as ItemGroup[];

/** Groups that a firm earns nothing on: paid on, or given back, as they are. */
export const PASSED_ON: readonly ItemGroup[] = ["charges", "standard"];

interface Index {
  byId: Map<string, PriceItem>;
  byGroup: Map<ItemGroup, PriceItem[]>;
}
const indexes = new WeakMap<PriceBook, Index>();

/** A book sorted once: every keystroke asks it for every way. */
function indexOf(book: PriceBook): Index {
  const known = indexes.get(book);
  if (known) return known;
  const made: Index = {
    // Included items are priced separately from the items themselves.
    byId: new Map(book.items.filter((i) => i.group !== "included").map((i) => [i.id, i])),
    byGroup: new Map(GROUP_IDS.map((group) => [group, book.items.filter((i) => i.group === group)])),
  };
  indexes.set(book, made);
  return made;
}

/** The item of an id, or undefined. */
export const itemOf = (book: PriceBook, id: string): PriceItem | undefined => indexOf(book).byId.get(id);

/** The item that something is priced by: its own, else that of its family (`conduit:emt` for `conduit:emt:1 in`). */
export function pricedBy(book: PriceBook, id: string): PriceItem | undefined {
  const own = itemOf(book, id);
  if (own) return own;
  const like = ownValue(PRICED_AS, id);
  if (like) return itemOf(book, like);
  const family = id.lastIndexOf(":");
  return family > 0 ? pricedBy(book, id.slice(0, family)) : undefined;
}

/** Items that older books lack, and the like item that prices them there. */
const PRICED_AS: Readonly<Record<string, string>> = {
  "labour:drill:flatRoofs": "labour:drill:concreteFloors",
  "run:ground:decking": "run:ground:paving",
};

/** Items that older books include in another item. */
const WITHIN: Readonly<Record<string, string>> = {
  "support:staple": "sundries",
  "support:strap": "sundries",
  "support:clip": "sundries",
  "support:metal-clip": "sundries",
  "junction-box": "sundries",
  "labour:junction-box": "labour:new-circuit",
  "run:signal-cable": "labour:clamps",
  "labour:take-out:pull-line": "labour:new-circuit",
  "labour:take-out:taken-out": "labour:new-circuit",
  "labour:fix:masonry": "labour:new-circuit",
  "labour:fix:board": "labour:new-circuit",
  "labour:fix:post": "labour:new-circuit",
};

/** Whether something that a book has no price for is paid for with another item of it. */
export const isWithinAnother = (book: PriceBook, id: string): boolean => {
  const other = ownValue(WITHIN, id);
  return other !== undefined && itemOf(book, other) !== undefined;
};

/** The items of one group, in the order of the book. */
export const itemsIn = (book: PriceBook, group: ItemGroup): readonly PriceItem[] =>
  indexOf(book).byGroup.get(group) ?? [];
