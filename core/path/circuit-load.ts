/** What a circuit carries. */
import type { Circuit } from "#core/case/document/types.ts";
import type { Home } from "./home.ts";

/**
 * Amperes of a load on its own circuit: a charger counts as continuous, an appliance as no more than the device that it
 * has always stood behind.
 */
const onCircuitA = (home: Home, load: Home["loads"][number], { ratingA }: Circuit, circuitVolts: number): number =>
  load.kind === "ev-charger"
    ? (load.va / circuitVolts) * home.codebook.charging.continuousFactor
    : Math.min(load.va / circuitVolts, ratingA ?? Number.POSITIVE_INFINITY);

/** What a circuit carries: all of its loads, of those that exclude each other only the larger. */
export function circuitCarriesA(home: Home, circuit: Circuit, volts = home.volts): number {
  const { loadKinds } = home.codebook;
  // A load that stands for the circuit itself is what its outlets may draw, not one more thing on it.
  if (!circuit.loads?.length) return 0;
  const own = circuit.loads.flatMap((id) => {
    const load = home.loads.find((l) => l.id === id);
    return load && !loadKinds.find((k) => k.kind === load.kind)?.isCircuit ? [load] : [];
  });
  const excluded = new Set<string>();
  for (const load of own) {
    const other = own.find((l) => l.id === load.interlockedWith);
    if (!other) continue;
    excluded.add(
      onCircuitA(home, load, circuit, volts) >= onCircuitA(home, other, circuit, volts) ? other.id : load.id,
    );
  }
  return own.filter((l) => !excluded.has(l.id)).reduce((t, l) => t + onCircuitA(home, l, circuit, volts), 0);
}
