/**
 * The one judge of all ways: it takes a proposal's home after the work, repairs the faults on its path, finds the
 * largest charging current that every link carries, and takes unknown values into account.
 */

import { chargerPhases, feedsBack } from "#core/case/document/lookups.ts";
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, ClampLimit } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { isDesigned } from "#core/circuit/design.ts";
import { faultsOfRun, withRoute } from "#core/circuit/route.ts";
import { givenSteady } from "#core/energy/need/energy.ts";
import { IN_PASSING, type WorkItem } from "#core/estimate/requirements.ts";
import { circuitCarriesA } from "#core/home/circuit-load.ts";
import { homeOf, targetOf, withChargerOnTop } from "#core/home/home.ts";
import { type ClampGuard, guardsOf, putClamps } from "#core/path/clamps.ts";
import { designAt } from "#core/path/designed.ts";
import { faultsAt, overLimit, pathTo, type SupplyPath, tightestLink } from "#core/path/links.ts";
import type { PathLink, UnknownValue } from "#core/path/types.ts";
import type { CircuitDesign } from "#core/rules/circuit/types.ts";
import type { Home } from "#core/rules/home.ts";
import { plugMostA } from "#core/rules/plug.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import { joined, withCharge } from "#core/ways/charger-placement.ts";
import { spareClampsWork } from "#core/ways/clamps-work.ts";
import type { JudgedVerdict, JudgingContext, Proposal } from "#core/ways/types.ts";
import type { RuleCitation } from "#core/why.ts";
import { listed, lower } from "#core/words.ts";
import { workAtCharger } from "./at-charger.ts";
import { withCautions } from "./cautions.ts";
import { confirmationVisit, consentOfOperator, measureFirst, withIsolation, withSourcesIsolated } from "./first.ts";
import { leftToCustomer, makingGoodWork } from "./making-good.ts";

const FAULTS = { faults: true, unknowns: false };
const UNKNOWNS = { faults: false, unknowns: true };
const LIMITS = { faults: false, unknowns: false };
const NOTHING: ReturnType<typeof consentOfOperator> = { items: [], reasons: [], cautions: [] };

/** Energy margin that `chargerSizing: "need"` keeps over the need. */
const NEED_MARGIN = 1.2;
/** Faults of faults: a home whose mends bring new ones this often is not mended at all. */
const MOST_ROUNDS = 6;

export interface JudgedProposal {
  verdict: JudgedVerdict;
  onlyConfirm: boolean;
  chargeA: number;
  circuitA: number;
  guards: readonly ClampGuard[];
  reasons: WayReason[];
  items: WorkItem[];
  cautions: string[];
  unknowns: UnknownValue[];
  links: PathLink[];
  tightest: PathLink | null;
  /** The home after the work, the charger in it. */
  after: CaseDocument;
  home: Home;
  /** The same without the charger, and its path. */
  before: { home: Home; path: SupplyPath };
  /** The charger's addition to the demand of the home, A, with its rule. */
  addsA: number;
  cited: () => RuleCitation;
  /** The charger's circuit along the run, where one was entered. */
  circuit: CircuitDesign | null;
}

interface Mending {
  home: Home;
  path: SupplyPath;
  items: WorkItem[];
  reasons: WayReason[];
  stops: WayReason[];
  /** How many of the items the owner wants and nothing needs. */
  extras: number;
  /** Ids of the work that removes a `stop` finding. */
  urgent: ReadonlySet<string>;
  /** Faults as they were found, before anything was mended. */
  found: SupplyPath;
  /** The home with the charger in it at a current, worked out once for each. */
  charged(chargeA: number): Home;
}

