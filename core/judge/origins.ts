/** Where the charger's circuit could start: at the panel that the case names, otherwise at any of them. */

import { startingAt } from "#core/ways/starting-at.ts";
import type { JudgingContext } from "#core/ways/types.ts";

/** More panels than a home has; of more, those that are named first are tried. */
const MOST_ORIGINS = 12;

/** Whether the case leaves open at which panel the charger's circuit starts. */
const isOpen = ({ document: { charger, panels } }: JudgingContext): boolean =>
  panels.length > 1 && charger?.panel === undefined && charger?.circuit === undefined && charger?.outlet === undefined;

/** The contexts in which a way with a new circuit is judged, the default panel first. */
export function originsOf(context: JudgingContext): readonly JudgingContext[] {
  if (!isOpen(context)) return [context];
  return context.document.panels.slice(0, MOST_ORIGINS).map((panel) => startingAt(context, panel));
}

/** The contexts of all panels but the one that the case names; empty where the case leaves it open. */
export function otherOrigins(context: JudgingContext): readonly JudgingContext[] {
  const { panels, charger } = context.document;
  if (charger?.panel === undefined || charger.circuit !== undefined || charger.outlet !== undefined) return [];
  return panels
    .filter((panel) => panel !== context.path.target.panel)
    .slice(0, MOST_ORIGINS)
    .map((panel) => startingAt(context, panel));
}
