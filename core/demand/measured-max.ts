/** The stated maximum of a measurement in volt-amperes, and loads that came or will come after it. */
import type { Measured } from "../case/document/types.ts";
import { factorLine, partsOf } from "./lines.ts";
import type { DemandInput, Line } from "./types.ts";

export function measuredMaxVA(measured: Measured | null | undefined, volts: number): number | null {
  if (!measured?.max) return null;
  return measured.max.unit === "kW" ? measured.max.value * 1000 : measured.max.value * volts;
}

/** Loads marked `existing: false` were not there to be measured: each is added at its nameplate. */
export function newLoadLines({ loads }: DemandInput, rule: string): Line[] {
  return loads
    .filter((l) => !l.existing)
    .map((load) =>
      factorLine({
        label: `${load.label} (new)`,
        connectedVA: load.va,
        factor: 1,
        rule,
        because: "it was not there while the demand was measured",
        parts: partsOf([load]),
      }),
    );
}
