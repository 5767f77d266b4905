/**
 * Cautions for the screen and the papers, shown at the dangerous step; the ones with regional wording
 * (`survey.isolate`) are in the codebook.
 */
export const CAUTIONS = {
  oldBoard: "Old boards may contain asbestos flash guards or devices known not to trip: do not disturb, do not add to.",
  oldBoardChanged: "Old boards may contain asbestos flash guards: look before you touch, and stop if in doubt.",
  yLead: "A plain Y-lead on one outlet is not a splitter: without an automatic interlock both loads can run.",
  householdSocket:
    "A household socket is not made for full current for hours, night after night: occasional use, reduced current, checked for heat.",
  extensionLead: "No extension lead: it is not part of a fixed charging installation.",
  breakerNotRaised:
    "A breaker is not raised to fit the charger until the conductor behind it has been seen along its whole length.",
  abandoned: "Prove it dead, and follow it to both ends, before it is touched.",
  clamps:
    "Right conductor, right direction, closed jaws; a lost clamp signal must drop the charger to its safe current.",
  limitInCharger: "Set the charger's limit in the charger at commissioning; it is not left to the car.",
} as const;
