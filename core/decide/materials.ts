/** Materials and hours of a way as one table, for the page, CSV and spreadsheets. */

import type { PriceLine } from "#core/estimate/price-lines.ts";
import type { Assessment } from "./assessment.ts";
import { takenWay } from "./decision.ts";

const BOUGHT: readonly PriceLine["group"][] = ["materials", "devices", "equipment", "standard"];

/** The lines of a price that are materials to buy. */
export const materialsIn = (lines: readonly PriceLine[]): PriceLine[] => lines.filter((l) => BOUGHT.includes(l.group));

/** The lines of a price that are labour, with their minutes. */
export const hoursIn = (lines: readonly PriceLine[]): (PriceLine & Required<Pick<PriceLine, "minutes">>)[] =>
  lines.flatMap((l) => (l.minutes ? [{ ...l, minutes: l.minutes }] : []));

export const MATERIAL_COLUMNS = [
  "Kind",
  "Item",
  "Id",
  "Unit",
  "Installed",
  "To buy",
  "Low",
  "Typical",
  "High",
] as const;
export type MaterialRow = [string, string, string, string, number, number, number, number, number];

const round = (value: number) => Math.round(value * 100) / 100;

/** Materials with money, then tasks with hours. */
const materialsTable = (lines: readonly PriceLine[]): MaterialRow[] => [
  ...materialsIn(lines).map(
    ({ name, item, unit, needed, count, money }): MaterialRow => [
      "material",
      name,
      item,
      unit,
      round(needed),
      round(count),
      round(money.low),
      round(money.typical),
      round(money.high),
    ],
  ),
  ...hoursIn(lines).map(
    ({ name, item, needed, minutes }): MaterialRow => [
      "hours",
      name,
      item,
      "h",
      round(needed),
      round(needed),
      round(minutes.low / 60),
      round(minutes.typical / 60),
      round(minutes.high / 60),
    ],
  ),
];

/** Materials of the taken way; empty where there is none. */
export const materialsOf = (assessment: Pick<Assessment, "ways" | "taken">): MaterialRow[] =>
  materialsTable(takenWay(assessment)?.lines ?? []);
