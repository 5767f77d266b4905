/** The finding that every way with a new, unmanaged circuit for the charger gives. */
import {
  chargeWhy,
  countedA,
  deviceA,
  headroomShort,
  ISOLATE,
  level,
  loopedReason,
  smallestSetting,
} from "./situation.ts";
import type { Finding, Reason, Situation } from "./types.ts";

interface NewCircuit {
  /** The largest setting that fits where this way puts the circuit, A. */
  fittingA: number;
  /** What rules the way out, beside a headroom that is too short and a looped supply. */
  stops: readonly Reason[];
  /** What the way answers to, told where it is not ruled out; work is due then. */
  answersTo: readonly Reason[];
  work(circuitA: number): readonly string[];
  cautions?: readonly string[];
  leaves: string;
}

export function newCircuit(
  s: Situation,
  { fittingA, stops, answersTo, work, cautions = [], leaves }: NewCircuit,
): Finding {
  const against = [
    ...(fittingA < s.codebook.charging.minimumA ? [headroomShort(s)] : []),
    ...loopedReason(s),
    ...stops,
  ];
  const out = against.length > 0;
  const chargeA = out ? 0 : fittingA;
  const circuitA = deviceA(s, chargeA);
  return {
    verdict: out ? "ruled-out" : "with-work",
    chargeA,
    circuitA,
    reasons: out ? against : [...answersTo],
    work: out ? [] : [...work(circuitA)],
    cautions: out ? [] : [ISOLATE[s.codebook.region], ...cautions],
    leaves,
    explain: chargeWhy(s, chargeA, s.headroomA),
    level: level(s, countedA(s, chargeA || smallestSetting(s)).amps),
  };
}
