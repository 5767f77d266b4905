/**
 * All plans at once: a way, a charging setting, a school of practice where the job leaves it open, and at most two
 * changes to the home; of all of them those that no other beats in price, energy and days.
 */

import { assess } from "#core/assess.ts";
import { withCharger } from "#core/case/document/change.ts";
import { applyPatch } from "#core/case/document/patch.ts";
import { removeLoad } from "#core/case/document/remove-load.ts";
import type { CaseDocument, EvTreatment, Load } from "#core/case/document/types.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { withMeasuredYear } from "#core/demand/measured-year.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { estimateWork } from "#core/estimate/estimate.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds, isSameFigure } from "#core/tolerance.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { lower } from "#core/words.ts";

/** A change to the home beside the charger. */
interface Change {
  id: string;
  name: string;
  /** Null where the home has nothing of the kind. */
  apply(document: CaseDocument): CaseDocument | null;
  /** Left out where the ways take it up themselves. */
  work?: WorkItem;
}

const MOST_CHANGES = 2;

const work = (id: string, text: string, ...waits: string[]): WorkItem => ({
  id: `change:${id}`,
  text,
  requires: requirements({ [`change:${id}`]: 1 }, ...waits),
});

/** The home without its loads of some kinds and without references to them; null where it has none. */
function without(document: CaseDocument, kinds: readonly Load["kind"][]): CaseDocument | null {
  if (!document.loads.some((l) => kinds.includes(l.kind))) return null;
  let left = document;
  for (const { id, kind } of document.loads)
    if (kinds.includes(kind))
      left = applyPatch(
        left,
        removeLoad(
          left,
          left.loads.findIndex((l) => l.id === id),
        ),
      );
  return left;
}

/** The home with smaller loads instead of larger ones of some kinds; null where it has none. */
function smaller(document: CaseDocument, kinds: readonly Load["kind"][], va: number): CaseDocument | null {
  const larger = new Set(
    countedLoads(document, codebookOf(document.rules)).flatMap((l) =>
      kinds.includes(l.kind) && l.unitVA > va ? [l.id] : [],
    ),
  );
  if (larger.size === 0) return null;
  const loads = document.loads.map((load): Load => {
    if (!larger.has(load.id)) return load;
    const { amps: _a, volts: _v, ampsFrom: _f, ...rest } = load;
    return { ...rest, va };
  });
  return { ...document, loads };
}

/** Nameplates of what comes in the place of others, VA: Heron's own, usual figures. */
const HEAT_PUMP_WATER_HEATER_VA = 900;
const HEAT_PUMP_DRYER_VA = 1000;
const INDUCTION_VA = 7400;
const MEASURED_SHARE = 0.5;
const COOKING: readonly Load["kind"][] = ["range", "oven", "cooktop", "cooker"];
/** Loads that can run at another hour than the car charges. */
const SHIFTABLE: readonly Load["kind"][] = ["water-heater", "dryer", "immersion", "underfloor-heating"];

/** The largest load that can run at another hour. */
const shiftable = (document: CaseDocument, codebook: Codebook) =>
  countedLoads(document, codebook)
    .filter((l) => SHIFTABLE.includes(l.kind))
    .sort((a, b) => b.unitVA - a.unitVA)[0];

function changesFor(document: CaseDocument, codebook: Codebook, demandA: number): Change[] {
  const moved = shiftable(document, codebook);
  return [
    {
      id: "water",
      name: codebook.words.waterByHeatPump,
      apply: (d) => smaller(d, ["water-heater", "immersion"], HEAT_PUMP_WATER_HEATER_VA),
      work: work("water", "Change the water heater for a heat-pump one", "order"),
    },
    {
      id: "cooking",
      name: "cooking with gas",
      apply: (d) => without(d, COOKING),
      work: work("cooking", "Change to cooking with gas", "order"),
    },
    {
      id: "induction",
      name: "an induction range",
      apply: (d) => smaller(d, COOKING, INDUCTION_VA),
      work: work("induction", "Change the range for an induction one", "order"),
    },
    {
      id: "hour",
      name: `the ${lower(moved?.label ?? "")} at another hour than the car`,
      apply: (d) => (moved && !d.charger?.waitsFor ? withCharger(d, { waitsFor: moved.id }) : null),
    },
    {
      id: "drying",
      name: "a heat-pump dryer",
      apply: (d) => smaller(d, ["dryer"], HEAT_PUMP_DRYER_VA),
      work: work("drying", "Change the dryer for a heat-pump one", "order"),
    },
    {
      id: "shower",
      name: "a shower from the cylinder",
      apply: (d) => without(d, ["shower"]),
      work: work("shower", "Change the electric shower for one from the cylinder", "order"),
    },
    {
      id: "measure",
      name: `a measurement first, taken at ${MEASURED_SHARE * 100} % of the calculation`,
      apply: (d) => (d.measured ? null : withMeasuredYear(d, codebook, demandA * MEASURED_SHARE)),
      work: {
        id: "measure",
        text: "Measure first",
        requires: SHARED_REQUIREMENTS.measurement,
      },
    },
    {
      id: "panel",
      name: `a larger ${codebook.words.panel}`,
      apply: (d) => {
        const [head] = d.panels;
        if (!head?.spaces) return null;
        const room = {
          spaces: head.spaces + 8,
          condition: "sound" as const,
          ...(head.busA && { busA: head.busA + 100 }),
        };
        return { ...d, panels: d.panels.map((p) => (p === head ? { ...p, ...room } : p)) };
      },
      work: {
        id: "change:panel",
        text: "A larger panel",
        requires: SHARED_REQUIREMENTS.panel,
      },
    },
  ];
}

