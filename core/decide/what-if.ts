/** A home as it would be if: tried beside the sheet of ways, without touching the case. */
import { withCharger, withoutSources } from "#core/case/document/change.ts";
import type { Car, CaseDocument, EvTreatment } from "#core/case/document/types.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { freeId } from "#core/ways/place.ts";

/** What is tried; what is left out stays as it is in the case. */
export interface WhatIf {
  /** Largest current of the charger, A. */
  chargeA?: number;
  /** Hours plugged in, up to the time the car leaves. */
  hours?: number;
  secondCar?: boolean;
  heatPump?: boolean;
  /** A valid measurement with this maximum, as a share of the governing demand, 0 to 1. */
  measured?: number;
  treatment?: EvTreatment;
  /** A larger (or smaller) supply, A. */
  supplyA?: number;
}

export const triesNothing = (whatIf: WhatIf): boolean =>
  Object.values(whatIf).every((v) => v === undefined || v === false);

const DAY_MINUTES = 24 * 60;
const MEASURED_DAYS = 365;

const clock = (minute: number): string => {
  const m = ((Math.round(minute) % DAY_MINUTES) + DAY_MINUTES) % DAY_MINUTES;
  return `${String(Math.floor(m / 60)).padStart(2, "0")}:${String(m % 60).padStart(2, "0")}`;
};

/**
 * @param demandA the governing demand of the case as it is, A
 */
export function withWhatIf(document: CaseDocument, codebook: Codebook, whatIf: WhatIf, demandA: number): CaseDocument {
  const { chargeA, hours, secondCar, heatPump, measured, treatment, supplyA } = whatIf;
  let tried = document;
  if (chargeA !== undefined) tried = withCharger(tried, { maxA: chargeA });
  if (hours !== undefined) {
    const { pluggedInByWeekday: _, ...need } = tried.need ?? {};
    const to = need.pluggedIn?.to ?? "06:00";
    const leaves = Number(to.slice(0, 2)) * 60 + Number(to.slice(3));
    tried = { ...tried, need: { ...need, pluggedIn: { from: clock(leaves - hours * 60), to } } };
  }
  if (secondCar) {
    const { energyPerDayKWh, ...need } = tried.need ?? {};
    const first: Car = need.cars?.[0] ?? codebook.survey.usualCar;
    // Where the need was told in kWh, the second car asks for as much again.
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
  if (measured !== undefined) {
    const source = codebook.region === "us" ? "utility-year" : "half-hour-meter";
    tried = {
      ...tried,
      measured: {
        source,
        days: MEASURED_DAYS,
        intervalMinutes: codebook.region === "us" ? 15 : 30,
        heatingSeason: true,
        max: { value: Math.max(1, Math.round(demandA * measured)), unit: "A" },
      },
    };
  }
  if (treatment !== undefined) tried = { ...tried, options: { ...tried.options, evTreatment: treatment } };
  if (supplyA !== undefined) {
    tried = withoutSources(tried, (key) => key === "supply.ratingA" || key === "supply.conductor");
    tried = {
      ...tried,
      supply: {
        ...tried.supply,
        ratingA: supplyA,
        conductor: codebook.supplyConductor.sizeFor(supplyA, tried.options?.allowAluminium ?? false),
      },
      panels: tried.panels.map((panel) =>
        (panel.fedFrom ?? "supply") === "supply"
          ? { ...panel, mainA: Math.max(panel.mainA ?? 0, supplyA), busA: Math.max(panel.busA ?? 0, supplyA) }
          : panel,
      ),
    };
  }
  return tried;
}
