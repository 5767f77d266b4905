/** What a way leaves: its waterline, and the amperes to spare. */

import type { Waterline } from "#core/waterline.ts";
import type { JudgingContext } from "#core/ways/types.ts";
import type { JudgedProposal } from "./judge.ts";

/** Room that is left at the tightest link of the supply and the feeders, A; a managed charger gives way. */
export function spareOf({ home, before, guards, links }: JudgedProposal): number {
  const carried = guards.length > 0 ? before.path.links : links;
  const room = carried.flatMap((l) =>
    l.demandScope === "circuit" || l.mayCarryA === null ? [] : [l.mayCarryA - l.carriesA],
  );
  return room.length > 0 ? Math.min(...room) : home.supplyA - home.demandA;
}

/** The waterline of the tightest part: the supply, or the feeder or panel that decides. */
export function levelOf(
  { codebook }: JudgingContext,
  { before, guards, chargeA, addsA, home }: JudgedProposal,
): Waterline {
  const [supply, ...others] = guards;
  if (supply) {
    const tight = others.reduce(
      (least, g) => (g.limitA - g.demandA < least.limitA - least.demandA ? g : least),
      supply,
    );
    return {
      ratingA: tight.ratingA,
      ...(tight !== supply && { edge: "Feeder" }),
      demandA: tight.demandA,
      chargingA: Math.max(0, Math.min(chargeA, ...guards.map((g) => g.limitA - g.demandA))),
      limitA: tight.limitA,
    };
  }
  const heads = before.path.links.filter((l) => l.demandScope === "supply" && l.mayCarryA !== null);
  const least = heads.reduce(
    (best, l) => ((l.mayCarryA ?? 0) < (best.mayCarryA ?? 0) ? l : best),
    heads[0] ?? { kind: "supply", mayCarryA: home.supplyA },
  );
  return {
    ratingA: least.mayCarryA ?? home.supplyA,
    ...(least.kind !== "supply" && {
      edge: least.kind === "supply-conductor" ? codebook.supplyConductor.name : codebook.words.mainPanel,
    }),
    demandA: before.home.demandA,
    chargingA: Math.max(0, addsA),
    limitA: null,
  };
}
