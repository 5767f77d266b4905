/** Links between devices and loads: fed loads, and suggestions for unlinked ones. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Circuit, Load, Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { LoadKind } from "#core/rules/types.ts";
import { findKind } from "./quick-load.ts";

export interface PanelLinks {
  /** Loads of the ledger that no device feeds. */
  loads: Load[];
  /** Devices in use that feed no load of the ledger (lights and general outlets may be counted by area instead). */
  devices: { panel: Panel; circuit: Circuit }[];
  /** Loads that more than one device claims. */
  twice: { load: Load; circuits: Circuit[] }[];
}

/** A load with several pieces may be fed by several devices. */
const mayBeShared = (load: Load) => (load.quantity ?? 1) > 1;

const feedsALoad = (c: Circuit) => (c.status ?? "in-use") === "in-use" && c.device !== "blank" && c.device !== "surge";

const devicesOf = (document: CaseDocument) =>
  document.panels.flatMap((panel) => (panel.circuits ?? []).map((circuit) => ({ panel, circuit })));

/** Devices in use that feed neither a load of the ledger nor a panel, and through which nothing feeds back. */
export function feedingNothing(document: CaseDocument): PanelLinks["devices"] {
  const feeders = new Set(document.panels.map((p) => p.feeder?.circuit));
  return devicesOf(document).filter(
    ({ circuit }) => feedsALoad(circuit) && !circuit.loads?.length && !circuit.backfeed && !feeders.has(circuit.id),
  );
}

/** The circuits that feed a load. */
function feedingIn(document: CaseDocument): (load: Load) => Circuit[] {
  const circuits = devicesOf(document).map(({ circuit }) => circuit);
  return ({ id }) => circuits.filter(({ loads }) => loads?.includes(id));
}

/** The loads without a device, the devices without a load, and the loads of several devices. */
export function linksOf(document: CaseDocument): PanelLinks {
  const feeding = feedingIn(document);
  return {
    loads: document.loads.filter((load) => feeding(load).length === 0),
    devices: feedingNothing(document),
    twice: document.loads
      .filter((load) => !mayBeShared(load))
      .map((load) => ({ load, circuits: feeding(load) }))
      .filter((t) => t.circuits.length > 1),
  };
}

/** The load that a label most likely means: not linked yet, and named alike; null where none or several are. */
export const loadNamed = (document: CaseDocument, label: string): Load | null =>
  byName(linksOf(document).loads, codebookOf(document.rules).loadKinds)(label);

/** A load that represents whole circuits, and is fed by fewer devices than it has circuits. */
export function openCircuitLoad(document: CaseDocument, kind: Load["kind"]): Load | null {
  const feeding = feedingIn(document);
  return document.loads.find((load) => load.kind === kind && feeding(load).length < (load.quantity ?? 1)) ?? null;
}

/**
 * Finds a load by a label: by its whole name or that of its kind, otherwise by one word of its name; null for no match
 * or several.
 */
function byName(loads: readonly Load[], loadKinds: readonly LoadKind[]): (label: string) => Load | null {
  const named = loads.map((load) => {
    const kind = loadKinds.find((k) => k.kind === load.kind);
    const own = (load.label ?? "").toLowerCase();
    const names = [own, kind?.label ?? "", ...(kind?.names ?? [])].map((n) => n.toLowerCase()).filter(Boolean);
    return { load, names, words: own.split(/\W+/) };
  });
  return (label) => {
    const wanted = label.toLowerCase().trim();
    if (wanted === "") return null;
    const exact = named.filter(({ names }) => names.includes(wanted));
    const found = exact.length > 0 ? exact : named.filter(({ words }) => words.includes(wanted));
    return found.length === 1 ? (found[0]?.load ?? null) : null;
  };
}

/** The device that feeds nothing yet and is named like a load of the case; null where none or several are. */
export function deviceNamed(document: CaseDocument, load: Load): Circuit | null {
  const find = byName(linksOf(document).loads, codebookOf(document.rules).loadKinds);
  const named = feedingNothing(document).filter(({ circuit }) => find(circuit.label ?? "")?.id === load.id);
  return named.length === 1 ? (named[0]?.circuit ?? null) : null;
}

/** A device and a load that most likely belong together. */
export interface SuggestedLink {
  circuit: Circuit;
  load: Load;
}

/**
 * Links that one press can make: by equal names first, then by kind, where a kind has as many devices as loads, or one
 * load represents several circuits.
 */
export function suggestedLinks(document: CaseDocument): SuggestedLink[] {
  const { loadKinds } = codebookOf(document.rules);
  const links: SuggestedLink[] = [];
  let open = feedingNothing(document).map(({ circuit }) => circuit);
  let free = linksOf(document).loads;
  const join = (circuit: Circuit, load: Load) => {
    links.push({ circuit, load });
    open = open.filter((c) => c !== circuit);
    if (!mayBeShared(load)) free = free.filter((l) => l !== load);
  };
  const find = byName(free, loadKinds);
  for (const circuit of [...open]) {
    const load = find(circuit.label ?? "");
    if (load && free.includes(load)) join(circuit, load);
  }
  const kindOf = new Map(open.map((c) => [c, findKind((c.label ?? "").toLowerCase(), loadKinds)?.kind]));
  for (const { kind } of loadKinds) {
    const devices = open.filter((c) => kindOf.get(c) === kind);
    const loads = free.filter((l) => l.kind === kind);
    const [shared] = loads.length === 1 && loads[0] && mayBeShared(loads[0]) ? loads : [];
    if (shared && devices.length <= (shared.quantity ?? 1)) for (const device of devices) join(device, shared);
    else if (devices.length === loads.length) devices.forEach((device, i) => void join(device, loads[i] as Load));
  }
  return links;
}

/** The edit that makes links: each load is put behind its device. */
export function linkEach(document: CaseDocument, links: readonly SuggestedLink[]): Patch {
  return document.panels.flatMap((panel, i) =>
    (panel.circuits ?? []).flatMap((circuit, k) => {
      const added = links.filter((link) => link.circuit.id === circuit.id).map(({ load }) => load.id);
      return added.length === 0
        ? []
        : setValue(document, `/panels/${i}/circuits/${k}/loads`, [...(circuit.loads ?? []), ...added]);
    }),
  );
}
