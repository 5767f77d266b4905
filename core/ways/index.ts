/** All ways; a new way is a folder and one line here. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { circuitSplitter } from "./circuit-splitter/index.ts";
import { dedicatedCircuit } from "./dedicated-circuit/index.ts";
import { dynamicLoadManagement } from "./dynamic-load-management/index.ts";
import { existingOutlet } from "./existing-outlet/index.ts";
import { manageExisting } from "./manage-existing/index.ts";
import { moveCharger } from "./move-charger/index.ts";
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
  manageExisting,
  moveCharger,
] as const satisfies readonly Way[];

export type WayId = (typeof ALL)[number]["id"];
export const WAYS: readonly Way[] = ALL;
export const WAY_IDS: readonly WayId[] = ALL.map((w) => w.id);

/** The ways of a case: those that every case has, those that the reason of the visit asks for, and the decided one. */
export const waysOf = (document: CaseDocument): readonly Way[] =>
  WAYS.filter((way) => way.id === document.decision?.way || (way.joins?.(document) ?? true));

/** A way by its id, which must be a known one. */
export const wayOf = (id: string): Way => WAYS.find((w) => w.id === id) as Way;