/** Repairs every repairable fault on the path; collects the reasons that stop the way. */
function mend(context: JudgingContext, proposal: Proposal): Mending {
  let home = homeOf(joined(proposal.document, proposal.chargerPlacement), context.codebook, context.home);
  let path = pathTo(home, targetOf(home.document), FAULTS);
  const found = path;
  const items: WorkItem[] = [];
  const reasons: WayReason[] = [];
  const stops: WayReason[] = [];
  const tried = new Set<string>();
  let extras = 0;
  const urgent = new Set<string>();
  // A `stop` fault that this way cannot repair rules it out at once.
  for (const fault of found.faults) {
    if (fault.finding.severity !== "stop" || fault.mend(home, path.target)) continue;
    tried.add(key(fault.finding));
    stops.push(wayReason(fault.reason, fault.finding.text, fault.finding.rule));
  }
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const open = path.faults.filter((f) => f.finding.severity !== "note" && !tried.has(key(f.finding)));
    if (open.length === 0) break;
    for (const fault of open) {
      tried.add(key(fault.finding));
      const { code, severity, text, rule, link } = fault.finding;
      const because = wayReason(fault.reason, text, rule);
      const mended = fault.mend(home, path.target);
      if (mended) {
        home = homeOf(mended.document, context.codebook, context.home);
        const id = `mend:${code}:${link}`;
        items.push({ id, text: mended.text, requires: mended.requires, link, mends: code });
        if (severity === "stop") urgent.add(id);
        if (fault.isExtra) extras++;
        else reasons.push(because);
        // An earlier repair may have removed this fault, so the path is computed again.
        path = pathTo(home, targetOf(home.document), FAULTS);
        break;
      }
      if (!fault.isExtra) reasons.push(because);
    }
  }
  const mended = home;
  const homes = new Map<number, Home>();
  const charged = (chargeA: number): Home => {
    const known = homes.get(chargeA);
    if (known) return known;
    const made = homeOf(withCharge(mended.document, proposal.chargerPlacement, chargeA), context.codebook);
    homes.set(chargeA, made);
    return made;
  };
  return { home, path, items, reasons, stops, extras, urgent, found, charged };
}
const key = ({ code, link }: { code: string; link: string }) => `${code} ${link}`;

/** Charging settings that the way, the charger and its plug allow, ascending, A. */
function settingsOf(
  { charger, codebook }: JudgingContext,
  { document, mostA, settingsA, chargerPlacement: placed }: Proposal,
): number[] {
  const plug = charger.plug || placed.outlet !== undefined;
  const plugged = plug && !settingsA ? plugMostA(document, codebook) : Number.POSITIVE_INFINITY;
  const most = Math.min(mostA, settingsA ? Number.POSITIVE_INFINITY : charger.maxA, plugged);
  return (settingsA ?? charger.settingsA).filter((a) => !exceeds(a, most));
}

/** The charger's addition to the demand, A: at the supply by the job's treatment, on a feeder as a continuous load. */
function addsTo({ home, codebook, document }: JudgingContext, { chargerPlacement: placed }: Proposal, chargeA: number) {
  const volts = placed.volts ?? home.volts;
  const slow = volts < home.volts;
  const count = (treatment: "outside-125" | "outside-100") =>
    codebook.charging.counted(chargeA, volts, treatment, slow);
  const treatment = document.options?.evTreatment ?? "outside-125";
  const atSupply = count(treatment === "inside" ? "outside-100" : treatment);
  return { supplyA: atSupply.va / home.volts, feederA: count("outside-125").va / home.volts, cited: atSupply.cited };
}

/** The charger's addition to the demand at one link, A. */
const addsAt = (
  home: Home,
  { panels }: SupplyPath,
  { demandScope: of }: PathLink,
  adds: { supplyA: number; feederA: number },
): number => (panels.some((p) => p.id === of && home.at(p).asFeeder) ? adds.feederA : adds.supplyA);

/**
 * True where a charger's load simply comes on top: not among the other loads, not in an appliance's place, and on the
 * one phase that carries all of them.
 */
const comesOnTop = (
  context: JudgingContext,
  { chargerPlacement: placed }: Proposal,
  { document, method }: Home,
): boolean =>
  !placed.interlockedWith &&
  !placed.waitsFor &&
  document.supply.system !== "three-phase-230-400" &&
  !(context.document.options?.evTreatment === "inside" && method.takesChargerInside);

/** The first link that a charging current is too much for, or null; clamps keep all but the circuit's own from it. */
function tooMuchFor(
  context: JudgingContext,
  proposal: Proposal,
  { home, path, charged }: Mending,
  chargeA: number,
): PathLink | null {
  const held = proposal.chargerPlacement.managed === true;
  if (!held && !comesOnTop(context, proposal, home)) {
    const after = charged(chargeA);
    return overLimit(pathTo(after, targetOf(after.document), LIMITS).links);
  }
  const adds = addsTo(context, proposal, chargeA);
  const { codebook } = context;
  const { circuit } = path.target;
  const volts = proposal.chargerPlacement.volts ?? home.volts;
  const others = circuit ? circuitCarriesA(home, circuit, volts) : 0;
  const deviceA = proposal.chargerPlacement.deviceA?.(chargeA);
  const designed = designAt(home.document, codebook, path.target, chargeA);
  const found = path.links.find((link) => {
    if (link.kind === "charger" || (held && link.demandScope !== "circuit")) return false;
    if (link.kind === "conductor" && designed) return !isDesigned(designed);
    const may = link.kind === "device" && deviceA !== undefined ? deviceA : link.mayCarryA;
    if (may === null) return false;
    const carries =
      link.demandScope === "circuit"
        ? others + chargeA * codebook.charging.continuousFactor
        : link.carriesA + addsAt(home, path, link, adds);
    return exceeds(carries, may);
  });
  if (found?.kind === "conductor" && designed && !isDesigned(designed))
    return { ...found, mayCarryA: 0, decidedBy: designed.refused.numbers };
  return found ?? null;
}

