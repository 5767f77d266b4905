/** Current clamps on the supply; the charger takes only what is left below the limit. */
import { showA, showKWh } from "../../units.ts";
import { type Cited, why } from "../../why.ts";
import { deviceA, firstMade, ISOLATE, largestSetting, loopedReason, reason, typeAcReason } from "../situation.ts";
import type { Finding, Reason, Situation, Way } from "../types.ts";
import { HOUSE_SHARE_BY_HOUR } from "./house-profile.ts";

/** A charger pauses rather than offer less, A. */
const LEAST_OFFER_A = 6;

/** What clamps keep below a limit: the supply, or the feeder to the charger's panel. */
interface Guarded {
  name: string;
  /** In one word, for the edge of the waterline. */
  edge: string;
  ratingA: number;
  demandA: number;
  limitA: number;
  cited: Cited;
}

/** The supply, and after it the tightest feeder or bus on the way to the charger where that is smaller. */
function guardedParts(s: Situation): { supply: Guarded; tightest: Guarded } {
  const guard = (edge: string, name: string, ratingA: number, demandA: number): Guarded => ({
    edge,
    name,
    ratingA,
    demandA,
    ...s.codebook.managed.limitA(ratingA, s.document.options?.managedMarginA),
  });
  const supply = guard("Supply", s.codebook.words.supply, s.ratingA, s.calculation.demandA);
  const least = [...s.limits].sort((a, b) => a.ratingA - b.ratingA)[0];
  const tightest =
    least && least.ratingA < s.ratingA
      ? guard(least.kind === "feeder" ? "Feeder" : "Panel", least.name, least.ratingA, least.demandA)
      : supply;
  return { supply, tightest };
}

/** Energy of a usual night, kWh: hour by hour what the house leaves below every limit. */
function energyLeftKWh(s: Situation, guarded: readonly Guarded[], largestA: number): number {
  const kWh = s.need.hours.reduce((total, hours, clock) => {
    const left = guarded.map((g) => g.limitA - g.demandA * (HOUSE_SHARE_BY_HOUR[clock] ?? 1));
    const offered = Math.min(largestA, ...left);
    return offered >= LEAST_OFFER_A ? total + (offered * s.volts * hours) / 1000 : total;
  }, 0);
  return Math.min(s.need.energyPerDayKWh, kWh);
}

const MEASURED = new Set(["nec-220.87", "uk-measured"]);

export const dynamicLoadManagement: Way = {
  id: "dynamic-load-management",
  name: "Managed charging",
  means: "Clamps on the supply; the charger takes what is left",
  find(s): Finding {
    const { words, region } = s.codebook;
    const { supply, tightest } = guardedParts(s);
    const { limitA, cited } = tightest;
    const overMeasured = MEASURED.has(s.calculation.method) && s.headroomA < 0;
    const stops: Reason[] = [
      ...(s.charger.managed
        ? []
        : [reason("not-managed", "The chosen charger cannot be managed by clamps", cited.rule)]),
      ...loopedReason(s),
      ...(overMeasured
        ? [
            reason(
              "limit-below-house",
              `The home alone was measured at ${showA(s.calculation.demandA)}, over the ${showA(s.ratingA)} supply`,
              s.calculation.rule,
            ),
          ]
        : []),
    ];
    const largestA = largestSetting(s, limitA);
    const out = stops.length > 0 || largestA < LEAST_OFFER_A;
    const first = firstMade(s);
    const typeAc = typeAcReason(s);
    const chargeA = out ? 0 : largestA;
    const kWh = out ? 0 : energyLeftKWh(s, [supply, tightest], largestA);
    const leftAtPeak = Math.max(0, Math.min(chargeA, ...[supply, tightest].map((g) => g.limitA - g.demandA)));
    return {
      verdict: out ? "ruled-out" : first.reasons.length + typeAc.length > 0 || !s.spaces ? "with-work" : "ready",
      chargeA,
      circuitA: deviceA(s, chargeA),
      limitA,
      reasons: out ? stops : [...first.reasons, ...typeAc],
      work: out
        ? []
        : [
            `New ${deviceA(s, chargeA)} A circuit from the ${words.panel} to the charger`,
            tightest === supply
              ? `Clamps on the ${words.supply} conductors and a signal path to the charger`
              : `Clamps on the ${tightest.name} and on the ${words.supply}, with a signal path to the charger`,
            ...first.work,
            ...(s.spaces ? [] : [`Record the ${words.panel}'s ${words.spaces}: room for the device is not confirmed`]),
            ...(typeAc.length > 0 ? ["Give the charger a way ahead of the type AC RCD"] : []),
          ],
      cautions: out
        ? []
        : [
            ISOLATE[region],
            "Right conductor, right direction, closed jaws; a lost clamp signal must drop the charger to its safe current.",
          ],
      leaves: "The supply is never loaded above the limit; a second car shares what is left.",
      explain: why(
        "Limit of the managed charger",
        showA(limitA),
        cited,
        [
          `A usual night leaves ${showKWh(kWh)}: the house is taken to draw 14 to 55 % of its governing demand by the hour (Heron's own assumption; measured days replace it)`,
        ],
        ["A larger supply", "A measurement of the home's own nights"],
      ),
      energyPerNightKWh: kWh,
      level: {
        ratingA: tightest.ratingA,
        edge: tightest.edge,
        demandA: tightest.demandA,
        chargingA: leftAtPeak,
        limitA,
      },
      alsoTakes: first.ways,
    };
  },
};
