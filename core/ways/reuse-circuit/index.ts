/** Take over an abandoned circuit or a charger-ready stub. */
import type { Circuit } from "../../case/document/types.ts";
import { panelLimits } from "../../demand/feeders.ts";
import { showA } from "../../units.ts";
import {
  boardReason,
  chargeWhy,
  countedA,
  currentThatFits,
  demandWithLoadsA,
  headroomShort,
  level,
  loopedReason,
  reason,
} from "../situation.ts";
import type { Finding, Situation, Way } from "../types.ts";

const spareCircuits = (s: Situation): Circuit[] =>
  s.document.panels
    .flatMap((p) => p.circuits ?? [])
    .filter(
      (c) =>
        (c.status === "abandoned" || c.status === "charger-ready") &&
        (c.poles ?? s.codebook.charging.poles) >= s.codebook.charging.poles,
    );

export const reuseCircuit: Way = {
  id: "reuse-circuit",
  name: "Spare circuit",
  means: "Take over an abandoned or charger-ready circuit",
  find(s): Finding {
    const known = spareCircuits(s)
      .filter((c) => c.conductor && c.ratingA)
      .map((circuit) => {
        const gone = new Set(circuit.loads ?? []);
        const demandA =
          gone.size > 0
            ? demandWithLoadsA(
                s,
                s.loads.filter((l) => !gone.has(l.id)),
              )
            : s.calculation.demandA;
        const headroomA = s.ratingA - demandA;
        const left = s.loads.filter((l) => !gone.has(l.id));
        const panel = s.document.panels.find((p) => p.circuits?.includes(circuit));
        const limits = panelLimits(s.document, s.codebook, left, panel?.id);
        const cap = s.codebook.charging.chargeOnCircuitA(circuit.ratingA as number);
        const chargeA = currentThatFits(s, headroomA, cap, limits);
        return { circuit, demandA, headroomA, chargeA };
      })
      .sort((a, b) => b.chargeA - a.chargeA);
    const best = known[0];
    const stops = [...loopedReason(s), ...boardReason(s)];
    const fits = best !== undefined && best.chargeA >= s.codebook.charging.minimumA && stops.length === 0;
    const reasons = fits
      ? []
      : [
          ...stops,
          ...(best
            ? best.chargeA < s.codebook.charging.minimumA
              ? [headroomShort(s, best.headroomA)]
              : []
            : [
                reason(
                  "no-spare-circuit",
                  spareCircuits(s).length > 0
                    ? "The spare circuit's conductor has not been seen; it cannot be judged"
                    : "No abandoned or charger-ready circuit has been recorded",
                  "Site survey",
                ),
              ]),
        ];
    const chargeA = fits ? best.chargeA : 0;
    return {
      verdict: fits ? "with-work" : "ruled-out",
      chargeA,
      circuitA: fits ? (best.circuit.ratingA ?? 0) : 0,
      reasons,
      work: fits
        ? [
            `Prove "${best.circuit.label ?? best.circuit.id}" dead and follow it to both ends`,
            "Re-route or extend to the charger",
            `Check the ${s.codebook.words.device} and relabel the circuit`,
          ]
        : [],
      cautions: fits
        ? [
            "A breaker is not raised to fit the charger until the conductor behind it has been seen along its whole length.",
          ]
        : [],
      leaves: "Uses what is there; its conductor sets the ceiling for good.",
      explain: {
        ...chargeWhy(s, chargeA, best?.headroomA ?? s.headroomA),
        assumes: best
          ? [`The old load of "${best.circuit.label ?? best.circuit.id}" is taken out: demand ${showA(best.demandA)}`]
          : [],
      },
      level: level(s, fits ? countedA(s, chargeA).amps : 0, best ? { demandA: best.demandA } : {}),
    };
  },
};
