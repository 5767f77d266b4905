/** Generation or a battery beside the supply: a board stays live with its main off. */
import { hasGenerationOrBattery } from "#core/case/document/lookups.ts";
import type { CaseDocument, Circuit } from "#core/case/document/types.ts";

/** The circuits in use that feed back into their panels. */
export const backfeedCircuits = ({ panels }: Pick<CaseDocument, "panels">): Circuit[] =>
  panels.flatMap(({ circuits = [] }) => circuits.filter((c) => c.backfeed && c.status !== "abandoned"));

/** Whether anything but the supply feeds the home. */
export const hasSecondSource = (document: CaseDocument): boolean =>
  hasGenerationOrBattery(document) || backfeedCircuits(document).length > 0;
