/** An automatic switch that shares one circuit between an appliance and the charger, appliance first. */
import type { Circuit, Outlet } from "../../case/document/types.ts";
import { panelLimits } from "../../demand/feeders.ts";
import type { CountedLoad } from "../../demand/types.ts";
import { lengthM, showA, showVA } from "../../units.ts";
import { why } from "../../why.ts";
import {
  boardReason,
  demandWithLoadsA,
  headroomShort,
  largestSetting,
  level,
  loopedReason,
  reason,
} from "../situation.ts";
import type { Finding, Reason, Situation, Way } from "../types.ts";

interface Candidate {
  circuit: Circuit;
  appliance: CountedLoad;
  outlet: Outlet | null;
  stop: Reason | null;
}

const Y_LEAD = "A plain Y-lead on one outlet is not a splitter: without an automatic interlock both loads can run.";

/** Appliance circuits that could be shared, each with what stands against it. */
function candidates(s: Situation): Candidate[] {
  const { sharing, outlets: uses, words } = s.codebook;
  const outlets = s.document.outlets ?? [];
  return s.document.panels
    .flatMap((p) => p.circuits ?? [])
    .filter((c) => c.status !== "abandoned" && (c.ratingA ?? 0) >= sharing.leastCircuitA)
    .flatMap((circuit) => {
      const outlet = outlets.find((o) => o.circuit === circuit.id) ?? null;
      const appliance = s.loads.find(
        (l) => (circuit.loads?.includes(l.id) || outlet?.sharedWith === l.id) && sharing.kinds.includes(l.kind),
      );
      if (!appliance) return [];
      return [{ circuit, appliance, outlet, stop: sharing.needsOutlet ? outletStop(appliance, outlet) : null }];
    });

  function outletStop(appliance: CountedLoad, outlet: Outlet | null): Reason | null {
    if (!outlet)
      return reason(
        "no-outlet",
        `${appliance.label} is hard-wired: there is no ${words.outlet} to share`,
        "NEC 625.44",
      );
    if (uses[outlet.type]?.grounded === false)
      return reason(
        "outlet-ungrounded",
        `The ${outlet.type} ${words.outlet} has no equipment ground and cannot feed a charger`,
        "NEC 250.114, 406.4",
      );
    if (outlet.leadLength && lengthM(outlet.leadLength) > lengthM(sharing.reach) + 0.15)
      return reason(
        "out-of-reach",
        `The car is out of the lead's reach (${sharing.reach.value} ${sharing.reach.unit} at most, no extension)`,
        "NEC 625.17",
      );
    return null;
  }
}

/** The ledger with the larger of appliance and charger in the appliance's place (220.60). */
function sharedLoads(s: Situation, appliance: CountedLoad, chargeA: number): CountedLoad[] {
  const { va } = s.codebook.charging.nameplateVA(chargeA, s.volts);
  const unitVA = Math.max(appliance.unitVA, va);
  return s.loads.map((l) => (l.id === appliance.id ? { ...l, unitVA, va: l.va - l.unitVA + unitVA } : l));
}

/** Demand with the shared circuit, A: calculated in the appliance's place, or on top of what was measured. */
function sharedDemandA(s: Situation, appliance: CountedLoad, chargeA: number): number {
  const measured = s.calculation.lines.every((l) => l.parts.every((p) => p.loadId !== appliance.id));
  if (!measured) return demandWithLoadsA(s, sharedLoads(s, appliance, chargeA));
  const { va } = s.codebook.charging.nameplateVA(chargeA, s.volts);
  return s.calculation.demandA + Math.max(0, va - appliance.unitVA) / s.volts;
}

export const circuitSplitter: Way = {
  id: "circuit-splitter",
  name: "Circuit splitter",
  means: "One circuit shared with an appliance, appliance first",
  find(s): Finding {
    const { sharing, charging, region } = s.codebook;
    const all = candidates(s);
    // A switch wired into the circuit disturbs the board; a splitter on an outlet does not.
    const disturbs = !sharing.needsOutlet || s.panel?.condition === "unsafe";
    const stops = [...loopedReason(s), ...(disturbs ? boardReason(s) : [])];
    const judged = all
      .filter((c) => c.stop === null)
      .map((candidate) => {
        const cap = charging.chargeOnCircuitA(candidate.circuit.ratingA as number);
        const settings = s.charger.settingsA.filter((a) => a <= largestSetting(s, cap));
        const panel = s.document.panels.find((p) => p.circuits?.includes(candidate.circuit));
        const fitting = settings.filter((a) => {
          const loads = sharedLoads(s, candidate.appliance, a);
          const overFeeder = panelLimits(s.document, s.codebook, loads, panel?.id).some((l) => l.headroomA < -1e-9);
          return sharedDemandA(s, candidate.appliance, a) <= s.ratingA + 1e-9 && !overFeeder;
        });
        return { ...candidate, chargeA: fitting.at(-1) ?? 0 };
      })
      .sort((a, b) => b.chargeA - a.chargeA);
    const best = judged[0];
    const fits = best !== undefined && best.chargeA >= charging.minimumA && stops.length === 0;
    const reasons = fits
      ? []
      : [
          ...stops,
          ...(best && best.chargeA < charging.minimumA ? [headroomShort(s)] : []),
          ...(best ? [] : all.flatMap((c) => (c.stop ? [c.stop] : []))),
          ...(all.length === 0
            ? [
                reason(
                  "no-shared-circuit",
                  `No appliance circuit of ${sharing.leastCircuitA} A or more that could be shared has been recorded`,
                  sharing.cited.rule,
                ),
              ]
            : []),
        ];
    const chargeA = fits ? best.chargeA : 0;
    const demandA = fits ? sharedDemandA(s, best.appliance, chargeA) : s.calculation.demandA;
    const nameplate = fits ? charging.nameplateVA(chargeA, s.volts) : null;
    return {
      verdict: fits ? (sharing.needsOutlet ? "ready" : "with-work") : "ruled-out",
      chargeA,
      circuitA: fits ? (best.circuit.ratingA ?? 0) : 0,
      reasons,
      work: fits
        ? sharing.needsOutlet
          ? [`Fit an automatic splitter at the ${best.appliance.label.toLowerCase()} outlet, and prove that it trips`]
          : [
              `Fit a priority switch in the ${best.appliance.label.toLowerCase()} circuit`,
              "Check its conductor along its whole length",
            ]
        : [],
      cautions: fits ? [Y_LEAD, "While the appliance runs, charging waits."] : [],
      leaves: "No new load on the supply; charging always yields to the appliance.",
      explain: why(
        "Charging current",
        showA(chargeA),
        fits && nameplate
          ? {
              rule: sharing.cited.rule,
              formula: sharing.cited.formula,
              numbers: `${region === "us" ? "0.8 x " : ""}${showA(best.circuit.ratingA ?? 0)} = ${showA(charging.chargeOnCircuitA(best.circuit.ratingA ?? 0))}; the larger of ${showVA(best.appliance.unitVA)} and ${showVA(nameplate.va)} is counted once: demand ${showA(demandA)} of ${showA(s.ratingA)}`,
            }
          : { ...sharing.cited, numbers: "no circuit that can be shared" },
        fits ? [`"${best.appliance.label}" and the charger never run together`] : [],
        ["An outlet in reach on an appliance circuit of 30 A or more"],
      ),
      level: level(s, Math.max(0, demandA - s.calculation.demandA)),
    };
  },
};
