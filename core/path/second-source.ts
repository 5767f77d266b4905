/** Generation or a battery beside the supply: a board stays live with its main off. */
import { hasGenerationOrBattery } from "#core/case/document/lookups.ts";
import type { CaseDocument } from "#core/case/document/types.ts";

/** Whether anything but the supply feeds the home. */
export const hasSecondSource = (document: CaseDocument): boolean =>
  hasGenerationOrBattery(document) ||
  document.panels.some(({ circuits = [] }) => circuits.some((c) => c.backfeed && c.status !== "abandoned"));
