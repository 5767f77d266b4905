/** A firm's answers on the columns of its files, from the server; offline, as this browser last knew them. */
import type { MappingOfHead } from "#core/energy/intervals/formats/mapping.ts";
import { ask } from "#ui/live/connection.ts";

const PATIENCE_MS = 4000;
const KEPT = "heron:interval-mappings";

function keptHere(): MappingOfHead[] {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? "[]") as MappingOfHead[];
  } catch {
    return [];
  }
}
const keepHere = (all: readonly MappingOfHead[]): void => {
  try {
    localStorage.setItem(KEPT, JSON.stringify(all));
  } catch {
    // A full or forbidden store: it is asked for again next time.
  }
};

export async function savedMappings(): Promise<MappingOfHead[]> {
  const response = await ask("/interval-mappings", {}, PATIENCE_MS);
  if (!response?.ok) return keptHere();
  const known = (await response.json()) as MappingOfHead[];
  keepHere(known);
  return known;
}

export async function rememberMapping(said: MappingOfHead): Promise<void> {
  keepHere([...keptHere().filter((k) => k.head !== said.head), said]);
  const init = { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(said) };
  await ask("/interval-mappings", init, PATIENCE_MS);
}
