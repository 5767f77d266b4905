/** Why a way gives what it gives: the reasons of its need, and the explanation of its current. */
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { DeliveredEnergy } from "#core/energy/need/energy.ts";
import { nightName } from "#core/energy/need/need.ts";
import { type ReplayedNights, replayedInWords } from "#core/energy/need/replayed.ts";
import { plugMostA } from "#core/rules/plug.ts";
import { showA, showKWh, showPercent } from "#core/units.ts";
import type { JudgingContext, Proposal } from "#core/ways/types.ts";
import { type Why, why } from "#core/why.ts";
import type { JudgedProposal } from "./judge.ts";

/** Whether the need is met, and on which night it is furthest from it. */
export function needReason({ meetsNeed, energyKWh, nightsMet, worst }: DeliveredEnergy): WayReason {
  const rule = "Heron, charging need";
  if (!worst) return wayReason("meets-need", `Gives the ${showKWh(energyKWh)} of a usual night`, rule);
  const on = `${showKWh(worst.energyKWh)} of the ${showKWh(worst.night.energyKWh)} needed on ${nightName(worst.night)}`;
  return meetsNeed
    ? wayReason("meets-need", `Meets ${showPercent(nightsMet)} of the nights; gives ${on}`, rule)
    : wayReason("need-not-met", `Gives ${on}`, rule);
}

/** The same from replayed nights. */
export const replayedReason = (nights: ReplayedNights): WayReason =>
  nights.meetsNeed
    ? wayReason("meets-need", `Meets ${replayedInWords(nights)}`, "Heron, replay of nights")
    : wayReason("need-not-met", `Meets only ${replayedInWords(nights)}`, "Heron, replay of nights");

/** Why a way charges with this current, or is held below this limit. */
export function explainWay(
  context: JudgingContext,
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
          : `A usual night gives the car ${showKWh(energyKWh)} of the ${showKWh(context.need.energyPerDayKWh)} that it needs: the house is assumed to draw 14 to 55 % of its governing demand by the hour (Heron's own assumption; measured days replace it)`,
      ],
      [`A larger ${context.codebook.words.supply}`, "A measurement of the home's own nights"],
    );
  const limit = tight && tight.mayCarryA !== null ? tight : null;
  return why(
    "Charging current",
    showA(chargeA),
    {
      rule: cited.rule,
      formula: placed.interlockedWith
        ? `${context.codebook.sharing.cited.formula}; the larger of the two is counted`
        : `the largest setting that every link carries; counted as ${cited.formula}`,
      numbers: `${cited.numbers}; the demand goes from ${showA(before.home.demandA)} to ${showA(before.home.demandA + addsA)}${limit ? `; ${limit.name} carries ${showA(limit.carriesA)} of ${showA(limit.mayCarryA ?? 0)} (${limit.decidedBy})` : ""}`,
    },
    [...new Set(judged.unknowns.map((u) => `Not confirmed: ${u.text}`))],
    [
      ...(limit?.mayCarryA
        ? [
            limit.kind === "charger"
              ? judged.after.charger?.connection === "plug" &&
                limit.mayCarryA === plugMostA(judged.after, context.codebook)
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
