/** Where clamps sit for a managed charger, and the limit that each keeps. */
import type { ClampLimit, LoadKindId } from "#core/case/document/types.ts";
import { panelName } from "#core/case/fields/names.ts";
import type { CountedLoad } from "#core/rules/demand/types.ts";
import type { Home } from "#core/rules/home.ts";
import { showA } from "#core/units.ts";
import type { RuleCitation } from "#core/why.ts";
import type { SupplyPath } from "./links.ts";

export interface ClampGuard extends ClampLimit {
  /** Name of the guarded part, for people. */
  name: string;
  ratingA: number;
  /** Its demand without the charger, A, and what storage heaters draw of it. */
  demandA: number;
  storageA: number;
  cited: RuleCitation;
}

/** Storage heaters, by the kinds of both countries. */
const STORAGE: readonly LoadKindId[] = ["storage-heat", "storage-heater"];

/** What the storage heaters of a part draw together, VA. */
const storageOf = (loads: readonly CountedLoad[]): number =>
  loads.filter((l) => STORAGE.includes(l.kind)).reduce((total, l) => total + l.va, 0);

/**
 * The supply always, and each panel on the way that has a demand of its own: every link that the charger could overload
 * is behind one of them. A new board with nothing on it but the charger, and room for it, cannot be overloaded.
 * @param path of the home without the charger
 * @param mostA what the charger may draw, A
 * @returns the supply first; each with the limit of its smallest link
 */
export function guardsOf(home: Home, path: SupplyPath, mostA: number): ClampGuard[] {
  const { document, codebook, supplyA } = home;
  const parts = [...new Set(path.links.map((l) => l.demandScope))].filter((of) => of !== "circuit");
  return parts.flatMap((at) => {
    const links = path.links.filter((l) => l.demandScope === at);
    const ratingA = links.reduce(
      (least, l) => Math.min(least, l.mayCarryA ?? least),
      at === "supply" ? supplyA : Number.POSITIVE_INFINITY,
    );
    const panel = document.panels.find((p) => p.id === at);
    const known = Number.isFinite(ratingA) ? ratingA : codebook.unknownRatingA(null);
    if (panel?.planned && (links[0]?.carriesA ?? 0) === 0 && codebook.charging.chargeOnCircuitA(known) >= mostA)
      return [];
    const limit = codebook.managed.limitA(known, document.options?.managedMarginA);
    return [
      {
        at,
        name: panel ? `what feeds ${panelName(panel, codebook)}` : `the ${codebook.supplyConductor.name}`,
        ratingA: known,
        demandA: links[0]?.carriesA ?? 0,
        storageA: storageOf(panel ? home.at(panel).loads : home.loads) / home.volts,
        limitA: limit.limitA,
        cited: limit.cited,
      },
    ];
  });
}

/** A guarded part with its limit in words: "the tails, held below 79 A". */
export const describeGuard = ({ name, limitA }: Pick<ClampGuard, "name" | "limitA">): string =>
  `${name}, held below ${showA(limitA)}`;
