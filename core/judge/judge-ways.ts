/** Every way, judged as the home after its work: the best of its proposals, its price and its reasons. */

import { feedsBack } from "#core/case/document/lookups.ts";
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { type DeliveredEnergy, givenManaged, givenSteady } from "#core/energy/need/energy.ts";
import { nightName } from "#core/energy/need/need.ts";
import { overloadInWords, replayBasis, replayedNights } from "#core/energy/need/replayed.ts";
import { type Estimate, estimateWork, showMoney } from "#core/estimate/estimate.ts";
import type { PathLink } from "#core/path/types.ts";
import { showA } from "#core/units.ts";
import { wayOf, waysOf } from "#core/ways/index.ts";
import { withPriority } from "#core/ways/priority.ts";
import { withOldEnd } from "#core/ways/staying-charger.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way, WayJudgement, WayVariant } from "#core/ways/types.ts";
import { linkTooSmall } from "#core/ways/work.ts";
import { why, withLazyFields } from "#core/why.ts";
import { explainWay, needReason, replayedReason } from "./explain.ts";
import { type JudgedProposal, judgeProposal } from "./judge.ts";
import { levelOf, spareOf } from "./level.ts";
import { originsOf, otherOrigins } from "./origins.ts";
import { byPreference, isUsable, policyOf } from "./preference.ts";
import { strictReading } from "./strict.ts";

interface Outcome {
  proposal: Proposal;
  judged: JudgedProposal;
  given: DeliveredEnergy;
}

function outcomeOf(context: JudgingContext, proposed: Proposal): Outcome {
  const proposal = withPriority(context, withOldEnd(context, proposed));
  const judged = judgeProposal(context, proposal);
  const given =
    judged.guards.length > 0
      ? givenManaged(
          context.need,
          judged.guards,
          judged.chargeA + (proposal.chargerPlacement.sharesWith?.amps ?? 0),
          powerVolts(context, proposal),
          context.codebook.charging.leastOfferA,
        )
      : givenSteady(context.need, judged.chargeA, powerVolts(context, proposal));
  return { proposal, judged, given };
}

/** Volts that turn a charging current into its power: of each phase that it charges on. */
const powerVolts = ({ home }: JudgingContext, { chargerPlacement: placed }: Proposal): number =>
  (placed.volts ?? home.volts) * (placed.phases ?? 1);

/** The better of two outcomes first: the energy, then the current, then less work. */
const better = (a: Outcome, b: Outcome): number =>
  b.given.energyKWh - a.given.energyKWh ||
  b.judged.chargeA - a.judged.chargeA ||
  Number(b.judged.verdict === "ready") - Number(a.judged.verdict === "ready") ||
  a.judged.items.length - b.judged.items.length ||
  b.judged.circuitA - a.judged.circuitA ||
  placedAt(a.proposal).localeCompare(placedAt(b.proposal));

/** Of outcomes that meet the need the one that costs less first, otherwise the better one. */
function byLeastWork({ book, document }: JudgingContext): (a: Outcome, b: Outcome) => number {
  const meets = ({ given, judged }: Outcome) => given.meetsNeed && judged.chargeA > 0;
  const price = ({ judged }: Outcome) => estimateWork(judged.items, book, document.options?.grants).cost.typical;
  return (a, b) => Number(meets(b)) - Number(meets(a)) || (meets(a) ? ordered(price(a), price(b)) : 0) || better(a, b);
}

/** The order of two prices; one that is not known goes last. */
const ordered = (a: number, b: number): number => (a === b ? 0 : Number.isNaN(a) || a > b ? 1 : -1);

/** The least favourable outcome of a proposal whose panel nobody knows; the only one of any other proposal. */
function leastFavourable(context: JudgingContext, proposal: Proposal): Outcome {
  const first = outcomeOf(context, proposal);
  return (proposal.orElse ?? []).map((p) => outcomeOf(context, p)).reduce((a, b) => (better(a, b) > 0 ? a : b), first);
}

/** More outlets or spare circuits than any home has near its car; of more, those that could give most are judged. */
const MOST_PROPOSALS = 12;

function worthJudging(proposals: readonly (Proposal | RefusedProposal)[]): readonly Proposal[] {
  return proposals
    .filter((p): p is Proposal => !isRefused(p))
    .sort((a, b) => b.mostA - a.mostA || placedAt(a).localeCompare(placedAt(b)))
    .slice(0, MOST_PROPOSALS);
}
const placedAt = ({ chargerPlacement: placed }: Proposal): string => placed.outlet ?? placed.circuit ?? "";

