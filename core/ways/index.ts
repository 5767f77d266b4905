/** All ways; a new way is a folder and one line here. */
import { circuitSplitter } from "./circuit-splitter/index.ts";
import { dedicatedCircuit } from "./dedicated-circuit/index.ts";
import { dynamicLoadManagement } from "./dynamic-load-management/index.ts";
import { existingOutlet } from "./existing-outlet/index.ts";
import { panelChange } from "./panel-change/index.ts";
import { reuseCircuit } from "./reuse-circuit/index.ts";
import { separateBoard } from "./separate-board/index.ts";
import { serviceUpgrade } from "./service-upgrade/index.ts";
import type { Way } from "./types.ts";

const ALL = [
  existingOutlet,
  reuseCircuit,
  dedicatedCircuit,
  circuitSplitter,
  dynamicLoadManagement,
  panelChange,
  separateBoard,
  serviceUpgrade,
] as const satisfies readonly Way[];

export type WayId = (typeof ALL)[number]["id"];
export const WAYS: readonly Way[] = ALL;
export const WAY_IDS: readonly WayId[] = ALL.map((w) => w.id);

/** A way by its id, which must be a known one. */
export const wayOf = (id: string): Way => WAYS.find((w) => w.id === id) as Way;
