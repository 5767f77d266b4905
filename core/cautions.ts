/**
 * Cautions for the screen and the papers, shown at the dangerous step; the ones with regional wording
 * (`survey.isolate`) are in the codebook.
 */
export const CAUTIONS = {
  oldBoard: ({ board, device }: { board: string; device: string }) =>
    `An old ${board} may contain flash guards of asbestos, or a ${device} known not to trip: do not disturb it, do not add to it.`,
  oldBoardChanged: ({ board, device }: { board: string; device: string }) =>
    `An old ${board} may have flash guards of asbestos, crumbling parts, or a ${device} that does not trip: look before you touch, and stop if in doubt.`,
  yLead:
    "A plain Y-lead is not a splitter: without an automatic interlock both loads can run. A tag on the appliance is no interlock.",
  householdSocket: {
    "en-US":
      "A household receptacle is not made for full current for hours, night after night: reduced current, and checked for heat.",
    "en-GB":
      "A household socket is not made for full current for hours, night after night: occasional use, reduced current, checked for heat.",
  },
  extensionLead:
    "No extension lead, and no flexible lead through a wall or floor, or under a door that crushes it: neither is part of a fixed charging installation.",
  gripAndHeat: (outlet: string) =>
    `The ${outlet} is checked for a firm grip and for heat marks before its circuit is switched on again.`,
  boxEarthed: (outlet: string) => `A metal box is earthed, and the ${outlet} is the right way up for the plug's lead.`,
  deviceNotRaised: (device: string) =>
    `A ${device} is not raised to fit the charger until the conductor behind it has been seen along its whole length.`,
  abandoned: "Prove it dead, and follow it to both ends, before it is touched.",
  chargerOpened:
    "Isolate the charger's own circuit, and a second source too, and prove it dead before the charger is opened.",
  clamps:
    "Right conductor, right direction, closed jaws; a lost clamp signal must drop the charger to its safe current.",
  limitInCharger:
    "Set the limit in the charger at commissioning; it is never left to the car's menu or to somebody's memory.",
} as const;