export interface HomePlan {
  way: string;
  wayName: string;
  chargeA: number;
  treatment: EvTreatment | null;
  changes: string[];
  /** In one sentence. */
  text: string;
  typical: number;
  energyKWh: number;
  meetsNeed: boolean;
  days: number;
  /** The case to try it on: charger, school and changes put in. */
  document: CaseDocument;
}

export interface PlanSearch {
  /** How many were assessed. */
  count: number;
  /** Those that no other beats in price, energy and days; the cheapest first. */
  unbeaten: HomePlan[];
}

/** All combinations of at most `most` changes, including no change. */
function choices(changes: readonly Change[]): Change[][] {
  const all: Change[][] = [[]];
  for (const change of changes) all.push(...all.filter((c) => c.length < MOST_CHANGES).map((c) => [...c, change]));
  return all;
}

const beats = (a: HomePlan, b: HomePlan): boolean =>
  a.typical <= b.typical &&
  !exceeds(b.energyKWh, a.energyKWh) &&
  a.days <= b.days &&
  (a.typical < b.typical || exceeds(a.energyKWh, b.energyKWh) || a.days < b.days);

/** The plans that no other beats; of equal ones the first. */
export function unbeatenPlans(plans: readonly HomePlan[]): HomePlan[] {
  const sorted = [...plans].sort((a, b) => a.typical - b.typical || b.energyKWh - a.energyKWh || a.days - b.days);
  const kept: HomePlan[] = [];
  for (const plan of sorted) {
    const equal = (k: HomePlan) =>
      k.typical === plan.typical && isSameFigure(k.energyKWh, plan.energyKWh) && k.days === plan.days;
    if (!kept.some((k) => beats(k, plan) || equal(k))) kept.push(plan);
  }
  return kept;
}

const TREATMENTS: readonly EvTreatment[] = ["outside-125", "outside-100", "inside"];
const SCHOOL: Record<EvTreatment, string> = {
  "outside-125": "",
  "outside-100": ", the charger counted at 100 %",
  inside: ", the charger counted among the other loads",
};

/** @param onProgress receives the finished share, 0 to 1 */
export function allPlans(
  document: CaseDocument,
  book: PriceBook,
  onProgress: (share: number) => void = () => {},
): PlanSearch {
  const codebook = codebookOf(document.rules);
  const now = assess(document, book);
  const { demandA } = governingOf(now);
  const mostA = document.charger?.maxA ?? codebook.charging.usualMaxA;
  const settings = codebook.charging.settingsA.filter((a) => !exceeds(a, mostA));
  // A school that the job has chosen is not left open.
  const told = document.options?.evTreatment;
  const schools: (EvTreatment | null)[] = !codebook.asksFor.evTreatment ? [null] : told ? [told] : [...TREATMENTS];
  const possible = changesFor(document, codebook, demandA).filter((c) => c.apply(document) !== null);
  const homes = choices(possible);
  const plans: HomePlan[] = [];
  let count = 0;
  let done = 0;
  for (const changes of homes) {
    // A change cannot be applied to loads that another change removed.
    const changed = changes.reduce<CaseDocument | null>((d, c) => d && c.apply(d), document);
    if (!changed) continue;
    const beside = changes.flatMap((c) => c.work ?? []);
    for (const treatment of schools)
      for (const maxA of settings) {
        const options = treatment ? { ...changed.options, evTreatment: treatment } : changed.options;
        const home = withCharger({ ...changed, ...(options && { options }) }, { maxA });
        for (const way of assess(home, book).ways) {
          count++;
          if (way.verdict === "ruled-out" || way.energyPerNightKWh <= 0) continue;
          plans.push(planOf(way, home, beside, changes, treatment, book));
        }
      }
    onProgress(++done / homes.length);
  }
  return { count, unbeaten: unbeatenPlans(plans.filter((p) => Number.isFinite(p.typical))) };
}

function planOf(
  way: WayJudgement,
  document: CaseDocument,
  beside: readonly WorkItem[],
  changes: readonly Change[],
  treatment: EvTreatment | null,
  book: PriceBook,
): HomePlan {
  const { cost, leadTimeDays } =
    beside.length > 0 ? estimateWork([...beside, ...way.workItems], book, document.options?.grants) : way;
  const names = changes.map((c) => c.name);
  return {
    way: way.way,
    wayName: way.name,
    chargeA: way.chargeA,
    treatment,
    changes: names,
    text: `${way.name} at ${way.chargeA} A${names.length > 0 ? `, with ${names.join(" and ")}` : ""}${treatment ? SCHOOL[treatment] : ""}`,
    typical: cost.typical,
    energyKWh: way.energyPerNightKWh,
    meetsNeed: way.meetsNeed,
    days: leadTimeDays.typical,
    document,
  };
}
