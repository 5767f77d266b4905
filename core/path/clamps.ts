/** Where clamps sit for a managed charger, and the limit that each keeps. */
import { clampPlaceOf } from "#core/case/document/clamp-place.ts";
import type { CaseDocument, ClampLimit, LoadKindId, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { panelName } from "#core/case/fields/names.ts";
import type { CountedLoad } from "#core/rules/demand/types.ts";
import type { Home } from "#core/rules/home.ts";
import { showA } from "#core/units.ts";
import type { RuleCitation } from "#core/why.ts";
import type { SupplyPath } from "./links.ts";
import type { LinkClamps, PathLink } from "./types.ts";

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

/** Clamps in a few words: "clamps: below 79 A, house and charger", "clamps: fitted, not relied on". */
export const clampsInWords = ({ limitA, reads }: LinkClamps): string =>
  `clamps: ${limitA === null ? "fitted, not relied on" : `below ${showA(limitA)}`}${reads ? `, ${reads}` : ""}`;

/** The link of the service conductors or tails. */
const SUPPLY_CONDUCTOR = "supply-conductor";
const READS = { "with-charger": "house and charger", "house-alone": "the house alone" } as const;
const FEEDER_ENDS = { start: "where it starts", end: "where it ends" } as const;

/**
 * Writes the clamps of a way to the links of its path.
 * @param guards what they hold the charger back for; empty where nothing relies upon them
 * @param panel the one that the charger's circuit starts from
 */
export function putClamps(
  links: readonly PathLink[],
  guards: readonly ClampLimit[],
  document: CaseDocument,
  panel: Panel | null,
): void {
  const { divided, reads } = clampPlaceOf(document, panel);
  const end = document.run?.signal?.feederEnd;
  const at = (link: string, clamps: LinkClamps) => {
    for (const found of links) if (found.link === link) found.clamps = clamps;
  };
  const atSupply = divided ? READS[reads] : "";
  if (guards.length === 0) at(SUPPLY_CONDUCTOR, { limitA: null, reads: atSupply });
  for (const guard of guards)
    if (guard.at === "supply") at(SUPPLY_CONDUCTOR, { limitA: guard.limitA, reads: atSupply });
    else at(linkId.feederConductor(guard.at), { limitA: guard.limitA, reads: end ? FEEDER_ENDS[end] : "" });
}