const isRefused = (p: Proposal | RefusedProposal): p is RefusedProposal => "refused" in p;

type JudgedFields = Omit<WayJudgement, "explain" | "explainCost">;
const judgementOf = withLazyFields<JudgedFields, Pick<WayJudgement, "explain" | "explainCost">>(
  "explain",
  "explainCost",
);

interface JudgedWay {
  way: WayJudgement;
  /** The home after its work; null where the way is ruled out. */
  after: CaseDocument | null;
}

/** The panel where the charger's circuit starts, or beside which a board of its own is put. */
const panelOf = (way: Way, { chargerPlacement }: Proposal, { path }: JudgingContext): string | null =>
  way.startsAtPanel ? (path.target.panel?.id ?? null) : chargerPlacement.panel;

/** What the demand cannot be calculated without, as reasons against every way. The rating of a supply is assumed. */
const notCalculated = ({ path, home }: JudgingContext): WayReason[] =>
  (path.links[0]?.unknowns ?? [])
    .filter(({ decisive, key }) => decisive && key !== "supply.ratingA")
    .map(({ text }) => wayReason("not-confirmed", `Without ${text} there is no demand to judge by`, home.method.rule));

/** A charger that feeds back has fixed wiring on a circuit of its own: no receptacle, no shared circuit. */
function refusedBothWays(
  { document, codebook }: JudgingContext,
  proposal: Proposal | RefusedProposal,
): Proposal | RefusedProposal {
  if (!feedsBack(document) || isRefused(proposal)) return proposal;
  const { outlet, interlockedWith } = proposal.chargerPlacement;
  if (outlet === undefined && interlockedWith === undefined) return proposal;
  const text = "A charger that feeds back is wired in on a circuit of its own";
  return { refused: [wayReason("not-needed", text, codebook.twoWay.partRule)] };
}

/** A way from the panel of the context, or by what is there already. */
function judgeFrom(way: Way, context: JudgingContext): JudgedWay {
  const unjudged = notCalculated(context);
  if (unjudged.length > 0) return { way: refusal(context, way, unjudged), after: null };
  const proposals = way.propose(context).map((proposal) => refusedBothWays(context, proposal));
  const words = way.words[context.codebook.conventions.locale];
  const outcomes = worthJudging(proposals).map((p) => leastFavourable(context, p));
  const short = () => outcomes.length > 0 && outcomes.every((o) => o.judged.chargeA < context.wanted.chargeA);
  for (const other of way.otherwise?.(context) ?? []) if (short()) outcomes.push(outcomeOf(context, other()));
  outcomes.sort(way.leastWork ? byLeastWork(context) : better);
  const [best] = outcomes;
  if (!best)
    return { way: refusal(context, way, unique(proposals.filter(isRefused).flatMap((p) => p.refused))), after: null };
  const { judged, proposal } = best;
  const usable = judged.verdict !== "ruled-out";
  const limitA = judged.guards.length > 0 ? Math.min(...judged.guards.map((g) => g.limitA)) : undefined;
  const basis = replayBasis(context.need, context.home.demandA);
  const replayed = usable ? replayedNights(context.document, basis, way.id, judged.chargeA, limitA) : null;
  const given: DeliveredEnergy = replayed
    ? { energyKWh: replayed.energyKWh, nightsMet: replayed.share, meetsNeed: replayed.meetsNeed, worst: null }
    : best.given;
  const meetsNeed = usable && given.meetsNeed;
  const strict = usable ? strictReading(judged.home) : null;
  const overload = replayed && overloadInWords(replayed);
  const priced = estimateWork(judged.items, context.book, context.document.options?.grants);
  const unfit = usable ? priceIfUnfit(context, proposal, judged, priced) : null;
  const fields: JudgedFields = {
    way: way.id,
    name: words.name,
    means: words.means,
    verdict: judged.verdict,
    onlyConfirm: judged.onlyConfirm,
    chargeA: judged.chargeA,
    volts: proposal.chargerPlacement.volts ?? context.home.volts,
    phases: proposal.chargerPlacement.phases ?? 1,
    circuitA: judged.circuitA,
    panel: panelOf(way, proposal, context),
    variants: [],
    reasons: unique([
      ...judged.reasons,
      ...(unfit ? [unfit.reason] : []),
      ...(usable ? [replayed ? replayedReason(replayed) : needReason(given)] : []),
    ]),
    work: judged.items.map((item) => item.text),
    workItems: judged.items,
    cautions: [
      ...stopsBeside(context, judged.links),
      ...judged.cautions,
      ...(strict ? [strict] : []),
      ...(overload ? [overload] : []),
    ],
    path: judged.links,
    tightest: judged.tightest?.link ?? null,
    unknowns: judged.unknowns,
    leaves: way.leaves(context.codebook.words),
    level: levelOf(context, judged),
    spareA: spareOf(judged),
    energyPerNightKWh: given.energyKWh,
    nightsMet: usable ? given.nightsMet : 0,
    meetsNeed,
    ...pricedAs(priced),
  };
  if (usable && given.worst) {
    const { night, energyKWh } = given.worst;
    fields.lacking = { night: nightName(night), energyKWh, neededKWh: night.energyKWh, hours: night.hoursCount };
  }
  if (unfit) {
    fields.cost = unfit.cost;
    fields.ifUnfit = unfit.ifUnfit;
  }
  if (proposal.departsFrom) fields.departsFrom = proposal.departsFrom;
  if (context.staying) fields.chargerStays = true;
  if (usable && proposal.feeder) fields.feeder = proposal.feeder;
  if (usable && judged.circuit) fields.circuit = judged.circuit;
  if (replayed) fields.replayed = replayed;
  if (limitA !== undefined) {
    fields.limitA = limitA;
    fields.limits = judged.guards.map(({ at, limitA, name }) => ({ at, limitA, name }));
  }
  const judgement = judgementOf(fields, {
    explain: () => explainWay(context, proposal, judged, given.energyKWh, replayed),
    explainCost: () => priced.explain,
  });
  return { way: judgement, after: usable ? judged.after : null };
}

