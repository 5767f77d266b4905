/** Case in, assessment out: the one entry that the page, the server, the workers and the command line share. */

import { withCharger } from "#core/case/document/change.ts";
import { chargerPhases, readRatingA } from "#core/case/document/lookups.ts";
import type { WayReason } from "#core/case/document/reasons.ts";
import {
  keepsCharger,
  type StayingCharger,
  stayingCharger,
  withoutStayingCharger,
} from "#core/case/document/staying-charger.ts";
import type { CaseDocument, EvTreatment, Panel } from "#core/case/document/types.ts";
import { panelName } from "#core/case/fields/names.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { recommendWay } from "#core/decide/recommend.ts";
import { explainTrip } from "#core/decide/trip.ts";
import { calculateAll, demandInput, governingCalculation } from "#core/demand/calculate.ts";
import { nightNeed } from "#core/energy/need/need.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { stopsIn, surveyFindings } from "#core/findings/index.ts";
import { homeOf, targetOf } from "#core/home/home.ts";
import { panelLimits } from "#core/home/panel-limits.ts";
import { betterElsewhere, judgeAll, judgeOne } from "#core/judge/judge-ways.ts";
import { byPreference, policyOf } from "#core/judge/preference.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { pathTo, type SupplyPath } from "#core/path/links.ts";
import { missingOf } from "#core/path/missing.ts";
import type { PathLink, UnknownValue } from "#core/path/types.ts";
import { reachIn } from "#core/place/reach.ts";
import type { Home } from "#core/rules/home.ts";
import { codebookOf } from "#core/rules/index.ts";
import { plugMostA } from "#core/rules/plug.ts";
import type { Codebook } from "#core/rules/types.ts";
import { assumedFields } from "#core/survey/sources.ts";
import { WAY_IDS } from "#core/ways/index.ts";
import { startingAt } from "#core/ways/starting-at.ts";
import type { JudgingContext, WayJudgement } from "#core/ways/types.ts";
import { exceeds } from "./tolerance.ts";
import { showA } from "./units.ts";
import { why, withLazyFields } from "./why.ts";

function explainRating({ document, codebook: { words, sections }, supplyA }: Home) {
  const assumed = readRatingA(document) === null ? [`${words.supplyRating} unknown: ${showA(supplyA)} is assumed`] : [];
  return {
    assumed,
    explain: why(
      words.supplyRating,
      showA(supplyA),
      {
        rule: sections.supplyRating,
        formula:
          readRatingA(document) === null ? "not read yet: the smaller known figure is assumed" : words.ratingReadOff,
        numbers: showA(supplyA),
      },
      assumed,
      ["A reading on site", `A larger supply from the ${words.operator}`],
    ),
  };
}

type LazyParts = Pick<Assessment, "reach" | "elsewhere">;

/**
 * Only drawings need the reach, and it takes longer than all other parts together; and only homes with several panels
 * have ways that start elsewhere. Both are lazy.
 */
const assessmentOf = withLazyFields<Omit<Assessment, keyof LazyParts>, LazyParts>("reach", "elsewhere");

/**
 * The phase with most spare for a single-phase charger; undefined on one phase, and where the phases of the loads are not
 * known: a charger without a phase counts on the fullest one.
 */
function lightestPhase({ document, codebook, loads, method }: Home, amps: number): 1 | 2 | 3 | undefined {
  const isKnown = method.measures || loads.every((l) => l.phase !== undefined);
  if (document.supply.system !== "three-phase-230-400" || !isKnown) return undefined;
  const demandWith = (phase: 1 | 2 | 3): number => {
    const charger = { id: "trial-charger", kind: "ev-charger" as const, amps, phase, existing: false };
    return homeOf({ ...document, loads: [...document.loads, charger] }, codebook).demandA;
  };
  const phases = ([1, 2, 3] as const).map((phase) => ({ phase, demandA: demandWith(phase) }));
  return phases.reduce((least, next) => (exceeds(least.demandA, next.demandA) ? next : least)).phase;
}

/** The home that the ways are proposed for: without a charger that stays, which each of them puts where it would be. */
function homeOfWays(there: Home, staying: StayingCharger | null): Home {
  const { document, codebook, volts } = there;
  if (staying) return homeOf(withoutStayingCharger(document, staying, volts), codebook);
  return keepsCharger(document) ? { ...there, document: withCharger(document, { providedBy: "customer" }) } : there;
}