/**
 * The largest setting that every link carries: usually the last one, otherwise found by bisection. With the job option
 * `need`, the smallest that meets the need with margin.
 */
function settingThatFits(
  context: JudgingContext,
  settings: readonly number[],
  leastA: number,
  fits: (a: number) => boolean,
) {
  const last = settings.length - 1;
  let [from, to] = last >= 0 && fits(settings[last] as number) ? [last + 1, last + 1] : [0, Math.max(0, last)];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (fits(settings[middle] as number)) from = middle + 1;
    else to = middle;
  }
  const fitting = settings.slice(0, from);
  const largest = fitting.at(-1) ?? 0;
  if (context.document.options?.chargerSizing !== "need") return largest;
  const volts = context.home.volts * chargerPhases(context.document);
  const enough = (a: number) => givenSteady(context.need, a / NEED_MARGIN, volts).meetsNeed;
  return fitting.find((a) => a >= leastA && enough(a)) ?? largest;
}

/** Why even the smallest worthwhile setting does not fit. */
function shortReason(context: JudgingContext, proposal: Proposal, mending: Mending, smallestA: number): WayReason {
  const adds = addsTo(context, proposal, smallestA);
  const link = tooMuchFor(context, proposal, mending, smallestA);
  const own = proposal.limitedBy?.(link);
  if (own) return own;
  if (!link)
    return wayReason(
      "conductor-limit",
      `The charger's smallest setting is more than this way may give (${showA(proposal.mostA)})`,
      context.codebook.sections.outletCharging,
    );
  const roomA = (link.mayCarryA ?? 0) - (mending.path.links.find((l) => l.link === link.link)?.carriesA ?? 0);
  if (link.demandScope === "circuit")
    return wayReason(
      "conductor-limit",
      `${link.name} carries too little for ${showA(smallestA)}: ${link.decidedBy}`,
      context.codebook.sections.protection,
    );
  if (roomA < 0 && link.kind === "supply")
    return wayReason(
      "headroom-short",
      `Without the charger the demand is ${showA(-roomA)} over the ${context.codebook.words.supply} rating already`,
      mending.home.method.rule,
    );
  const countedA = addsAt(mending.home, mending.path, link, adds);
  const countsAs =
    countedA === smallestA
      ? `The least charging current is ${showA(smallestA)}`
      : `${showA(smallestA)} of charging counts as ${showA(countedA)}`;
  return wayReason(
    "headroom-short",
    roomA < 0
      ? `${link.name} is ${showA(-roomA)} over what it may carry already: ${link.decidedBy}`
      : `${countsAs}; ${link.kind === "supply" ? `only ${showA(roomA)} is spare` : `the ${lower(link.name)} has only ${showA(roomA)} spare${howToRenew(context, link)}`}`,
    adds.cited().rule,
  );
}

/** What shows the work of a larger feeder, where one is too small and its run was not entered. */
const howToRenew = ({ document }: JudgingContext, { link }: PathLink): string =>
  document.run?.feeds === undefined && /^feeder:/.test(link)
    ? "; its run, entered on Circuit, shows what renewing it takes"
    : "";

/** Every fault as found and every piece of work, written to the links of a path that was walked for this way alone. */
function asFound(links: readonly PathLink[], found: SupplyPath, items: readonly WorkItem[]): void {
  const work = new Map<string, number[]>();
  for (const [i, { link }] of items.entries())
    if (link !== undefined) work.set(link, [...(work.get(link) ?? []), i + 1]);
  for (const link of links) {
    link.faults = faultsAt(found.faults, link.link);
    link.work = work.get(link.link) ?? link.work;
  }
}

