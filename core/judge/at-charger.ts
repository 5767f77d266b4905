/** Parts at the charger's end of its circuit, for all ways: a receptacle for its plug, a disconnect. */

import { feedsBack } from "#core/case/document/lookups.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import type { JudgingContext, Proposal } from "#core/ways/types.ts";

const RECEPTACLE = requirements({ receptacle: 1, "labour:receptacle": 1 });
const DISCONNECT = requirements({ disconnect: 1, "labour:disconnect": 1 });
const PAPERWORK = requirements({ paperwork: 1 });
const GRID_SWITCH = requirements(
  { "transfer-switch": 1, "labour:transfer-switch": 1 },
  "order",
  "permit",
  "inspection",
);
const SETTING = requirements({ "labour:device:setting": 1 });

/** What parts the home from the grid before a car may feed it. */
const partFromGrid = ({ twoWay }: Codebook): WorkItem => ({
  id: "part-from-grid",
  text: `Fit ${twoWay.parts}, and prove that nothing feeds back into a dead grid (${twoWay.partRule})`,
  requires: GRID_SWITCH,
  link: "supply",
});

/** How the installer sets a charger's current; never by the menu of the car. */
const SET_HOW = {
  switch: "by the switches behind its cover",
  tool: "with its maker's tool",
  app: "with the installer's app, behind its password",
  either: "behind its cover or with its tool",
};

/** The run says that there is to be one. */
const TOLD: readonly (string | undefined)[] = ["in-sight", "out-of-sight"];

/**
 * Work at the charger itself, beside the way's own.
 * @param chargeA charging current, A
 */
export function workAtCharger(
  { document, codebook, charger }: JudgingContext,
  { chargerPlacement: placed, drawsByItselfA = 0, departsFrom }: Proposal,
  chargeA: number,
): WorkItem[] {
  const { plug, disconnect, settingRule } = codebook.charging;
  const items: WorkItem[] = [];
  if (exceeds(drawsByItselfA, chargeA))
    items.push({
      id: "set-current",
      text: `Set the charger to ${showA(chargeA)} ${SET_HOW[document.charger?.setBy ?? "either"]}, and prove it (${settingRule}): by itself it would draw ${showA(drawsByItselfA)}`,
      requires: SETTING,
      link: "charger",
    });
  if (charger.plug && placed.outlet === undefined)
    items.push({
      id: "receptacle",
      text: `Fit ${document.charger?.plug ? plug.end.replace("a receptacle", `a ${document.charger.plug} receptacle`) : plug.end} for the charger's plug at the end of the circuit (${plug.rule})`,
      requires: RECEPTACLE,
      link: "charger",
    });
  if (departsFrom)
    items.push({
      id: "departure",
      text: `Record the designer's departure from ${departsFrom}: who answers for it, and why`,
      requires: PAPERWORK,
      link: "charger",
    });
  if (placed.outlet === undefined) items.push(...codebook.protectionWork(document));
  if (feedsBack(document)) items.push(partFromGrid(codebook));
  const byRule = disconnect !== null && exceeds(chargeA, disconnect.aboveA);
  if (byRule || (placed.outlet === undefined && TOLD.includes(document.run?.disconnect)))
    items.push({
      id: "disconnect",
      text: `Fit a disconnect in reach that can be locked open, with a plaque where it is out of sight of the charger${byRule ? ` (${disconnect.rule})` : ""}`,
      requires: DISCONNECT,
      link: "charger",
    });
  return items;
}