/** The context in which the ways are judged. @param there the home as it is today */
function judgingContextOf(
  today: CaseDocument,
  codebook: Codebook,
  book: PriceBook,
  there = homeOf(today, codebook),
): JudgingContext {
  const staying = stayingCharger(today);
  const home = homeOfWays(there, staying);
  const { document } = home;
  const given = document.charger ?? {};
  const path = pathTo(home, targetOf(document));
  const charger = {
    maxA: given.maxA ?? codebook.charging.usualMaxA,
    settingsA: given.settableA?.length ? [...given.settableA].sort((a, b) => a - b) : codebook.charging.settingsA,
    managed: given.managed ?? true,
    plug: given.connection === "plug",
  };
  const { minimumA, counted } = codebook.charging;
  const mostA = charger.plug ? Math.min(charger.maxA, plugMostA(document, codebook)) : charger.maxA;
  const chargeA = charger.settingsA.filter((a) => !exceeds(a, mostA)).at(-1) ?? minimumA;
  const addsA = (treatment: EvTreatment) => counted(chargeA, home.volts, treatment).va / home.volts;
  const treatment = document.options?.evTreatment ?? "outside-125";
  return {
    home,
    document,
    codebook,
    book,
    path,
    charger,
    staying,
    wanted: {
      chargeA,
      supplyA: addsA(treatment === "inside" ? "outside-100" : treatment),
      feederA: addsA("outside-125"),
    },
    spaces: path.target.panel ? countSpaces(path.target.panel, codebook) : null,
    need: nightNeed(document),
    phase: chargerPhases(document) === 3 ? undefined : lightestPhase(home, chargeA),
    stops: stopsIn(home),
  };
}

/**
 * Assesses a checked case. Pure: the same case gives the same assessment.
 * @param document a case that has passed `readCase`
 * @param book the firm's prices, in the currency of the case's rules
 */
export function assess(document: CaseDocument, book: PriceBook): Assessment {
  const codebook = codebookOf(document.rules);
  const home = homeOf(document, codebook);
  const input = demandInput(document, codebook, home.supplyA, home.loads);
  const calculations = calculateAll(codebook, input);
  const chosen = governingCalculation(calculations, document.options?.loadMethod);
  const forced = chosen.method === document.options?.loadMethod;
  const governingBecause = forced ? "it was chosen for this job" : home.method.governsBecause;
  const context = judgingContextOf(document, codebook, book, home);
  const ways = judgeAll(context);
  const recommendation = recommendWay(ways, policyOf(document), context.need);
  const takenId = document.decision?.way ?? recommendation.way;
  const taken = ways.find((w) => w.way === takenId);
  // Where the case leaves the start of the circuit open, today's path ends where the taken way starts.
  const startPanel = document.panels.find((p) => p.id === taken?.panel);
  const isOpen = taken !== undefined && taken.variants.length > 0 && startPanel !== undefined;
  const path = todaysPath(context, home, isOpen ? startPanel : null);
  const { unknowns, replaced } = unknownValues(path.links, taken, Boolean(document.decision));
  const assumed = assumedFields(document).filter(({ key }) => !replaced.has(key));
  const rating = explainRating(home);
  const fields = {
    format: "heron-assessment" as const,
    version: 1 as const,
    rules: document.rules,
    supply: { ratingA: home.supplyA, volts: home.volts },
    calculations,
    feeders: document.panels.flatMap((panel) => panelLimits(home, panel)),
    governing: chosen.method,
    governingBecause,
    headroomA: chosen.headroomA,
    path: path.links,
    ways,
    recommended: recommendation.way,
    because: recommendation.because,
    taken: takenId,
    decided: Boolean(document.decision),
    circuit: ways.find((w) => w.way === recommendation.way)?.circuit ?? null,
    trip: explainTrip(document, codebook, path.links, ways),
    findings: surveyFindings(home, path.target, path.panels),
    need: { energyPerDayKWh: context.need.energyPerDayKWh, hoursPerNight: context.need.hoursPerNight },
    missing: missingOf(unknowns),
    assumed,
    assumptions: [
      ...new Set([
        ...assumed.map((f) => `${f.label} ${f.value} is assumed, not read`),
        ...rating.assumed,
        ...chosen.assumptions,
        ...context.need.assumed,
        ...(taken?.explain.assumes ?? []),
      ]),
    ],
    waterline: taken?.level ?? { ratingA: home.supplyA, demandA: home.demandA, chargingA: 0, limitA: null },
    explain: {
      ratingA: rating.explain,
      ...context.need.explain,
      governing: why(
        "Governing method",
        chosen.name,
        {
          rule: chosen.rule,
          formula: "measured demand where it is valid, else the optional method that is allowed, else the standard one",
          numbers: `${chosen.name} governs: ${governingBecause}`,
        },
        chosen.assumptions,
        calculations
          .filter((c) => c !== chosen)
          .map((c) => (c.applies ? `${c.name}: ${showA(c.demandA)}` : `${c.name}: ${c.why}`)),
      ),
    },
  };
  let elsewhere: Assessment["elsewhere"] | null = null;
  return assessmentOf(fields, {
    reach: () => reachIn(document),
    elsewhere() {
      elsewhere ??= elsewhereOf(context, ways, recommendation.way);
      return elsewhere;
    },
  });
}

