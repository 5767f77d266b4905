/** The ways of a case as they charge: what a replay needs of each, plain enough to be sent to a worker. */
import { afterEach } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import type { Codebook } from "#core/codebook/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { homeOf } from "#core/path/home.ts";

/** A part that clamps keep below a limit. */
export interface GuardedPart {
  /** "supply", or the id of the panel whose feeder it is. */
  at: string;
  limitA: number;
}

export interface WayToReplay {
  way: string;
  name: string;
  managed: boolean;
  chargeA: number;
  volts: number;
  /** The clamps' limit at the supply; without clamps, the largest continuous load, A. */
  limitA: number;
  /** Supply rating after the way's work. */
  ratingA: number;
  /** Beside the supply. */
  guards: GuardedPart[];
  /** The load that goes first: while it runs the charger waits. */
  goesFirst: string | null;
  /** The least offer fits beside the governing demand: a charger that hears nothing of its clamps may go on with it. */
  fallbackFits: boolean;
}

/** Largest continuous load of a supply, A. */
const continuousLimitA = ({ charging }: Codebook, ratingA: number): number => ratingA / charging.continuousFactor;

/** Every way of a case that is not ruled out. */
export function waysToReplay(document: CaseDocument, book: PriceBook): WayToReplay[] {
  const codebook = codebookOf(document.rules);
  const { leastOfferA } = codebook.charging;
  const governingA = homeOf(document, codebook).demandA;
  return afterEach(document, book).map(({ way, after }) => {
    const home = homeOf(after, codebook);
    const charger = after.loads.find((l) => l.id === after.charger?.load);
    const atSupply = way.limits?.find((l) => l.at === "supply");
    const guards = (way.limits ?? []).filter((l) => l !== atSupply).map(({ at, limitA }) => ({ at, limitA }));
    const limitA = atSupply?.limitA ?? continuousLimitA(codebook, home.supplyA);
    return {
      way: way.way,
      name: way.name,
      managed: way.limits !== undefined,
      chargeA: way.chargeA,
      volts: way.volts,
      limitA,
      ratingA: home.supplyA,
      guards,
      goesFirst: charger?.interlockedWith ?? charger?.waitsFor ?? null,
      fallbackFits: governingA + leastOfferA <= limitA + 1e-9,
    };
  });
}
