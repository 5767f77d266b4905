/** The work of fitting clamps, for every way that holds a charger back. */
import { requirements, type WorkItem, withParts } from "#core/estimate/requirements.ts";
import { type ClampGuard, describeGuard } from "#core/path/clamps.ts";
import { signalTakes } from "./circuit-requirements.ts";
import type { JudgingContext } from "./types.ts";

const CLAMPS = requirements({ clamps: 1, "labour:clamps": 1 }, "order");

/** Clamps at each guarded part, with their signal to the charger. */
export const clampsWork = ({ document, codebook }: JudgingContext, guards: readonly ClampGuard[]): WorkItem => ({
  id: "clamps",
  text: `Clamps with a signal path to the charger: ${guards.map((g) => `on ${describeGuard(g)}`).join("; ")}`,
  requires: withParts(CLAMPS, signalTakes(document, codebook)),
  link: "supply-conductor",
});
