/** Moving, swapping and balancing the devices of a panel: each answers with what changes, or why it cannot be. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Circuit, DeviceKind, Half, Panel } from "#core/case/document/types.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { firstPlace, MOST_SPACES, placeProblem, positionsOf, takesSpace } from "./slots.ts";

export type ArrangedPanel = { circuits: Circuit[] } | { problem: string };

/**
 * Moves one device to another space; a blank there is swapped with it.
 * @param position the new space of its first pole
 */
export function moveDevice(panel: Panel, id: string, position: number, codebook: Codebook): ArrangedPanel {
  const circuits = panel.circuits ?? [];
  const device = circuits.find((c) => c.id === id);
  if (!device) return { problem: "It is no longer there" };
  if (position < 1) return { problem: codebook.board.words.beforeTheFirst };
  const moved = { ...device, position };
  const others = circuits.filter((c) => c.id !== id);
  const problem = placeProblem(moved, others, panel.spaces, codebook);
  if (problem) return { problem };
  const covers = new Set(positionsOf(moved, codebook));
  // A cover is removed where a device is installed.
  const kept = circuits.filter(
    (c) => c.id === id || takesSpace(c) || !positionsOf(c, codebook).some((p) => covers.has(p)),
  );
  return { circuits: kept.map((c) => (c.id === id ? moved : c)) };
}

/** The halves a new tandem or quad device may take, in the order they are tried. */
const HALVES: Partial<Record<DeviceKind, readonly Half[]>> = { tandem: ["b", "a"], quad: ["inner", "outer"] };

/**
 * Puts a new device into a panel: at the requested space, otherwise at the first one with room. A tandem or quad fills
 * the other half of an occupied space first.
 */
export function addDevice(panel: Panel, device: Circuit, at: number | null, codebook: Codebook): ArrangedPanel {
  const circuits = panel.circuits ?? [];
  const others = circuits.filter(takesSpace);
  const halves = HALVES[device.device ?? "breaker"];
  const spaces = panel.spaces ?? MOST_SPACES;
  const tried: Circuit[] = (halves ?? [undefined]).flatMap((half) => {
    const shaped = half ? { ...device, half } : device;
    const beside = half === "b" ? "a" : half === "inner" ? "outer" : null;
    const begun = others
      .filter((c) => c.half === beside && c.device === device.device)
      .map((c) => c.position as number);
    const anywhere = firstPlace(shaped, others, spaces, codebook);
    const places = at !== null ? [at] : beside ? begun : anywhere === null ? [] : [anywhere];
    return places.map((position) => ({ ...shaped, position }));
  });
  const placed = tried.find((c) => placeProblem(c, others, panel.spaces, codebook) === null);
  if (placed)
    return moveDevice({ ...panel, circuits: [...circuits, placed] }, placed.id, placed.position as number, codebook);
  const wanted = tried.at(-1);
  const because = wanted ? placeProblem(wanted, others, panel.spaces, codebook) : null;
  return {
    problem:
      because ?? `There is no room for ${(device.poles ?? 1) > 1 ? `${device.poles} poles` : "it"} in this panel`,
  };
}

/** Two devices change places. */
export function swapDevices(panel: Panel, first: string, second: string, codebook: Codebook): ArrangedPanel {
  const circuits = panel.circuits ?? [];
  const [a, b] = [circuits.find((c) => c.id === first), circuits.find((c) => c.id === second)];
  if (!a || !b) return { problem: "It is no longer there" };
  if (a.position === undefined || b.position === undefined) return { problem: "Both need a place first" };
  const others = circuits.filter((c) => c !== a && c !== b);
  const { half: halfA, ...restA } = a;
  const { half: halfB, ...restB } = b;
  const sameWidth = (a.poles ?? 1) === (b.poles ?? 1);
  const newA: Circuit = {
    ...restA,
    position: b.position,
    ...(sameWidth && halfB ? { half: halfB } : halfA ? { half: halfA } : {}),
  };
  const newB: Circuit = {
    ...restB,
    position: a.position,
    ...(sameWidth && halfA ? { half: halfA } : halfB ? { half: halfB } : {}),
  };
  const problem =
    placeProblem(newA, others, panel.spaces, codebook) ?? placeProblem(newB, [...others, newA], panel.spaces, codebook);
  if (problem) return { problem };
  return { circuits: circuits.map((c) => (c === a ? newA : c === b ? newB : c)) };
}

/** Connected VA on each leg or phase of a panel, from the loads its devices feed; a device across legs shares it out. */
export const legLoadsVA = (document: CaseDocument, panel: Panel, circuits = panel.circuits ?? []): number[] =>
  legMeter(document)(circuits);

