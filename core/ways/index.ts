/** All ways, each judged as the home after its work; a new way is a folder and one line here. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { type Estimate, estimateWork } from "#core/estimate/estimate.ts";
import { type JudgedProposal, judgeProposal } from "#core/judge/judge.ts";
import { strictReading } from "#core/judge/strict.ts";
import { type DeliveredEnergy, givenManaged, givenSteady } from "#core/need/energy.ts";
import { nightName } from "#core/need/need.ts";
import {
  overloadInWords,
  type ReplayedNights,
  replayBasis,
  replayedInWords,
  replayedNights,
} from "#core/need/replayed.ts";
import type { PathLink } from "#core/path/types.ts";
import { showA, showKWh, showPercent } from "#core/units.ts";
import type { Waterline } from "#core/waterline.ts";
import { type Why, why, withLazyFields } from "#core/why.ts";
import { circuitSplitter } from "./circuit-splitter/index.ts";
import { dedicatedCircuit } from "./dedicated-circuit/index.ts";
import { dynamicLoadManagement } from "./dynamic-load-management/index.ts";
import { existingOutlet } from "./existing-outlet/index.ts";
import { panelChange } from "./panel-change/index.ts";
import { withPriority } from "./priority.ts";
import { type WayReason, wayReason } from "./reasons.ts";
import { reuseCircuit } from "./reuse-circuit/index.ts";
import { separateBoard } from "./separate-board/index.ts";
import { serviceUpgrade } from "./service-upgrade/index.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way, WayJudgement } from "./types.ts";

const ALL = [
  existingOutlet,
  reuseCircuit,
  dedicatedCircuit,
  circuitSplitter,
  dynamicLoadManagement,
  panelChange,
  separateBoard,
  serviceUpgrade,
] as const satisfies readonly Way[];

export type WayId = (typeof ALL)[number]["id"];
export const WAYS: readonly Way[] = ALL;
export const WAY_IDS: readonly WayId[] = ALL.map((w) => w.id);

/** A way by its id, which must be a known one. */
export const wayOf = (id: string): Way => WAYS.find((w) => w.id === id) as Way;

interface Outcome {
  proposal: Proposal;
  judged: JudgedProposal;
  given: DeliveredEnergy;
}

function outcomeOf(s: JudgingContext, proposed: Proposal): Outcome {
  const proposal = withPriority(s, proposed);
  const judged = judgeProposal(s, proposal);
  const given =
    judged.guards.length > 0
      ? givenManaged(s.need, judged.guards, judged.chargeA, s.home.volts, s.codebook.charging.leastOfferA)
      : givenSteady(s.need, judged.chargeA, proposal.chargerPlacement.volts ?? s.home.volts);
  return { proposal, judged, given };
}

/** The better of two outcomes first: the energy, then the current, then less work. */
const better = (a: Outcome, b: Outcome): number =>
  b.given.energyKWh - a.given.energyKWh ||
  b.judged.chargeA - a.judged.chargeA ||
  Number(b.judged.verdict === "ready") - Number(a.judged.verdict === "ready") ||
  a.judged.items.length - b.judged.items.length ||
  b.judged.circuitA - a.judged.circuitA ||
  placedAt(a.proposal).localeCompare(placedAt(b.proposal));

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

