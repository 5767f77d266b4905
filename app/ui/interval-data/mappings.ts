/** A firm's answers on the columns of its files, from the server; offline, as this browser last knew them. */
import type { MappingOfHead } from "#core/energy/intervals/formats/mapping.ts";
import { ANSWERS, parseAnswer } from "#core/wire.ts";
import { askFor, fetchAnswer } from "#ui/live/connection.ts";

const PATIENCE_MS = 4000;
const KEPT = "heron:interval-mappings";

function keptHere(): MappingOfHead[] {
  try {
    return parseAnswer(ANSWERS.mappings, localStorage.getItem(KEPT) ?? "[]") ?? [];
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
  const known = await askFor(ANSWERS.mappings, "/interval-mappings", PATIENCE_MS);
  if (!known) return keptHere();
  keepHere(known);
  return known;
}

export async function rememberMapping(said: MappingOfHead): Promise<void> {
  keepHere([...keptHere().filter((k) => k.head !== said.head), said]);
  const init = { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(said) };
  await fetchAnswer("/interval-mappings", init, PATIENCE_MS);
}
