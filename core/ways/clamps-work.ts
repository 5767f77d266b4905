/** The work of fitting clamps, for every way that holds a charger back. */

import { clampPlaceOf } from "#core/case/document/clamp-place.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { requirements, type WorkItem, withParts } from "#core/estimate/requirements.ts";
import { type ClampGuard, describeGuard } from "#core/path/clamps.ts";
import { signalTakes } from "./circuit-requirements.ts";
import type { JudgingContext } from "./types.ts";

const CLAMPS = requirements({ clamps: 1, "labour:clamps": 1 }, "order");

/**
 * Clamps at each guarded part, with their signal to the charger.
 * @param document the home after the other work
 * @param panel the one that the charger's circuit starts from
 */
export const clampsWork = (
  { document: before, codebook }: JudgingContext,
  guards: readonly ClampGuard[],
  document: CaseDocument,
  panel: Panel | null,
): WorkItem => {
  const { divided, reads } = clampPlaceOf(document, panel);
  const divide = `the ${codebook.supplyConductor.name} divide`;
  const where = !divided
    ? ""
    : reads === "with-charger"
      ? `, before ${divide}: they read house and charger`
      : `, after ${divide}: they read the house alone, and the charger is set to add its own current`;
  return {
    id: "clamps",
    text: `Clamps with a signal path to the charger: ${guards.map((g) => `on ${describeGuard(g)}`).join("; ")}${where}`,
    requires: withParts(CLAMPS, signalTakes(before, codebook)),
    link: "supply-conductor",
  };
};

/** Clamps that the job fits although nothing relies upon them; none where the charger cannot read them. */
export const spareClampsWork = ({ document, codebook, charger }: JudgingContext): WorkItem[] =>
  document.options?.clampsAlways === true && charger.managed
    ? [
        {
          id: "clamps:fitted",
          text: `Fit clamps on the ${codebook.supplyConductor.name} as well, with their signal path: nothing here relies on them yet`,
          requires: withParts(CLAMPS, signalTakes(document, codebook)),
          link: "supply-conductor",
        },
      ]
    : [];
