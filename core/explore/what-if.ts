/** A home as it would be if: tried beside the sheet of ways, without touching the case. */

import { withCharger, withSupply } from "#core/case/document/change.ts";
import type { Car, CaseDocument } from "#core/case/document/types.ts";
import { withMeasuredYear } from "#core/demand/measured-year.ts";
import { clockOf, DAY_MINUTES, minutesOf } from "#core/energy/need/hours.ts";
import { homeOf } from "#core/home/home.ts";
import { ownValue } from "#core/own-value.ts";
import type { Codebook } from "#core/rules/types.ts";
import { freeId } from "#core/ways/charger-placement.ts";
import { homeOnSupply } from "#core/ways/service-upgrade/index.ts";

/** The tried changes; absent fields stay as in the case. */
export interface WhatIf {
  /** Largest current of the charger, A. */
  chargeA?: number;
  /** Hours plugged in, up to the time the car leaves. */
  hours?: number;
  secondCar?: boolean;
  heatPump?: boolean;
  /** A valid measurement with this maximum, as a share of the governing demand, 0 to 1. */
  measured?: number;
  /** The tried option of each practice, by its id. */
  practice?: Readonly<Record<string, string>>;
  /** A larger (or smaller) supply, A. */
  supplyA?: number;
}

/** Whether a what-if changes nothing. */
export const triesNothing = (whatIf: WhatIf): boolean =>
  Object.values(whatIf).every((v) => v === undefined || v === false);

/**
 * @param demandA the governing demand of the case as it is, A
 */
export function withWhatIf(document: CaseDocument, codebook: Codebook, whatIf: WhatIf, demandA: number): CaseDocument {
  const { chargeA, hours, secondCar, heatPump, measured, practice: schools, supplyA } = whatIf;
  let tried = document;
  if (chargeA !== undefined) tried = withCharger(tried, { maxA: chargeA });
  if (hours !== undefined) {
    const { pluggedInByWeekday: _, ...need } = tried.need ?? {};
    const to = need.pluggedIn?.to ?? "06:00";
    // The day before, so that the start is never below nought.
    const from = clockOf(minutesOf(to) + DAY_MINUTES - hours * 60);
    tried = { ...tried, need: { ...need, pluggedIn: { from, to } } };
  }
  if (secondCar) {
    const { energyPerDayKWh, ...need } = tried.need ?? {};
    const first: Car = need.cars?.[0] ?? codebook.survey.usualCar;
    // Where the need was entered in kWh, the second car doubles it.
    tried =
      energyPerDayKWh !== undefined
        ? { ...tried, need: { ...need, energyPerDayKWh: energyPerDayKWh * 2 } }
        : { ...tried, need: { ...need, cars: [...(need.cars ?? [first]), { ...first }] } };
  }
  if (heatPump) {
    const kind = codebook.loadKinds.find((k) => k.kind === "heat-pump");
    const id = freeId(tried, "planned-heat-pump");
    const usual = kind?.typical ?? { va: 3000 };
    tried = {
      ...tried,
      loads: [...tried.loads, { id, kind: "heat-pump", label: "Heat pump", ...usual, existing: false }],
    };
  }
  if (measured !== undefined) tried = withMeasuredYear(tried, codebook, demandA * measured);
  for (const school of codebook.practiceOptions) {
    const chosen = ownValue(schools ?? {}, school.id);
    if (chosen !== undefined) tried = school.apply(tried, chosen);
  }
  return supplyA === undefined ? tried : onSupplyOf(tried, codebook, supplyA);
}

/** A larger supply comes with what the upgrade brings; a smaller one is another reading of what is there. */
function onSupplyOf(document: CaseDocument, codebook: Codebook, ratingA: number): CaseDocument {
  const home = homeOf(document, codebook);
  return ratingA > home.supplyA
    ? homeOnSupply({ document, codebook, home }, { ratingA, system: document.supply.system })
    : withSupply(document, { ratingA });
}
