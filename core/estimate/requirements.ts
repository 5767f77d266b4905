/** Price-book items of a piece of work, and the steps that it waits for. */
export interface RequiredItem {
  /** Id of an item of the price book. */
  item: string;
  /** In the item's unit. */
  count: number;
}

export interface Requirements {
  parts: readonly RequiredItem[];
  /** Items of the price book that are days: what the work waits for. */
  waits: readonly string[];
}

/**
 * @param parts counts by item of the price book
 * @param waits items that are days, without their group
 */
export const requirements = (parts: Readonly<Record<string, number>>, ...waits: readonly string[]): Requirements => ({
  parts: Object.entries(parts).map(([item, count]) => ({ item, count })),
  waits: waits.map((id) => `wait:${id}`),
});

/** Done in passing, with the rest of the work. */
export const IN_PASSING: Requirements = requirements({});

/** A unit in a circuit between its device and the charger. */
export interface CircuitUnit {
  name: string;
  does: string;
}

/** A piece of work; ways and mended faults are made of them. */
export interface WorkItem {
  /** Items of the same id are done once. */
  id: string;
  text: string;
  requires: Requirements;
  /** The link it is done at. */
  link?: string;
  /** The fault it mends. */
  mends?: string;
  /** The unit that it puts into the charger's circuit behind the device of the panel, and what that unit does. */
  unit?: CircuitUnit;
  /** Dangers to the person who does the work. */
  cautions?: readonly string[];
}

/** Whether a piece of work is of a kind: its id is the kind, or begins with it. */
export const isWork = (id: string, kind: string): boolean => id === kind || id.startsWith(`${kind}:`);

/** The same with more parts. */
export const withParts = ({ parts, waits }: Requirements, more: Readonly<Record<string, number>>): Requirements => ({
  parts: [...parts, ...requirements(more).parts],
  waits,
});