/**
 * The price where a reused part that nobody has seen turns out to be unfit: the range of the way goes up to it. Null where
 * everything was seen, and where the other price is no higher or not known.
 */
function priceIfUnfit(
  { book, document }: JudgingContext,
  { unseen }: Proposal,
  { items, circuitA, chargeA }: JudgedProposal,
  { cost }: Estimate,
) {
  if (!unseen) return null;
  const others = items.filter(({ id }) => !unseen.without.includes(id));
  const anew = estimateWork([...others, ...unseen.work({ circuitA, chargeA })], book, document.options?.grants).cost;
  if (!Number.isFinite(anew.high) || anew.high <= cost.high) return null;
  const { typical, high } = anew;
  const price = showMoney(typical, book.currency);
  return {
    cost: { ...cost, high },
    ifUnfit: { typical, look: unseen.look },
    reason: wayReason(
      "not-confirmed",
      `Until ${unseen.look}, the price is a range: if it is unfit, a new circuit all along costs ${price}`,
      "Site survey",
    ),
  };
}

/** What stops the job away from the path of a way: it stays dangerous while the way is made. */
const stopsBeside = ({ stops }: JudgingContext, links: readonly PathLink[]): string[] =>
  stops
    .filter((stop) => !links.some(({ link }) => link === stop.link))
    .map(({ text, todo, rule }) => `Stop, away from this way: ${text} (${rule}). ${todo}.`);

const unique = (reasons: readonly WayReason[]): WayReason[] => [
  ...new Map(reasons.map((r) => [r.code + r.text, r])).values(),
];

const pricedAs = ({ cost, lines, missing, steps, leadTimeDays }: Estimate) => ({
  cost,
  lines,
  unpriced: missing,
  steps,
  leadTimeDays,
});

