/** The ways of a case as a replay runs them. */

import { afterEach } from "#core/assess.ts";
import { homeBeside } from "#core/case/document/staying-charger.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PartOfWay, WayToReplay } from "#core/energy/replay/way-to-replay.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { homeOf } from "#core/home/home.ts";
import { caseVolts } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import type { WayJudgement } from "#core/ways/types.ts";

/** Largest continuous load of a supply, A. */
const continuousLimitA = ({ charging }: Codebook, ratingA: number): number => ratingA / charging.continuousFactor;

/** The panels on the way to the charger, with what their feeders take and the limits that clamps keep there. */
function partsOf({ path, limits = [] }: WayJudgement, { panels }: CaseDocument): PartOfWay[] {
  return panels.flatMap(({ id, name }) => {
    const ratings = path.flatMap((l) => (l.demandScope === id && l.mayCarryA !== null ? [l.mayCarryA] : []));
    if (ratings.length === 0) return [];
    const limitA = limits.find((limit) => limit.at === id)?.limitA ?? null;
    return [{ at: id, name: name || id, ratingA: Math.min(...ratings), limitA }];
  });
}

/** Every way of a case that is not ruled out. */
export function waysToReplay(document: CaseDocument, book: PriceBook): WayToReplay[] {
  const codebook = codebookOf(document.rules);
  const { leastOfferA } = codebook.charging;
  const governingA = homeOf(homeBeside(document, caseVolts(document, codebook)), codebook).demandA;
  return afterEach(document, book).map(({ way, after }) => {
    const home = homeOf(after, codebook);
    const charger = after.loads.find((l) => l.id === after.charger?.load);
    const atSupply = way.limits?.find((l) => l.at === "supply");
    const limitA = atSupply?.limitA ?? continuousLimitA(codebook, home.supplyA);
    return {
      way: way.way,
      name: way.name,
      managed: way.limits !== undefined,
      chargeA: way.chargeA,
      volts: way.volts * way.phases,
      limitA,
      ratingA: home.supplyA,
      parts: partsOf(way, after),
      goesFirst: charger?.interlockedWith ?? charger?.waitsFor ?? null,
      fallbackFits: !exceeds(governingA + leastOfferA, limitA),
    };
  });
}