/** The home after the work: the charger at its current in it, with the clamps that hold it back. */
function homeWithCharger(
  context: JudgingContext,
  proposal: Proposal,
  { home, path, charged }: Mending,
  chargeA: number,
  guards: readonly ClampGuard[],
  adds: ReturnType<typeof addsTo>,
): Home {
  if (guards.length === 0 && !comesOnTop(context, proposal, home)) return charged(chargeA);
  const limits: ClampLimit[] = guards.map(({ at, limitA }) => ({ at, limitA }));
  const after = withCharge(home.document, proposal.chargerPlacement, chargeA, limits);
  return guards.length > 0
    ? homeOf(after, context.codebook)
    : withChargerOnTop(home, after, new Set(path.panels.map((p) => p.id)), adds);
}

/**
 * Judges the home after a proposal's work: repairs its faults, finds the largest setting that every link carries, and
 * lists the reasons and the work.
 */
export function judgeProposal(context: JudgingContext, proposal: Proposal): JudgedProposal {
  const { codebook } = context;
  const mending = mend(context, proposal);
  const { home, path } = mending;
  const settings = settingsOf(context, proposal);
  const smallestA = settings.find((a) => !exceeds(proposal.leastA, a));
  const guards = proposal.chargerPlacement.managed ? guardsOf(home, path, proposal.mostA) : [];
  const limitA = Math.min(...guards.map((g) => g.limitA), Number.POSITIVE_INFINITY);
  const fits = (a: number) => !exceeds(a, limitA) && tooMuchFor(context, proposal, mending, a) === null;
  let chargeA = settingThatFits(context, settings, proposal.leastA, fits);
  const first = measureFirst(context, home, mending.found, proposal);
  const stops = [...mending.stops, ...first.stops];
  if (exceeds(proposal.leastA, chargeA)) {
    const none = smallestA ?? settings.at(-1) ?? proposal.leastA;
    if (proposal.chargerPlacement.managed && limitA < none)
      stops.push(
        wayReason(
          "limit-below-house",
          `A limit of ${showA(limitA)} leaves less than the ${showA(proposal.leastA)} a charger needs`,
          codebook.managed.rule,
        ),
      );
    else stops.push(shortReason(context, proposal, mending, none));
  }
  if (stops.length > 0) chargeA = 0;
  const shownA = chargeA || smallestA || settings[0] || proposal.leastA;
  const adds = addsTo(context, proposal, shownA);
  const judged = homeWithCharger(context, proposal, mending, shownA, guards, adds);
  const end = pathTo(judged, targetOf(judged.document), UNKNOWNS);
  const unknowns = end.links.flatMap((l) => l.unknowns);
  const judgement: JudgedProposal = {
    verdict: "ruled-out",
    onlyConfirm: false,
    chargeA,
    circuitA: 0,
    guards,
    reasons: stops,
    items: [],
    cautions: [],
    unknowns,
    links: end.links,
    tightest: tightestLink(end.links),
    after: judged.document,
    home: judged,
    before: { home, path },
    addsA: judged.demandA - home.demandA,
    cited: adds.cited,
    circuit: null,
  };
  if (stops.length > 0) {
    asFound(end.links, mending.found, []);
    return judgement;
  }
  const circuitA = proposal.chargerPlacement.deviceA?.(chargeA) ?? end.target.circuit?.ratingA ?? 0;
  const atCharger = workAtCharger(context, proposal, chargeA);
  // Only what is laid is made good; a run that renews a feeder is laid as well.
  const isWired = proposal.chargerPlacement.outlet === undefined;
  const laid = isWired ? (context.document.run ?? null) : null;
  const spareClamps = isWired && !context.staying && guards.length === 0 ? spareClampsWork(context) : [];
  const own = [...proposal.work({ circuitA, chargeA, guards }), ...atCharger, ...spareClamps, ...makingGoodWork(laid)];
  if (guards.length > 0 || spareClamps.length > 0) putClamps(end.links, guards, judged.document, end.target.panel);
  // An application for a larger supply already includes this one.
  const isUpgraded = own.some((item) => item.id === "upgrade") && !feedsBack(judged.document);
  const operator = isUpgraded ? NOTHING : consentOfOperator(context, judged, chargeA);
  const confirm = confirmationVisit(unknowns, end.links);
  const urgent = mending.items.filter((item) => mending.urgent.has(item.id));
  const others = mending.items.filter((item) => !mending.urgent.has(item.id));
  const designed = designAt(judged.document, codebook, end.target, chargeA);
  judgement.circuit =
    designed && isDesigned(designed)
      ? withRoute(
          {
            // The charger as it is chosen: a unit that is fitted for what it lacks is no part of it.
            document: { ...judged.document, charger: context.document.charger },
            design: designed,
            demandA: judged.demandA,
            panel: end.target.panel?.id ?? null,
            managed: proposal.chargerPlacement.managed === true,
            feederA: (panel) => end.links.find((l) => l.link === linkId.feederConductor(panel))?.carriesA ?? null,
          },
          codebook,
          end.target.circuit?.planned === true,
        )
      : null;
  const run = judgement.circuit ? runToMend(judgement.circuit) : NOTHING_TO_MEND;
  const rest = [...first.items, ...operator.items, ...others, ...run.items, ...own];
  const dead = withSourcesIsolated(context, withIsolation(context, [...urgent, ...rest]));
  const open = judgement.circuit ? openChecks(judgement.circuit) : NOTHING_TO_MEND;
  const items = [...confirm, ...open.items, ...dead].map((item) => withCautions(item, context.document, codebook));
  const mustWork =
    proposal.takesWork ||
    atCharger.some(({ id }) => id === "set-current" || id === "departure") ||
    mending.items.length > mending.extras ||
    first.items.length > 0 ||
    operator.items.length > 0 ||
    spareClamps.length > 0 ||
    run.items.length > 0;
  const unmended = mending.reasons.length > mending.items.length - mending.extras;
  const isOpen = confirm.length > 0 || open.items.length > 0;
  judgement.verdict = mustWork || unmended || isOpen ? "with-work" : "ready";
  judgement.onlyConfirm = !mustWork && !unmended && isOpen;
  judgement.circuitA = circuitA;
  judgement.reasons = [
    ...first.reasons,
    ...operator.reasons,
    ...mending.reasons,
    ...run.reasons,
    ...proposal.solves,
    ...open.reasons,
    ...confirmReason(confirm),
  ];
  judgement.items = items;
  judgement.cautions = [
    ...new Set(items.flatMap((item) => item.cautions ?? [])),
    ...proposal.cautions,
    ...leftToCustomer(laid),
    ...operator.cautions,
    ...onOnePhase(context, judged.document),
    ...(judgement.circuit?.cautions ?? toDesign(end.links)),
  ];
  asFound(end.links, mending.found, items);
  return judgement;
}