function judgeWay(way: Way, s: JudgingContext): { way: WayJudgement; after: CaseDocument | null } {
  const proposals = way.propose(s);
  const words = way.words[s.codebook.region];
  const outcomes = worthJudging(proposals).map((p) => outcomeOf(s, p));
  const short = () => outcomes.length > 0 && outcomes.every((o) => o.judged.chargeA < s.wanted.chargeA);
  for (const other of way.otherwise?.(s) ?? []) if (short()) outcomes.push(outcomeOf(s, other()));
  outcomes.sort(better);
  const [best] = outcomes;
  if (!best)
    return { way: refusal(s, way, unique(proposals.filter(isRefused).flatMap((p) => p.refused))), after: null };
  const { judged, proposal } = best;
  const usable = judged.verdict !== "ruled-out";
  const limitA = judged.guards.length > 0 ? Math.min(...judged.guards.map((g) => g.limitA)) : undefined;
  const basis = replayBasis(s.need, s.home.demandA);
  const replayed = usable ? replayedNights(s.document, basis, way.id, judged.chargeA, limitA) : null;
  const given: DeliveredEnergy = replayed
    ? { energyKWh: replayed.energyKWh, nightsMet: replayed.share, meetsNeed: replayed.meetsNeed, worst: null }
    : best.given;
  const meetsNeed = usable && given.meetsNeed;
  const notNeeded =
    way.enlargesSupply && s.path.links.every((l) => fitsAsItIs(s, l))
      ? [wayReason("not-needed", `The ${s.codebook.words.supply} carries the charger as it is`, s.home.method.rule)]
      : [];
  const strict = usable ? strictReading(judged.home) : null;
  const overload = replayed && overloadInWords(replayed);
  const priced = estimateWork(judged.items, s.book, s.document.options?.grants);
  const fields: JudgedFields = {
    way: way.id,
    name: words.name,
    means: words.means,
    verdict: judged.verdict,
    onlyConfirm: judged.onlyConfirm,
    chargeA: judged.chargeA,
    volts: proposal.chargerPlacement.volts ?? s.home.volts,
    circuitA: judged.circuitA,
    reasons: unique([
      ...judged.reasons,
      ...notNeeded,
      ...(usable ? [replayed ? replayedReason(replayed) : needReason(given)] : []),
    ]),
    work: judged.items.map((item) => item.text),
    workItems: judged.items,
    cautions: [...judged.cautions, ...(strict ? [strict] : []), ...(overload ? [overload] : [])],
    path: judged.links,
    tightest: judged.tightest?.link ?? null,
    unknowns: judged.unknowns,
    leaves: way.consequence,
    level: levelOf(s, judged),
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
  if (usable && judged.circuit) fields.circuit = judged.circuit;
  if (replayed) fields.replayed = replayed;
  if (limitA !== undefined) {
    fields.limitA = limitA;
    fields.limits = judged.guards.map(({ at, limitA, name }) => ({ at, limitA, name }));
  }
  const judgement = judgementOf(fields, {
    explain: () => explain(s, proposal, judged, given.energyKWh, replayed),
    explainCost: () => priced.explain,
  });
  return { way: judgement, after: usable ? judged.after : null };
}

const unique = (reasons: readonly WayReason[]): WayReason[] => [
  ...new Map(reasons.map((r) => [r.code + r.text, r])).values(),
];

const fitsAsItIs = ({ wanted }: JudgingContext, { demandScope: of, mayCarryA, carriesA }: PathLink): boolean =>
  of === "circuit" || mayCarryA === null || carriesA + wanted.addsA <= mayCarryA + 1e-9;

/** Whether the need is met, and on which night it is furthest from it. */
function needReason({ meetsNeed, energyKWh, nightsMet, worst }: DeliveredEnergy): WayReason {
  const rule = "Heron, charging need";
  if (!worst) return wayReason("meets-need", `Gives the ${showKWh(energyKWh)} of a usual night`, rule);
  const on = `${showKWh(worst.energyKWh)} of the ${showKWh(worst.night.energyKWh)} needed on ${nightName(worst.night)}`;
  return meetsNeed
    ? wayReason("meets-need", `Meets ${showPercent(nightsMet)} of the nights; gives ${on}`, rule)
    : wayReason("need-not-met", `Gives ${on}`, rule);
}

const replayedReason = (nights: ReplayedNights): WayReason =>
  nights.meetsNeed
    ? wayReason("meets-need", `Meets ${replayedInWords(nights)}`, "Heron, replay of nights")
    : wayReason("need-not-met", `Meets only ${replayedInWords(nights)}`, "Heron, replay of nights");

const pricedAs = ({ cost, lines, missing, steps, leadTimeDays }: Estimate) => ({
  cost,
  lines,
  unpriced: missing,
  steps,
  leadTimeDays,
});

/** A way that could not even be proposed: today's path, and why. */
function refusal(s: JudgingContext, { id, words, consequence: leaves }: Way, reasons: WayReason[]): WayJudgement {
  const [first] = reasons;
  const priced = estimateWork([], s.book);
  const fields: JudgedFields = {
    way: id,
    name: words[s.codebook.region].name,
    means: words[s.codebook.region].means,
    leaves,
    verdict: "ruled-out",
    onlyConfirm: false,
    chargeA: 0,
    volts: s.home.volts,
    circuitA: 0,
    reasons,
    work: [],
    workItems: [],
    cautions: [],
    path: s.path.links,
    tightest: null,
    unknowns: s.path.links.flatMap((l) => l.unknowns),
    level: { ratingA: s.home.supplyA, demandA: s.home.demandA, chargingA: 0, limitA: null },
    spareA: s.home.supplyA - s.home.demandA,
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

/** Room that is left at the tightest link of the supply and the feeders, A; a managed charger gives way. */
function spareOf({ home, before, guards, links }: JudgedProposal): number {
  const carried = guards.length > 0 ? before.path.links : links;
  const room = carried.flatMap((l) =>
    l.demandScope === "circuit" || l.mayCarryA === null ? [] : [l.mayCarryA - l.carriesA],
  );
  return room.length > 0 ? Math.min(...room) : home.supplyA - home.demandA;
}

/** The waterline of the tightest part: the supply, or the feeder or panel that decides. */
function levelOf({ codebook }: JudgingContext, { before, guards, chargeA, addsA, home }: JudgedProposal): Waterline {
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

function explain(
  s: JudgingContext,
  { chargerPlacement: placed }: Proposal,
  judged: JudgedProposal,
  energyKWh: number,
  replayed: ReplayedNights | null,
): Why {
  const { before, tightest: tight, chargeA, addsA } = judged;
  const cited = judged.cited();
  const guard = judged.guards.reduce<JudgedProposal["guards"][number] | null>(
    (least, g) => (least && least.limitA <= g.limitA ? least : g),
    null,
  );
  const clamps = judged.guards.map((g) => `clamps on ${g.name}: ${showA(g.limitA)} of ${showA(g.ratingA)}`);
  if (guard)
    return why(
      "Limit of the managed charger",
      showA(guard.limitA),
      judged.guards.length === 1
        ? guard.cited
        : { ...guard.cited, numbers: [guard.cited.numbers, ...clamps].join("; ") },
      [
        replayed
          ? `A night gives ${showKWh(energyKWh)} on average, and all it asks for on ${replayedInWords(replayed)}, replayed step by step`
          : `A usual night leaves ${showKWh(energyKWh)}: the house is assumed to draw 14 to 55 % of its governing demand by the hour (Heron's own assumption; measured days replace it)`,
      ],
      ["A larger supply", "A measurement of the home's own nights"],
    );
  const limit = tight && tight.mayCarryA !== null ? tight : null;
  return why(
    "Charging current",
    showA(chargeA),
    {
      rule: cited.rule,
      formula: placed.interlockedWith
        ? `${s.codebook.sharing.cited.formula}; the larger of the two is counted`
        : `the largest setting that every link carries; counted as ${cited.formula}`,
      numbers: `${cited.numbers}; the demand goes from ${showA(before.home.demandA)} to ${showA(before.home.demandA + addsA)}${limit ? `; ${limit.name} carries ${showA(limit.carriesA)} of ${showA(limit.mayCarryA ?? 0)} (${limit.decidedBy})` : ""}`,
    },
    [...new Set(judged.unknowns.map((u) => `Not confirmed: ${u.text}`))],
    [
      ...(limit?.mayCarryA
        ? [
            limit.kind === "charger"
              ? judged.after.charger?.connection === "plug" && limit.mayCarryA === s.codebook.charging.plug.mostA
                ? "A charger for fixed wiring"
                : `A charger of more than ${showA(limit.mayCarryA)}`
              : `More than ${showA(limit.mayCarryA)} at ${limit.name}`,
          ]
        : []),
      "Measured demand instead of a calculation",
      "A managed charger, which is held below the limit",
    ],
  );
}

/** The judgements of all ways, in their order of registration. */
export const judgeAll = (s: JudgingContext): WayJudgement[] => WAYS.map((way) => judgeWay(way, s).way);

/** One way with the home after its work; null where the way is ruled out. */
export const judgeOne = (s: JudgingContext, id: string) => judgeWay(wayOf(id), s);
