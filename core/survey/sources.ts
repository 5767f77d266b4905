/** Sources of the survey's values, and the values that are only assumed until they are confirmed. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showOhm } from "#core/units.ts";
import { capital } from "#core/words.ts";

/** A value of the survey that can say where it came from. */
export interface SourcedField {
  /** `supply.ratingA`, `panel.<id>.busA` */
  key: string;
  label: string;
  /** The value in words; null where nothing has been entered. */
  value: string | null;
}

const shownA = (amps: number | null | undefined) => (amps === null || amps === undefined ? null : showA(amps));
const yesNo = (value: boolean | undefined) => (value === undefined ? null : value ? "yes" : "no");
const EARTHING = { "tn-c-s": "TN-C-S", "tn-s": "TN-S", tt: "TT" } as const;

/** Every value of a case whose source is asked for, in the order of the survey. */
export function sourcedFields(document: CaseDocument): SourcedField[] {
  const { words, asksFor, supplyConductor } = codebookOf(document.rules);
  const { supply, dwelling } = document;
  const area = dwelling.floorArea;
  return [
    { key: "dwelling.floorArea", label: "Floor area", value: area ? `${area.value} ${area.unit}` : null },
    { key: "supply.system", label: "System", value: supply.system.replaceAll("-", " ") },
    { key: "supply.ratingA", label: words.supplyRating, value: shownA(supply.ratingA) },
    {
      key: "supply.conductor",
      label: capital(supplyConductor.name),
      value: supply.conductor?.size ?? null,
    },
    ...(asksFor.earthing
      ? [
          { key: "supply.earthing", label: "Earthing", value: supply.earthing ? EARTHING[supply.earthing] : null },
          {
            key: "supply.zeOhm",
            label: supply.earthing === "tt" ? "Earth electrode" : "Ze",
            value: supply.zeOhm === undefined || supply.zeOhm === null ? null : showOhm(supply.zeOhm),
          },
        ]
      : []),
    { key: "supply.meterPlace", label: "Meter place", value: supply.meterPlace ?? null },
    { key: "supply.looped", label: "Looped supply", value: yesNo(supply.looped) },
    { key: "supply.isolator", label: "Isolator", value: yesNo(supply.isolator) },
    { key: "supply.emergencyDisconnect", label: "Emergency disconnect", value: yesNo(supply.emergencyDisconnect) },
    { key: "supply.onsiteGeneration", label: "Generation", value: yesNo(supply.onsiteGeneration) },
    { key: "supply.battery", label: "Battery", value: yesNo(supply.battery) },
    ...document.panels.flatMap((panel) => {
      const name = panel.name ?? words.panel;
      return [
        { key: `panel.${panel.id}.mainA`, label: `${name}: main`, value: shownA(panel.mainA) },
        { key: `panel.${panel.id}.busA`, label: `${name}: bus`, value: shownA(panel.busA) },
        { key: `panel.${panel.id}.spaces`, label: `${name}: ${words.spaces}`, value: panel.spaces?.toString() ?? null },
        { key: `panel.${panel.id}.condition`, label: `${name}: condition`, value: panel.condition ?? null },
        { key: `panel.${panel.id}.feeder.ratingA`, label: `${name}: feeder`, value: shownA(panel.feeder?.ratingA) },
        {
          key: `panel.${panel.id}.feeder.conductor`,
          label: `${name}: feeder conductor`,
          value: panel.feeder?.conductor?.size ?? null,
        },
      ];
    }),
  ];
}

/** Entered values that are only assumed; to be confirmed on site. */
export function assumedFields(document: CaseDocument): SourcedField[] {
  const sources = document.survey?.sources ?? {};
  if (!Object.values(sources).includes("assumed")) return [];
  return sourcedFields(document).filter((f) => f.value !== null && ownValue(sources, f.key) === "assumed");
}
