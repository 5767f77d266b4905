/** A home as it would be if a year of its demand had been measured. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";

/** @param maximumA highest current that would have been measured, A; taken to the ampere, 1 A at least */
export const withMeasuredYear = (document: CaseDocument, codebook: Codebook, maximumA: number): CaseDocument => ({
  ...document,
  measured: {
    ...codebook.survey.measuredYear,
    days: 365,
    heatingSeason: true,
    max: { value: Math.max(1, Math.round(maximumA)), unit: "A" },
  },
});
