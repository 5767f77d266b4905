/** The size that costs least over the years: its conductors, and the energy that they lose. */
import type { Conductor } from "#core/case/document/types.ts";
import type { CircuitRules, CircuitSpec } from "#core/rules/circuit/types.ts";
import { showNumber } from "#core/units.ts";
import type { RuleCitation } from "#core/why.ts";
import { conductorsFor, dropV, stretchesOf } from "./design.ts";

/** As long as a charger is expected to hang. */
export const YEARS = 10;
const DAYS = 365;

export interface Prices {
  /** Price of the conductors of one segment for one unit of its length; null where the price book lacks them. */
  conductorPerLength(conductor: Conductor): number | null;
  /** Price of a kilowatt-hour; null where the price book has none. */
  energy: number | null;
  energyPerNightKWh: number;
  /** "$120". */
  show(money: number): string;
}

export interface ByPrice {
  conductor: Conductor;
  /** Conductors and losses of its stretch over the years. */
  money: number;
  cited: RuleCitation;
}

/**
 * The size of the first stretch that costs least over the years among those that carry the current; every length gives
 * the same, as conductors and losses grow alike.
 * @returns null where the price book lacks what is asked
 */
export function cheapestSize(
  rules: CircuitRules,
  asked: CircuitSpec,
  deviceA: number,
  lengthOf: (stretch: CircuitSpec["segments"]) => number,
  prices: Prices,
): ByPrice | null {
  const [stretch] = stretchesOf(rules, asked);
  const { energy, energyPerNightKWh, conductorPerLength, show } = prices;
  if (!stretch || energy === null) return null;
  const volts = rules.volts(asked.system);
  const energyKWh = energyPerNightKWh * DAYS * YEARS;
  let best: ByPrice | null = null;
  for (const conductor of conductorsFor(rules, stretch, asked)) {
    if (!rules.tries(conductor, stretch, deviceA, asked).fits) continue;
    const perLength = conductorPerLength(conductor);
    if (perLength === null) continue;
    const bought = perLength * lengthOf(stretch);
    // The share of the volts that is lost is the share of the energy that is.
    const lostKWh = (dropV(rules, conductor, stretch, asked) / volts) * energyKWh;
    const money = bought + lostKWh * energy;
    if (best && best.money <= money) continue;
    best = {
      conductor,
      money,
      cited: {
        rule: "Heron's own",
        formula: `conductors, and what they lose over ${YEARS} years at the need's energy`,
        numbers: `${show(bought)} + ${showNumber(Math.round(lostKWh))} kWh = ${show(money)}`,
      },
    };
  }
  return best;
}
