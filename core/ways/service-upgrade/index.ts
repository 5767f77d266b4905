/** A larger service, cut-out fuse or another phase from the utility. */
import { showA } from "../../units.ts";
import { why } from "../../why.ts";
import {
  countedA,
  currentThatFits,
  deviceA,
  firstMade,
  ISOLATE,
  largestSetting,
  levelOnSupply,
  limitInTheWay,
  reason,
} from "../situation.ts";
import type { Finding, Situation, Way } from "../types.ts";

/** The next rating that carries the existing load and the wanted charger, and how it is called. */
function nextSupply(s: Situation, wantedA: number): { ratingA: number; phases: 1 | 3; name: string } {
  const needed = s.calculation.demandA + countedA(s, wantedA).amps;
  const larger = s.codebook.supplyRatingsA.filter((r) => r > s.ratingA);
  const carries = larger.find((r) => r >= needed - 1e-9);
  if (carries) return { ratingA: carries, phases: 1, name: `${carries} A` };
  const largest = s.codebook.supplyRatingsA.at(-1) ?? s.ratingA;
  if (s.codebook.region === "uk") return { ratingA: Math.max(largest, s.ratingA), phases: 3, name: "three phases" };
  const top = larger.at(-1) ?? s.ratingA;
  return { ratingA: top, phases: 1, name: `${top} A` };
}

export const serviceUpgrade: Way = {
  id: "service-upgrade",
  name: "Service upgrade",
  means: "A larger supply from the utility",
  find(s): Finding {
    const { words, region } = s.codebook;
    const wantedA = largestSetting(s, s.charger.maxA);
    const next = nextSupply(s, wantedA);
    // Three phases take the house's load between them; the charger stands on one.
    const demandA = s.calculation.demandA / next.phases;
    const chargeA = currentThatFits(s, next.ratingA - demandA, wantedA, []);
    const inTheWay = limitInTheWay(s, chargeA);
    const first = firstMade(s);
    const enough = currentThatFits(s, s.headroomA) >= wantedA;
    return {
      verdict: "with-work",
      chargeA,
      circuitA: deviceA(s, chargeA),
      reasons: [
        ...first.reasons,
        ...(enough
          ? [reason("not-needed", `The ${words.supply} carries the charger as it is`, s.calculation.rule)]
          : []),
      ],
      work: [
        s.document.supply.looped ? "The operator separates the looped supply" : `Apply to the utility for ${next.name}`,
        region === "us"
          ? "New service conductors, meter base, main and grounding; emergency disconnect outdoors (NEC 230.85)"
          : "The operator changes the cut-out; tails and main earth are brought to size",
        ...first.work,
        inTheWay
          ? `New ${deviceA(s, chargeA)} A circuit from the main ${words.panel}: the ${inTheWay.name} does not carry it`
          : `New ${deviceA(s, chargeA)} A circuit to the charger`,
      ],
      cautions: [ISOLATE[region]],
      leaves: "The most room for later loads, at the highest price and the longest wait.",
      explain: why(
        "New supply rating",
        next.phases === 3 ? "three phases" : showA(next.ratingA),
        {
          rule: s.codebook.sections.largerSupply,
          formula: "next standard rating that carries the existing demand and the wanted charger",
          numbers: `${showA(s.calculation.demandA)} + ${showA(countedA(s, wantedA).amps)} = ${showA(s.calculation.demandA + countedA(s, wantedA).amps)} -> ${next.name}`,
        },
        ["The utility confirms what it can give, and when"],
        ["A smaller charger setting", "Measured demand instead of a calculation"],
      ),
      level: { ...levelOnSupply(s, countedA(s, chargeA).amps), ratingA: next.ratingA, demandA },
      alsoTakes: ["dedicated-circuit", ...first.ways],
    };
  },
};
