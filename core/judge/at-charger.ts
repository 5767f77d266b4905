/** What stands at the charger's end of its circuit, whichever way it is fed: a receptacle for its plug, a disconnect. */
import type { Proposal, Situation } from "#core/ways/types.ts";
import { price, type WorkItem } from "#core/work/work.ts";

const RECEPTACLE = price([60, 110, 220], [40, 80, 160], [0, 1, 3]);
const DISCONNECT = price([120, 210, 380], [90, 160, 300], [1, 3, 7]);

/**
 * Work at the charger itself, beside the way's own.
 * @param chargeA charging current, A
 */
export function workAtCharger({ codebook, charger }: Situation, { placed }: Proposal, chargeA: number): WorkItem[] {
  const { plug, disconnect } = codebook.charging;
  const items: WorkItem[] = [];
  if (charger.plug && placed.outlet === undefined)
    items.push({
      id: "receptacle",
      text: `Fit ${plug.end} for the charger's plug at the end of the circuit (${plug.rule})`,
      price: RECEPTACLE,
      link: "charger",
    });
  if (disconnect && chargeA > disconnect.aboveA + 1e-9)
    items.push({
      id: "disconnect",
      text: `Fit a disconnect in reach that can be locked open, with a plaque where it is out of sight of the charger (${disconnect.rule})`,
      price: DISCONNECT,
      link: "charger",
    });
  return items;
}