/**
 * Today's path: to the circuit of a charger that stays, otherwise to where the charger's circuit would start.
 * @param start the panel where the taken way starts, where the case leaves that open
 */
function todaysPath(context: JudgingContext, home: Home, start: Panel | null): SupplyPath {
  const { staying } = context;
  if (staying?.panel) return pathTo(home, { panel: staying.panel, circuit: staying.circuit, outlet: null });
  return start ? startingAt(context, start).path : context.path;
}

/** The ways that would be better from another panel, the best one first. */
function elsewhereOf(
  context: JudgingContext,
  ways: readonly WayJudgement[],
  recommendedId: string | null,
): Assessment["elsewhere"] {
  const { document, codebook } = context;
  const prefer = byPreference(policyOf(document));
  const recommended = ways.find((w) => w.way === recommendedId);
  return betterElsewhere(context, ways)
    .sort(prefer)
    .map((way) => ({
      way: way.way,
      panel: way.panel ?? "",
      panelName: panelName(document.panels.find((p) => p.id === way.panel) ?? {}, codebook),
      verdict: way.verdict,
      chargeA: way.chargeA,
      typical: way.cost.typical,
      currency: way.cost.currency,
      meetsNeed: way.meetsNeed,
      beatsRecommended: recommended === undefined || prefer(way, recommended) < 0,
    }));
}

/**
 * Unread values on today's path and on that of the taken way. A decided way may replace links: their unknown values do
 * not count any more, unless they prevent a verdict today.
 * @returns the unknown values, and the keys of those that do not count
 */
function unknownValues(today: readonly PathLink[], taken: WayJudgement | undefined, decided: boolean) {
  const now = today.flatMap((link) => link.unknowns);
  const after = taken?.unknowns ?? [];
  const counts = ({ key, decisive }: UnknownValue) =>
    !decided || !taken || decisive || after.some((unknown) => unknown.key === key);
  return {
    unknowns: [...now.filter(counts), ...after],
    replaced: new Set(now.filter((unknown) => !counts(unknown)).map(({ key }) => key)),
  };
}

/** The recommended way alone, for who asks of a thousand homes. */
export function recommendedOf(document: CaseDocument, book: PriceBook): WayJudgement | null {
  const context = judgingContextOf(document, codebookOf(document.rules), book);
  const ways = judgeAll(context);
  const { way } = recommendWay(ways, policyOf(document), context.need);
  return ways.find((w) => w.way === way) ?? null;
}

/** The case after a way's work; the reasons where the way is ruled out. */
export function homeAfter(
  document: CaseDocument,
  way: string,
  book: PriceBook,
): { document: CaseDocument } | { reasons: WayReason[] } {
  const { way: judged, after } = judgeOne(judgingContextOf(document, codebookOf(document.rules), book), way);
  return after ? { document: after } : { reasons: judged.reasons };
}

/** Every way that is not ruled out, with the home after its work. */
export function afterEach(document: CaseDocument, book: PriceBook): { way: WayJudgement; after: CaseDocument }[] {
  const context = judgingContextOf(document, codebookOf(document.rules), book);
  return WAY_IDS.flatMap((id) => {
    const { way, after } = judgeOne(context, id);
    return after ? [{ way, after }] : [];
  });
}

/**
 * Largest unmanaged charging current for each way the rules let a charger be counted, A; empty where there is only one.
 * Worked out apart from the assessment, as it is only asked for on the Demand step.
 */
export function largestUnmanaged(
  document: CaseDocument,
  { governing: loadMethod }: Assessment,
  book: PriceBook,
): { treatment: EvTreatment; chargeA: number }[] {
  const codebook = codebookOf(document.rules);
  if (!codebook.asksFor.evTreatment) return [];
  return (["outside-125", "outside-100", "inside"] as const).map((evTreatment) => {
    const counted = { ...document, options: { ...document.options, evTreatment, loadMethod } };
    const { way } = judgeOne(judgingContextOf(counted, codebook, book), "dedicated-circuit");
    return { treatment: evTreatment, chargeA: way.chargeA };
  });
}
