/** Devices and loads that belong together: what is fed by what, and what nobody has linked yet. */
import type { CaseDocument, Circuit, Load, Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";

export interface Links {
  /** Loads of the ledger that no device feeds. */
  loads: Load[];
  /** Devices in use that feed no load of the ledger (lights and general outlets may be counted by area instead). */
  devices: { panel: Panel; circuit: Circuit }[];
  /** Loads that more than one device claims. */
  twice: { load: Load; circuits: Circuit[] }[];
}

/** Loads that stand for a whole kind of circuit or come in pieces may be fed by several devices. */
const mayBeShared = (load: Load) => (load.quantity ?? 1) > 1;

const feedsALoad = (c: Circuit) => (c.status ?? "in-use") === "in-use" && c.device !== "blank" && c.device !== "surge";

const devicesOf = (document: CaseDocument) =>
  document.panels.flatMap((panel) => (panel.circuits ?? []).map((circuit) => ({ panel, circuit })));

/** Devices in use that feed neither a load of the ledger nor a panel, and through which nothing feeds back. */
export function feedingNothing(document: CaseDocument): Links["devices"] {
  const feeders = new Set(document.panels.map((p) => p.feeder?.circuit));
  return devicesOf(document).filter(
    ({ circuit }) => feedsALoad(circuit) && !circuit.loads?.length && !circuit.backfeed && !feeders.has(circuit.id),
  );
}

export function linksOf(document: CaseDocument): Links {
  const all = devicesOf(document);
  const feeding = (load: Load) => all.filter(({ circuit }) => circuit.loads?.includes(load.id)).map((x) => x.circuit);
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
export function loadNamed(document: CaseDocument, label: string): Load | null {
  const { loadKinds } = codebookOf(document.rules);
  const words = label.toLowerCase().trim();
  if (words === "") return null;
  const free = linksOf(document).loads;
  const namesOf = (load: Load) => {
    const kind = loadKinds.find((k) => k.kind === load.kind);
    return [load.label ?? "", kind?.label ?? "", ...(kind?.names ?? [])].map((n) => n.toLowerCase()).filter(Boolean);
  };
  const exact = free.filter((l) => namesOf(l).includes(words));
  const close =
    exact.length > 0 ? exact : free.filter((l) => (l.label ?? "").toLowerCase().split(/\W+/).includes(words));
  return close.length === 1 ? (close[0] as Load) : null;
}
