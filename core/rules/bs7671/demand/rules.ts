/** Figures of the after-diversity estimate and of measured demand in the United Kingdom, each once. */
import type { LoadKindId } from "#core/case/document/types.ts";

/** After-diversity allowances for one dwelling. Source: BS 7671 311.1 with the usual allowances. */
export const DIVERSITY = {
  rule: "BS 7671 311.1, after-diversity allowances",
  lighting: 0.66,
  /** `fullA` amperes in full, the rest at a share. */
  heatingAndPower: { fullA: 10, rest: 0.5 },
  cooker: { fullA: 10, rest: 0.3, socketA: 5 },
  /** The largest `full` showers in full, the others at a share. */
  showers: { full: 2, rest: 0.25 },
  socketCircuits: { full: 1, rest: 0.4 },
} as const;

/** Uses that may all run at once. */
export const IN_FULL: readonly { kind: LoadKindId; label: string; because: string }[] = [
  { kind: "immersion", label: "Thermostatic water heaters", because: "they may all be on at once" },
  { kind: "underfloor-heating", label: "Floor warming", because: "no diversity is allowed" },
  { kind: "storage-heater", label: "Thermal storage heating", because: "all of it charges at the same hours" },
  { kind: "heat-pump", label: "Heat pump", because: "it may run for hours on end" },
];

export const UK_MEASURED = {
  rule: "BS 7671 311.1, by measurement",
  leastDays: 7,
  /** Fewer days than this must lie in the heating season where the home is heated electrically. */
  anySeasonDays: 28,
  /** Factors for peaks hidden by an average, by its minutes (Heron's own engineering default). */
  spread: [
    { upToMinutes: 1, factor: 1 },
    { upToMinutes: 10, factor: 1.1 },
    { upToMinutes: 15, factor: 1.25 },
    { upToMinutes: 30, factor: 1.4 },
    { upToMinutes: 60, factor: 1.6 },
  ],
} as const;
