/** The temperature round a run: where it has to be known, as nothing usual can be taken for it. */
import type { CaseDocument } from "#core/case/document/types.ts";

/** Methods that run where it gets much hotter than the usual 30 °C (NEC 310.15(B)). */
const HOT_PLACES: readonly string[] = ["attic"];

/** Whether the run goes through a hot place, so that its temperature is asked for. */
export const needsAmbient = ({ run }: Pick<CaseDocument, "run">): boolean =>
  run?.segments?.some(({ method }) => HOT_PLACES.includes(method)) ?? false;
