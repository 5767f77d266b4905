/** Renewing the feeder of a panel, so that it carries the charger beside what it feeds. */

import { withCircuit, withoutSources, withPanel } from "#core/case/document/change.ts";
import { wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { conductorName, panelName } from "#core/case/fields/names.ts";
import { designForFeeder, type FeederCurrent, isDesigned } from "#core/circuit/design.ts";
import { withFeederRoute } from "#core/circuit/route.ts";
import type { WorkItem } from "#core/estimate/requirements.ts";
import { renewedPanel } from "#core/findings/common.ts";
import { laidLengthOf } from "#core/rules/circuit/laid.ts";
import type { CircuitDesign } from "#core/rules/circuit/types.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { feederTakes } from "./circuit-requirements.ts";
import type { FeederDesign, JudgingContext, RefusedProposal } from "./types.ts";

/** A home with a feeder renewed on the way to the charger's circuit. */
export interface RenewedFeeder {
  document: CaseDocument;
  items: WorkItem[];
  feeder: FeederDesign;
}

/** What a renewed feeder is made for: the load of its panel and the wanted charging. */
function currentOf({ home, wanted }: JudgingContext, panel: Panel): FeederCurrent {
  const { demandA, asFeeder } = home.at(panel);
  return { countsA: demandA + (asFeeder ? wanted.feederA : wanted.supplyA), carriesA: demandA + wanted.chargeA };
}

/** The panel that it feeds, changed for one whose main and bus take the feeder's device; null where they do. */
function largerAtItsEnd(
  document: CaseDocument,
  panel: Panel,
  { deviceA }: CircuitDesign,
  { countsA }: FeederCurrent,
  { bus, words }: Codebook,
): { document: CaseDocument; item: WorkItem } | null {
  const small = [panel.mainA, panel.busA].some((ratingA) => typeof ratingA === "number" && exceeds(countsA, ratingA));
  if (!small) return null;
  const busA = bus?.ratingsA.find((ratingA) => !exceeds(deviceA, ratingA));
  return {
    document: renewedPanel(document, panel, { mainA: deviceA, ...(busA !== undefined && { busA }) }),
    item: {
      id: `new-panel:${panel.id}`,
      text: `Change ${panel.name ?? `the ${words.subPanel}`} for a new ${words.newPanel} of ${showA(busA ?? deviceA)}: its main or bus is smaller than the renewed feeder`,
      requires: SHARED_REQUIREMENTS.panel,
      link: linkId.panel(panel.id),
    },
  };
}

/** Whether the run was designed for terminals that are marked 75 °C (North America). */
const isMarkedFor75 = ({ run, options }: CaseDocument): boolean =>
  (run?.terminalC ?? Number(options?.terminalColumn)) === 75;

/** The home with a renewed feeder to a panel: nobody has to read the old one any more. */
function withFeeder(
  document: CaseDocument,
  { lengthUnit }: Codebook,
  panel: Panel,
  { deviceA, conductor }: CircuitDesign,
): CaseDocument {
  const known = withoutSources(document, (key) => key.startsWith(`panel.${panel.id}.feeder.`));
  const { circuit } = panel.feeder ?? {};
  const started = circuit ? withCircuit(known, circuit, { ratingA: deviceA, conductor: null }) : known;
  const { run } = document;
  return withPanel(started, panel.id, {
    feeder: {
      ratingA: deviceA,
      conductor,
      length: run ? { value: laidLengthOf(run, lengthUnit), unit: lengthUnit } : null,
      ...(circuit !== undefined && { circuit }),
      ...(isMarkedFor75(document) && { terminalC: 75 as const }),
      planned: true,
    },
  });
}

/**
 * The feeder that the run of the case renews, where it is on the way to the charger's circuit.
 * @returns null where the run is not that of such a feeder; reasons where no size is made for it
 */
export function withRenewedFeeder(context: JudgingContext): RenewedFeeder | RefusedProposal | null {
  const { codebook, document, path } = context;
  const panel = path.panels.find(({ id }) => id === document.run?.feeds);
  if (!panel) return null;
  const current = currentOf(context, panel);
  const found = designForFeeder(document, codebook, panel, current);
  if (!found) return null;
  if (!isDesigned(found)) return { refused: [wayReason("conductor-limit", found.refused.numbers, found.refused.rule)] };
  const larger = largerAtItsEnd(document, panel, found, current, codebook);
  return {
    document: withFeeder(larger?.document ?? document, codebook, panel, found),
    items: [itemOf(document, panel, found, codebook), ...(larger ? [larger.item] : [])],
    feeder: { panel: panel.id, current, design: withFeederRoute(document, codebook, found) },
  };
}

const itemOf = (document: CaseDocument, panel: Panel, design: CircuitDesign, codebook: Codebook): WorkItem => ({
  id: `renew-feeder:${panel.id}`,
  text: `Renew the feeder of ${panelName(panel, codebook)} in ${conductorName(design.conductor, codebook)} behind a ${codebook.words.device} of ${showA(design.deviceA)}, with neutral and ${codebook.words.earthConductor} apart at its end`,
  requires: feederTakes(document, codebook, design),
  link: linkId.feederConductor(panel.id),
});
