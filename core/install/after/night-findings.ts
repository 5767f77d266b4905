/** Findings from real nights: whether clamps and limit do what they should, the cheap hours, and a second car. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { type MeteredQuarters, type NightBasis, type RealNight, realNights } from "#core/energy/metered/nights.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import type { AfterFinding } from "./findings.ts";
import { isShort, nightBasis } from "./months.ts";

/** Nights before anything is said of them. */
const LEAST_NIGHTS = 14;
/** Nights before clamps that never held back are worth a look. */
const NEVER_NIGHTS = 60;
/** Shares of Heron's own: of nights that may be short, of energy outside the cheap hours, of nights that a need is met in. */
const MAY_BE_SHORT = 0.05;
const MAY_BE_DEAR = 0.2;
const MET_IN = 0.95;
/** A supply that reads below this share of the charger's own current does not see the charger. */
const BLIND = 0.5;
/** A supply that stays below this share of its limit has room. */
const HAS_ROOM = 0.75;
/** A reading of clamps may be above the limit by this for a moment, A. */
const READING_A = 1;

/** @param local as in `NightBasis` */
export function nightFindings(
  document: CaseDocument,
  assessment: Assessment,
  quarters: MeteredQuarters,
  local: NightBasis["local"],
): AfterFinding[] {
  const basis = nightBasis(document, assessment, local);
  const nights = realNights(quarters, basis);
  if (nights.length < LEAST_NIGHTS) return [];
  return [
    ...heldBackFindings(assessment, nights, basis.designedA),
    ...totalFindings(assessment, nights),
    ...(basis.cheap ? cheapFindings(nights) : []),
    secondCarFinding(assessment, nights),
  ].flatMap((found) => found ?? []);
}

function heldBackFindings(assessment: Assessment, nights: readonly RealNight[], designedA: number): AfterFinding[] {
  const way = takenWay(assessment);
  const isManaged = (way?.limits ?? []).length > 0;
  const needKWh = assessment.need.energyPerDayKWh;
  const held = nights.filter(({ heldBack }) => heldBack > 0).length;
  const short = nights.filter((night) => isShort(night, needKWh)).length;
  const why = `held back below ${showA(designedA)} in ${held} of ${nights.length} nights, ${short} of them with less than ${showKWh(needKWh)}`;
  if (!isManaged)
    return held === 0
      ? []
      : [
          {
            text: "Something holds the charger below its designed current: look at its setting, and for heat",
            why,
            isBad: true,
          },
        ];
  if (exceeds(short / nights.length, MAY_BE_SHORT))
    return [
      {
        text: "The limit leaves too many nights short: replay whether it can rise, or move a load to another hour",
        why,
        isBad: true,
      },
    ];
  if (held === 0 && nights.length >= NEVER_NIGHTS)
    return [
      {
        text: "The clamps have never held it back: the house is quiet at night, or they read nothing",
        why: `${why}. Switch a known load on while it charges, and see the reading move`,
        isBad: false,
      },
    ];
  return [{ text: "The clamps hold it back when they should, and the need is met", why, isBad: false }];
}

/** Findings on the current of the supply, as its clamps read it; nothing where the charger does not send it. */
function totalFindings(assessment: Assessment, nights: readonly RealNight[]): AfterFinding[] {
  const limitA = takenWay(assessment)?.limits?.[0]?.limitA;
  const read = nights.flatMap(({ mostA, mostTotalA }) =>
    mostTotalA === null ? [] : [{ mostA: mostA ?? 0, mostTotalA }],
  );
  if (limitA === undefined || read.length === 0) return [];
  const blind = read.filter(({ mostA, mostTotalA }) => mostTotalA < BLIND * mostA).length;
  const mostA = Math.max(...read.map(({ mostTotalA }) => mostTotalA));
  const why = `${showA(mostA)} at most in ${read.length} nights, of ${showA(limitA)}`;
  if (blind > read.length / 2)
    return [
      {
        text: "The clamps read less than the charger takes: they read nothing, or sit on another conductor",
        why: `in ${blind} of ${read.length} nights the supply read less than half of what the charger took`,
        isBad: true,
      },
    ];
  if (exceeds(mostA, limitA + READING_A))
    return [
      {
        text: "The supply was above its limit: the limit must be lowered, or the charger follows too late",
        why,
        isBad: true,
      },
    ];
  if (exceeds(limitA * HAS_ROOM, mostA))
    return [{ text: "The supply has room below its limit: the charging current could rise", why, isBad: false }];
  return [{ text: "The supply was held below its limit", why, isBad: false }];
}

function cheapFindings(nights: readonly RealNight[]): AfterFinding[] {
  const kWh = nights.reduce((sum, night) => sum + night.kWh, 0);
  const dear = kWh - nights.reduce((sum, night) => sum + night.cheapKWh, 0);
  const isMissed = exceeds(dear / kWh, MAY_BE_DEAR);
  return [
    {
      text: isMissed
        ? "The cheap hours are missed: look at its schedule and its clock"
        : "It charges in the cheap hours",
      why: `${showKWh(dear)} of ${showKWh(kWh)} (${showPercent(dear / kWh)}) outside of them`,
      isBad: isMissed,
    },
  ];
}

/** Whether a second car of the same need would have been filled in these nights, too. */
function secondCarFinding(assessment: Assessment, nights: readonly RealNight[]): AfterFinding | null {
  const way = takenWay(assessment);
  if (!way || way.chargeA === 0) return null;
  const { energyPerDayKWh, hoursPerNight } = assessment.need;
  const mostKWh = (way.volts * way.chargeA * way.phases * hoursPerNight) / 1000;
  const fits = nights.filter(({ kWh, heldBack }) => heldBack === 0 && kWh + energyPerDayKWh <= mostKWh).length;
  const share = fits / nights.length;
  const isMet = !exceeds(MET_IN, share);
  return {
    text: isMet ? "A second car of the same need would fit" : "A second car of the same need would not fit",
    why: `${showNumber(hoursPerNight)} h at ${showA(way.chargeA)} are ${showKWh(mostKWh)}; with ${showKWh(energyPerDayKWh)} more, ${fits} of ${nights.length} nights would have been enough (${showPercent(share)})`,
    isBad: false,
  };
}