/** Measures arrangements of devices one after the other; the loads are worked out once for all of them. */
function legMeter(document: CaseDocument): (circuits: readonly Circuit[]) => number[] {
  const codebook = codebookOf(document.rules);
  const legs = legsOf(document);
  const va = new Map(countedLoads(document, codebook).map((l) => [l.id, l.va]));
  return (circuits) => {
    const totals = Array.from({ length: legs }, () => 0);
    for (const circuit of circuits.filter((c) => c.status !== "abandoned")) {
      const own = (circuit.loads ?? []).reduce((t, id) => t + (va.get(id) ?? 0), 0);
      const positions = positionsOf(circuit, codebook);
      for (const p of positions) {
        const leg = codebook.board.legOf(p, legs) - 1;
        totals[leg] = (totals[leg] ?? 0) + own / positions.length;
      }
    }
    return totals;
  };
}

/** How many legs or phases the spaces of a panel alternate between. */
export function legsOf(document: CaseDocument): number {
  return codebookOf(document.rules).board.legs(document.supply.system);
}

const spread = (totals: readonly number[]) => Math.max(...totals) - Math.min(...totals);

/**
 * Evens out the legs (or phases) by swapping one-pole devices or moving them to free spaces, as long as it helps; devices of more
 * poles, halves and abandoned ones stay.
 * @returns the devices in their new places; the same list where nothing could be won
 */
export function balanceLegs(document: CaseDocument, panel: Panel): Circuit[] {
  const codebook = codebookOf(document.rules);
  const legs = legsOf(document);
  let circuits = panel.circuits ?? [];
  if (legs === 1) return circuits;
  const loadsVA = legMeter(document);
  const movable = (c: Circuit) =>
    (c.poles ?? 1) === 1 && !c.half && c.position !== undefined && c.status !== "abandoned" && takesSpace(c);
  for (let round = 0; round < 60; round++) {
    const now = spread(loadsVA(circuits));
    let best: { circuits: Circuit[]; spread: number } | null = null;
    const tried = (candidate: Circuit[]) => {
      const then = spread(loadsVA(candidate));
      if (then < now - 1e-6 && then < (best?.spread ?? Number.POSITIVE_INFINITY))
        best = { circuits: candidate, spread: then };
    };
    const singles = circuits.filter(movable);
    for (const [i, a] of singles.entries())
      for (const b of singles.slice(i + 1))
        if (codebook.board.legOf(a.position as number, legs) !== codebook.board.legOf(b.position as number, legs)) {
          const swapped = swapDevices({ ...panel, circuits }, a.id, b.id, codebook);
          if ("circuits" in swapped) tried(swapped.circuits);
        }
    if (!best) break;
    circuits = (best as { circuits: Circuit[] }).circuits;
  }
  return circuits;
}

/**
 * The smallest patch that brings the devices of a panel into another arrangement: fields of those that stay, whole
 * devices that come or go, with the mentions of those that go; so that another person's edit of a label is not run over by a move.
 */
export function arrangedPatch(document: CaseDocument, panelId: string, after: readonly Circuit[]): Patch {
  const index = document.panels.findIndex((p) => p.id === panelId);
  const before = document.panels[index]?.circuits ?? [];
  const at = `/panels/${index}/circuits`;
  const stays = new Map(after.map((c) => [c.id, c]));
  const changes = before.flatMap((circuit, k): Patch => {
    const next = stays.get(circuit.id);
    if (!next) return [];
    const keys = new Set([...Object.keys(circuit), ...Object.keys(next)]) as Set<keyof Circuit>;
    return [...keys].flatMap((key) => setValue(document, `${at}/${k}/${key}`, next[key]));
  });
  const gone = before
    .flatMap((c, k): Patch => (stays.has(c.id) ? [] : [{ op: "remove", path: `${at}/${k}` }]))
    .reverse();
  const named = (id: string | null | undefined) => !!id && before.some((c) => c.id === id) && !stays.has(id);
  const mentions: Patch = [
    ...document.panels.flatMap((p, i) =>
      named(p.feeder?.circuit) ? setValue(document, `/panels/${i}/feeder/circuit`, null) : [],
    ),
    ...(document.outlets ?? []).flatMap((o, i) =>
      named(o.circuit) ? setValue(document, `/outlets/${i}/circuit`, null) : [],
    ),
  ];
  const known = new Set(before.map((c) => c.id));
  const come = after.filter((c) => !known.has(c.id)).map((value) => ({ op: "add" as const, path: `${at}/-`, value }));
  const list: Patch = document.panels[index]?.circuits === undefined ? [{ op: "add", path: at, value: [] }] : [];
  return [...list, ...changes, ...mentions, ...gone, ...come];
}
