/** Charge from an outlet that is already there. */
import type { Outlet } from "../../case/document/types.ts";
import { panelLimits } from "../../demand/feeders.ts";
import { lengthM, showA } from "../../units.ts";
import { why } from "../../why.ts";
import {
  boardReason,
  countedA,
  currentThatFits,
  deviceA,
  headroomShort,
  largestSetting,
  level,
  loopedReason,
  reason,
} from "../situation.ts";
import type { Finding, Situation, Way } from "../types.ts";

const HEAT_CAUTION =
  "A household socket is not made for full current for hours, night after night: occasional use, reduced current, checked for heat.";

const withinReach = (s: Situation, outlet: Outlet) =>
  !outlet.leadLength || lengthM(outlet.leadLength) <= lengthM(s.codebook.sharing.reach) + 0.15;

/** Current, volts and counted amperes of charging at an outlet; 0 A where it cannot be used, with the reason. */
function tryOutlet(s: Situation, outlet: Outlet) {
  const use = s.codebook.outlets[outlet.type];
  const words = s.codebook.words;
  if (!use) return null;
  const no = (code: Parameters<typeof reason>[0], text: string, rule: string) => ({
    outlet,
    use,
    chargeA: 0,
    circuitA: 0,
    countedA: 0,
    reason: reason(code, text, rule),
  });
  if (!use.grounded)
    return no("outlet-ungrounded", `The ${outlet.type} ${words.outlet} has no equipment ground`, "NEC 250.114, 406.4");
  if (!withinReach(s, outlet))
    return no("out-of-reach", "The lead does not reach the car, and no extension may be used", "NEC 625.17");
  if (outlet.sharedWith) return null;
  const panel = s.document.panels.find((p) => p.circuits?.some((c) => c.id === outlet.circuit));
  const circuit = panel?.circuits?.find((c) => c.id === outlet.circuit);
  const limits = panelLimits(s.document, s.codebook, s.loads, panel?.id);
  const circuitA = circuit?.ratingA ?? use.circuitA;
  if (use.slow) {
    const chargeA = Math.min(use.chargeA, s.codebook.charging.chargeOnCircuitA(circuitA), s.charger.maxA);
    // A general-purpose socket is already in the calculation; charging is added at its own volts, as continuous load.
    const factor = s.treatment === "outside-125" ? s.codebook.charging.continuousFactor : 1;
    const counted = (chargeA * use.volts * factor) / s.volts;
    return counted <= Math.min(s.headroomA, ...limits.map((l) => l.headroomA)) + 1e-9
      ? { outlet, use, chargeA, circuitA, countedA: counted, reason: null }
      : { ...no("headroom-short", headroomShort(s).text, headroomShort(s).rule), countedA: counted };
  }
  const cap = s.codebook.charging.chargeOnCircuitA(circuitA);
  const chargeA = currentThatFits(s, s.headroomA, cap, limits);
  return chargeA >= s.codebook.charging.minimumA
    ? { outlet, use, chargeA, circuitA, countedA: countedA(s, chargeA).amps, reason: null }
    : {
        ...no("headroom-short", headroomShort(s).text, headroomShort(s).rule),
        countedA: countedA(s, largestSetting(s, cap)).amps,
      };
}

export const existingOutlet: Way = {
  id: "existing-outlet",
  name: "Existing outlet",
  means: "Charge from an outlet that is already there",
  find(s): Finding {
    const tried = (s.document.outlets ?? []).map((o) => tryOutlet(s, o)).filter((t) => t !== null);
    const best = tried
      .filter((t) => t.reason === null)
      .sort((a, b) => b.chargeA * b.use.volts - a.chargeA * a.use.volts)[0];
    const stops = [...loopedReason(s), ...(s.panel?.condition === "unsafe" ? boardReason(s) : [])];
    const usable = best && stops.length === 0 ? best : null;
    const reasons = usable
      ? []
      : [
          ...stops,
          ...(tried.length === 0
            ? [reason("no-outlet", `No free ${s.codebook.words.outlet} near the car has been recorded`, "Site survey")]
            : tried.flatMap((t) => (t.reason ? [t.reason] : []))),
        ];
    const chargeA = usable?.chargeA ?? 0;
    return {
      verdict: usable ? "ready" : "ruled-out",
      chargeA,
      circuitA: usable?.circuitA ?? deviceA(s, 0),
      volts: usable?.use.volts,
      reasons,
      work:
        usable && !usable.use.slow ? ["Confirm GFCI protection of the outlet", "Check the outlet for heat marks"] : [],
      cautions: usable ? (usable.use.slow ? [HEAT_CAUTION] : []) : [],
      leaves: "Nothing is changed; the next car will need more.",
      explain: why(
        "Charging current",
        showA(chargeA),
        {
          rule: s.codebook.sections.outletCharging,
          formula: "what the outlet and its circuit carry for hours, where the calculation passes",
          numbers: usable
            ? `${usable.outlet.type} on ${showA(usable.circuitA)}: ${showA(chargeA)} at ${usable.use.volts} V`
            : "no usable outlet",
        },
        [],
        ["Recording an outlet near the car"],
      ),
      level: level(s, usable?.countedA ?? tried[0]?.countedA ?? 0),
    };
  },
};
