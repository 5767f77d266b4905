/** Parts of a case that others refer to by id, and values that are read in one way only. */
import type { CaseDocument, Circuit, Panel, PermissionFrom, Run } from "./types.ts";

/** Supply rating as it was read, A; null where it could not be read. */
export const readRatingA = ({ supply }: CaseDocument): number | null => supply.ratingA ?? null;

/** A circuit by id with its panel; null where it does not exist. */
export const circuitOf = (
  document: CaseDocument,
  id: string | null | undefined,
): { panel: Panel; circuit: Circuit } | null => {
  if (!id) return null;
  for (const panel of document.panels)
    for (const circuit of panel.circuits ?? []) if (circuit.id === id) return { panel, circuit };
  return null;
};

/** Whether a panel is directly on the supply, not behind another panel. */
export const onSupply = ({ fedFrom = "supply" }: Pick<Panel, "fedFrom">): boolean => fedFrom === "supply";

/** Whether the home has generation or a battery, so that current may flow in both directions. */
export const hasGenerationOrBattery = ({ supply }: Pick<CaseDocument, "supply">): boolean =>
  supply.onsiteGeneration === true || supply.battery === true;

/** Whether somebody said that a party's permission is needed. */
export const needsPermission = ({ enquiry }: Pick<CaseDocument, "enquiry">, from: PermissionFrom): boolean =>
  (enquiry?.permissions?.[from] ?? "not-needed") !== "not-needed";

/** Whether the charger feeds back, so that current may flow in both directions on its path. */
export const feedsBack = ({ charger }: Pick<CaseDocument, "charger">): boolean => charger?.twoWay === true;

/** Phases that the charger charges on: three where it can and the supply has them. */
export const chargerPhases = ({ charger, supply }: Pick<CaseDocument, "charger" | "supply">): 1 | 3 =>
  charger?.phases === 3 && supply.system === "three-phase-230-400" ? 3 : 1;

/** The panels on the way to one, the one at the supply first. */
export function panelsTo(document: CaseDocument, panel: Panel | null): Panel[] {
  const way: Panel[] = [];
  for (let at = panel ?? undefined; at && !way.includes(at); at = document.panels.find((p) => p.id === at?.fedFrom))
    way.unshift(at);
  return way;
}

/** Methods that run where it gets much hotter than is usual. */
const HOT_PLACES: readonly string[] = ["attic"];

/** Whether the run goes through a hot place, so that its temperature is asked for. */
export const needsAmbient = ({ run }: Pick<CaseDocument, "run">): boolean =>
  run?.segments?.some(({ method }) => HOT_PLACES.includes(method)) ?? false;

/** The run of the charger's circuit; null where none was entered, or the run is that of a feeder. */
export const chargerRun = ({ run }: Pick<CaseDocument, "run">): Run | null =>
  run && run.feeds === undefined ? run : null;

/** Whether the residual current device of the charger's circuit is of type B. */
export const hasTypeB = ({ charger }: Pick<CaseDocument, "charger">): boolean =>
  /^(type[- ]?)?b\b/i.test(charger?.protection?.residual?.kind ?? "");

/** Whether the residual current device of the charger's circuit sits outside the board. */
export const isResidualElsewhere = ({ charger }: Pick<CaseDocument, "charger">): boolean =>
  (charger?.protection?.residual?.at ?? "board") !== "board";

/** Whether the charger's circuit has a neutral beside its lines, for a receptacle that has one. */
export const hasNeutral = ({ charger, options }: Pick<CaseDocument, "charger" | "options">): boolean =>
  charger?.connection === "plug" && charger.plug !== "6-50" && options?.receptacleNeutral === true;

/** Whether the job arranges what guards the charger's circuit against a lost neutral. */
export const arrangesLostPen = ({ charger }: Pick<CaseDocument, "charger">): boolean => {
  const { at, kind } = charger?.protection?.lostPen ?? {};
  return at !== undefined || kind === "electrode";
};
