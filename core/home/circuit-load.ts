/** The current that a circuit carries. */
import type { Circuit } from "#core/case/document/types.ts";
import type { Home } from "#core/rules/home.ts";

/**
 * Amperes of a load on its own circuit. A charger counts as continuous; an appliance counts as no more than the rating
 * of its existing device.
 */
const onCircuitA = (home: Home, load: Home["loads"][number], { ratingA }: Circuit, circuitVolts: number): number =>
  load.kind === "ev-charger"
    ? (load.va / circuitVolts) * home.codebook.charging.continuousFactor
    : Math.min(load.va / circuitVolts, ratingA ?? Number.POSITIVE_INFINITY);

/** The current that a circuit carries: all of its loads, and only the larger of loads that exclude each other. */
export function circuitCarriesA(home: Home, circuit: Circuit, volts = home.volts): number {
  const { loadKinds } = home.codebook;
  // A load that represents the circuit itself is the draw of its outlets, not an additional load.
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
