/** Generation or a battery beside the supply: a board stays live with its main off. */
import type { CaseDocument } from "#core/case/document/types.ts";

/** Whether anything but the supply feeds the home. */
export const hasSecondSource = ({ supply, panels }: CaseDocument): boolean =>
  supply.onsiteGeneration === true ||
  supply.battery === true ||
  panels.some(({ circuits = [] }) => circuits.some((c) => c.backfeed && c.status !== "abandoned"));