/** Why a three-phase charger does not give all of its power. */
function onOnePhase({ document, home }: JudgingContext, after: CaseDocument): string[] {
  if (document.charger?.phases !== 3 || chargerPhases(after) === 3) return [];
  const mostKW = showNumber(Math.round(((document.charger.maxA ?? 0) * home.volts) / 100) / 10);
  return [
    `This supply has one phase: the charger gives ${mostKW} kW at most. Three times that needs three phases from the operator.`,
  ];
}

const NOTHING_TO_MEND = { items: [] as WorkItem[], reasons: [] as WayReason[] };

/** Failing checks of the run: the run must be changed before the way can be ready. */
function runToMend(circuit: CircuitDesign): typeof NOTHING_TO_MEND {
  const faults = faultsOfRun(circuit);
  return {
    items: faults.map((c) => ({
      id: `run:${c.id}:${c.label}`,
      text: `Lay the run otherwise: ${lower(c.label)}, ${c.numbers}`,
      requires: IN_PASSING,
    })),
    reasons: faults.map((c) => wayReason("fault-on-path", `${c.label}: ${c.numbers}`, c.rule)),
  };
}

/** Checks that only a person on site can answer: until they are, nothing is ready. */
function openChecks({ checks }: CircuitDesign): typeof NOTHING_TO_MEND {
  const open = checks.filter((c) => c.passes === null && c.advice === undefined);
  if (open.length === 0) return NOTHING_TO_MEND;
  return {
    items: [
      {
        id: "see-to",
        text: `See to it on site, and answer the checks of the circuit: ${listed(open.map(({ label }) => lower(label)))}`,
        requires: IN_PASSING,
        link: "charger",
      },
    ],
    reasons: [
      wayReason(
        "not-confirmed",
        open.length === 1
          ? "One check of the circuit has not been answered yet"
          : `${open.length} checks of the circuit have not been answered yet`,
        "Site survey",
      ),
    ],
  };
}

const confirmReason = (confirm: readonly WorkItem[]): WayReason[] =>
  confirm.length === 0
    ? []
    : [
        wayReason(
          "not-confirmed",
          confirm.length === 1 ? "One value has not been read yet" : `${confirm.length} values have not been read yet`,
          "Site survey",
        ),
      ];

const toDesign = (links: readonly PathLink[]): string[] =>
  links.some((l) => l.kind === "conductor" && l.known === "planned" && l.mayCarryA === null)
    ? ["The run is still to be designed: until then its conductor is no limit here."]
    : [];
