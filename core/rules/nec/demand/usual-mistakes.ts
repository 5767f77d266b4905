/** Frequent mistakes in a load calculation by article 220. */

import { loadsWithout, ofKind } from "#core/rules/demand/loads.ts";
import type { Recount, UsualMistake } from "#core/rules/demand/types.ts";
import { showA, showPercent } from "#core/units.ts";
import { COOKING_KINDS, HEATING_KINDS } from "./general.ts";
import { DEMAND_TIERS, LIGHTING_VA_PER_FT2 } from "./rules.ts";

const [dwellingTier, dwellingRest] = DEMAND_TIERS.dwellingUnit;
const [existingTier] = DEMAND_TIERS.existingDwelling;
/** Difference between the first tiers of the two optional methods, VA. */
const TIER_DIFFERENCE_VA = (dwellingTier.upToVA - existingTier.upToVA) * (dwellingTier.factor - dwellingRest.factor);

const inKVA = (tier: { upToVA: number }) => `${tier.upToVA / 1000} kVA`;

/** Frequent mistakes in a calculation by article 220, each with its total, VA. */
export function necUsualMistakes(counted: Recount): readonly UsualMistake[] {
  const { method, loads, ownVA, connectedVA, charger, totalVA, asEnteredVA } = counted;
  const found: UsualMistake[] = [];
  const add = (text: string, total: number) => found.push({ text, totalVA: total });

  if (charger)
    add(
      `The charger of ${showA(charger.chargeA)} was put among the other loads, at ${showPercent(dwellingRest.factor)}`,
      totalVA([...loads, charger.load]),
    );
  const withoutArea = counted.withoutAreaVA();
  if (withoutArea !== null) add(`General lighting (${LIGHTING_VA_PER_FT2} VA/ft²) was forgotten`, withoutArea);
  if (ofKind(loads, "small-appliance-circuit").length > 0)
    add("The small-appliance circuits were forgotten", asEnteredVA(loadsWithout(loads, "small-appliance-circuit")));
  if (ofKind(loads, "laundry-circuit").length > 0)
    add("The laundry circuit was forgotten", asEnteredVA(loadsWithout(loads, "laundry-circuit")));

  const heating = ofKind(loads, ...HEATING_KINDS);
  const cooling = ofKind(loads, "air-conditioning");
  if (heating.length > 0 && cooling.length > 0) {
    // Counted as fixed appliances, neither of the two is left out any more.
    const both = loads.map((l) =>
      heating.includes(l) || cooling.includes(l) ? { ...l, kind: "fixed-appliance" as const } : l,
    );
    add("Heating and cooling were both counted; only the larger runs", totalVA(both));
  }
  if (heating.length + cooling.length > 0)
    add("Heating and cooling were forgotten", totalVA(loadsWithout(loads, ...HEATING_KINDS, "air-conditioning")));

  const [larger, smaller] = [inKVA(dwellingTier), inKVA(existingTier)];
  if (method.id === "nec-220.83" && connectedVA > dwellingTier.upToVA)
    add(`${larger} instead of ${smaller} was taken at 100 %`, ownVA + TIER_DIFFERENCE_VA);
  if (method.id === "nec-220.82" && connectedVA > dwellingTier.upToVA)
    add(`${smaller} instead of ${larger} was taken at 100 %`, ownVA - TIER_DIFFERENCE_VA);
  if (method.id === "nec-standard") {
    const cookingVA = ownVA - totalVA(loadsWithout(loads, ...COOKING_KINDS));
    const nameplateVA = ofKind(loads, ...COOKING_KINDS).reduce((t, l) => t + l.va, 0);
    if (nameplateVA > 0)
      add("The range was counted at its nameplate instead of Table 220.55", ownVA - cookingVA + nameplateVA);
  }
  return found;
}
