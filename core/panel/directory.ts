/** The rows of the directory inside a panel's door, one for each space. */
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { roomFor } from "./room.ts";
import { positionsOf, spacesOf, takesSpace } from "./slots.ts";

export interface DirectoryRow {
  position: number;
  /** The names of the circuits in this space; empty for a free space. */
  what: string;
  /** Ratings of the devices there, A. */
  ratingsA: number[];
}

/** The name of the charger's new circuit in a directory. */
export const CHARGER_ROW = "EV charger (new)";

/** Names of circuits, those that are alike numbered in the order of their spaces: no two may be taken for each other. */
function distinctNames(circuits: readonly Circuit[]): Map<string, string> {
  const inOrder = [...circuits].sort((a, b) => (a.position ?? 0) - (b.position ?? 0));
  const named = inOrder.filter((c) => c.label && c.status !== "abandoned");
  const count = (label: string) => named.filter((c) => c.label?.toLowerCase() === label.toLowerCase()).length;
  const seen = new Map<string, number>();
  return new Map(
    named.map((circuit) => {
      const label = circuit.label as string;
      const key = label.toLowerCase();
      const number = (seen.get(key) ?? 0) + 1;
      seen.set(key, number);
      return [circuit.id, count(label) > 1 ? `${label} ${number}` : label];
    }),
  );
}

/** @param charger the way that is taken, where its new circuit begins at this panel */
export function directoryOf(
  document: CaseDocument,
  panel: Panel,
  codebook: Codebook,
  charger: { circuitA: number } | null,
): DirectoryRow[] {
  const circuits = (panel.circuits ?? []).filter(takesSpace);
  const names = distinctNames(circuits);
  const feeds = new Map(
    document.panels.flatMap((p) => (p.feeder?.circuit ? [[p.feeder.circuit, p.name ?? p.id] as const] : [])),
  );
  const { poles } = codebook.charging;
  const placeAt = charger ? (roomFor(document, panel, poles, codebook)?.position ?? null) : null;
  const taken = placeAt === null ? [] : positionsOf({ id: "new-charger", position: placeAt, poles }, codebook);
  const named = (circuit: Circuit) => {
    if (circuit.status === "abandoned") return "Spare (abandoned, dead)";
    const fed = feeds.get(circuit.id);
    const ready = circuit.status === "charger-ready" ? " (charger-ready)" : "";
    return `${names.get(circuit.id) ?? "not recorded"}${fed ? ` (feeds ${fed})` : ""}${ready}`;
  };
  return Array.from({ length: spacesOf(panel, codebook) }, (_, i): DirectoryRow => {
    const position = i + 1;
    const here = circuits.filter((c) => positionsOf(c, codebook).includes(position));
    const isCharger = charger !== null && taken.includes(position);
    return {
      position,
      what: [...here.map(named), ...(isCharger ? [CHARGER_ROW] : [])].join(" / "),
      ratingsA: [...here.flatMap((c) => c.ratingA ?? []), ...(isCharger ? [charger.circuitA] : [])],
    };
  });
}
