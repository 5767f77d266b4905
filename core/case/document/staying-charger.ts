/** The charger that a visit is about, where it is installed already and stays. */
import { withCharger } from "./change.ts";
import { circuitOf } from "./lookups.ts";
import type { CaseDocument, Circuit, Load, Panel, VisitReason } from "./types.ts";

/** Reasons of a visit after which the charger that is there goes on charging. */
const KEEPS_CHARGER: readonly (VisitReason | undefined)[] = ["trips", "hold-back", "move"];

/** Whether the visit is about a charger that is there and stays: nobody buys another one. */
export const keepsCharger = ({ enquiry }: Pick<CaseDocument, "enquiry">): boolean =>
  KEEPS_CHARGER.includes(enquiry?.reason);

/** A charger that stays: its load, and the panel and circuit that feed it, as far as they were recorded. */
export interface StayingCharger {
  load: Load;
  panel: Panel | null;
  circuit: Circuit | null;
}

/** The chargers among the loads that are there today, the largest first. */
export const chargersThere = ({ loads }: Pick<CaseDocument, "loads">): Load[] =>
  loads
    .filter((load) => load.kind === "ev-charger" && load.existing !== false)
    .sort((a, b) => sizeOf(b) - sizeOf(a) || a.id.localeCompare(b.id));

/** What a charger draws, to compare it with others of the same home, VA. */
const sizeOf = ({ va, amps = 0, volts = LINE_VOLTS }: Load): number => va ?? amps * volts;
const LINE_VOLTS = 240;

/** The charger that stays; null where the visit has another reason, or no charger is among the loads. */
export function stayingCharger(document: CaseDocument): StayingCharger | null {
  if (!keepsCharger(document)) return null;
  const there = chargersThere(document);
  const load = there.find(({ id }) => id === document.charger?.load) ?? there[0];
  if (!load) return null;
  // Of several circuits that are said to feed it, the order in which they were entered decides nothing.
  const [circuit] = document.panels
    .flatMap((p) => p.circuits ?? [])
    .filter((c) => c.loads?.includes(load.id))
    .sort((a, b) => a.id.localeCompare(b.id));
  const found = circuitOf(document, circuit?.id ?? document.charger?.circuit);
  return {
    load,
    panel: found?.panel ?? document.panels.find(({ id }) => id === load.panel) ?? null,
    circuit: found?.circuit ?? null,
  };
}

/**
 * The home with a staying charger taken off its circuit, which feeds nothing then, so that every way can put it where it
 * would be. It is not bought.
 * @param volts of the charger's supply
 */
export function withoutStayingCharger(
  document: CaseDocument,
  { load, circuit }: StayingCharger,
  volts: number,
): CaseDocument {
  const { quantity = 1 } = load;
  const { circuit: _circuit, outlet: _outlet, load: _load, ...charger } = document.charger ?? {};
  const ownA = load.amps ?? (load.va !== undefined ? load.va / (load.volts ?? volts) : undefined);
  return withCharger(
    {
      ...document,
      charger,
      loads: document.loads.flatMap((l) =>
        l.id !== load.id ? [l] : quantity > 1 ? [{ ...l, quantity: quantity - 1 }] : [],
      ),
      panels: document.panels.map((panel) =>
        panel.circuits?.some((c) => isOf(c, load, circuit))
          ? { ...panel, circuits: panel.circuits.map((c) => (isOf(c, load, circuit) ? freed(c, load.id) : c)) }
          : panel,
      ),
    },
    { ...(charger.maxA === undefined && ownA !== undefined && { maxA: ownA }), providedBy: "customer" },
  );
}

/** The home beside the charger that its ways are about. @param volts of the charger's supply */
export function homeBeside(document: CaseDocument, volts: number): CaseDocument {
  const staying = stayingCharger(document);
  return staying ? withoutStayingCharger(document, staying, volts) : document;
}

/** Whether a circuit feeds the charger that stays. */
const isOf = (circuit: Circuit, load: Load, own: Circuit | null): boolean =>
  circuit.id === own?.id || circuit.loads?.includes(load.id) === true;

function freed(circuit: Circuit, load: string): Circuit {
  const loads = (circuit.loads ?? []).filter((id) => id !== load);
  return { ...circuit, loads, ...(loads.length === 0 && { status: "charger-ready" as const }) };
}