/** A way that could not even be proposed: today's path, and why. */
function refusal(context: JudgingContext, { id, words, leaves }: Way, reasons: WayReason[]): WayJudgement {
  const [first] = reasons;
  const priced = estimateWork([], context.book);
  const fields: JudgedFields = {
    way: id,
    name: words[context.codebook.conventions.locale].name,
    means: words[context.codebook.conventions.locale].means,
    leaves: leaves(context.codebook.words),
    verdict: "ruled-out",
    onlyConfirm: false,
    chargeA: 0,
    volts: context.home.volts,
    phases: 1,
    circuitA: 0,
    panel: context.path.target.panel?.id ?? null,
    variants: [],
    reasons,
    work: [],
    workItems: [],
    cautions: [],
    path: context.path.links,
    tightest: null,
    unknowns: context.path.links.flatMap((l) => l.unknowns),
    level: { ratingA: context.home.supplyA, demandA: context.home.demandA, chargingA: 0, limitA: null },
    spareA: context.home.supplyA - context.home.demandA,
    energyPerNightKWh: 0,
    nightsMet: 0,
    meetsNeed: false,
    ...pricedAs(priced),
  };
  return judgementOf(fields, {
    explain: () =>
      why("Charging current", showA(0), {
        rule: first?.rule ?? "",
        formula: "nothing to charge from in this way",
        numbers: first?.text ?? "",
      }),
    explainCost: () => priced.explain,
  });
}

/** A way from one of the panels where its circuit could start. */
interface JudgedOrigin extends JudgedWay {
  at: JudgingContext;
}

/** The way is not needed from this panel, and nothing on the way to the panel is too small. */
const isNeedless = ({ way: { verdict, reasons }, at }: Pick<JudgedOrigin, "way" | "at">): boolean =>
  verdict === "ruled-out" &&
  reasons.length > 0 &&
  reasons.every(({ code }) => code === "not-needed") &&
  linkTooSmall(at, () => true) === null;

/** Of starts that are as good as each other, the one nearer to the supply; the order of the panels decides nothing. */
const nearer = ({ path: one }: JudgingContext, { path: other }: JudgingContext): number =>
  one.panels.length - other.panels.length || (one.target.panel?.id ?? "").localeCompare(other.target.panel?.id ?? "");

/** Values without which a way from a panel is not judged in the end: the answer stays open for each. */
const decisiveUnknowns = ({ unknowns }: WayJudgement): number => unknowns.filter((u) => u.decisive).length;

/**
 * The best start of a way, with the others as its variants. Of usable starts those that leave fewer decisive values open
 * go first, and then the policy of the job decides. A way that is not needed from one panel is not offered from another
 * one.
 */
function judgeWay(way: Way, context: JudgingContext, origins: readonly JudgingContext[]): JudgedWay {
  if (!way.startsAtPanel || origins.length === 1) return judgeFrom(way, context);
  const prefer = byPreference(policyOf(context.document));
  const judged = origins
    .map((at): JudgedOrigin => ({ ...judgeFrom(way, at), at }))
    .sort(
      (a, b) =>
        Number(isNeedless(b)) - Number(isNeedless(a)) ||
        Number(isUsable(b.way)) - Number(isUsable(a.way)) ||
        decisiveUnknowns(a.way) - decisiveUnknowns(b.way) ||
        prefer(a.way, b.way) ||
        nearer(a.at, b.at),
    );
  const [best, ...others] = judged as [JudgedOrigin, ...JudgedOrigin[]];
  best.way.variants = isNeedless(best) ? [] : others.map((other) => variantOf(other.way));
  return best;
}

const variantOf = ({ panel, verdict, chargeA, meetsNeed, cost, reasons }: WayJudgement): WayVariant => ({
  panel,
  verdict,
  chargeA,
  meetsNeed,
  typical: cost.typical,
  because: verdict === "ruled-out" ? (reasons[0]?.text ?? "") : "",
});

/** The judgements of all ways, in their order of registration. */
export function judgeAll(context: JudgingContext): WayJudgement[] {
  const origins = originsOf(context);
  return waysOf(context.document).map((way) => judgeWay(way, context, origins).way);
}

/** One way with the home after its work; null where the way is ruled out. */
export const judgeOne = (context: JudgingContext, id: string): JudgedWay =>
  judgeWay(wayOf(id), context, originsOf(context));

/**
 * The ways that would be better from another panel than the one that the case names, the best start of each; empty
 * where the case leaves the start open.
 * @param ways as they are judged from the named panel
 */
export function betterElsewhere(context: JudgingContext, ways: readonly WayJudgement[]): WayJudgement[] {
  const origins = otherOrigins(context);
  if (origins.length === 0) return [];
  const prefer = byPreference(policyOf(context.document));
  return ways.flatMap((here) => {
    const way = wayOf(here.way);
    if (!way.startsAtPanel || isNeedless({ way: here, at: context })) return [];
    const [best] = origins.map((at) => judgeFrom(way, at).way).sort(prefer);
    return best && isUsable(best) && prefer(best, here) < 0 ? [best] : [];
  });
}
