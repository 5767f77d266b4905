/** What the links of a path are called, for people and as ids. */
import type { Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import type { Codebook } from "#core/codebook/types.ts";

export const linkId = {
  main: (panel: string) => `panel:${panel}:main`,
  bus: (panel: string) => `panel:${panel}:bus`,
  panel: (panel: string) => `panel:${panel}`,
  feederDevice: (panel: string) => `feeder:${panel}:device`,
  feederConductor: (panel: string) => `feeder:${panel}:conductor`,
  device: (circuit: string) => `circuit:${circuit}:device`,
  conductor: (circuit: string) => `circuit:${circuit}:conductor`,
  outlet: (outlet: string) => `outlet:${outlet}`,
} as const;

export const panelName = ({ name }: Pick<Panel, "name">, { words }: Pick<Codebook, "words">): string =>
  name || `the ${words.panel}`;

/** "14-50 receptacle", "BS 1363 socket". */
export const outletName = ({ type }: Pick<Outlet, "type">, { outlets, words }: Codebook): string =>
  `${outlets[type]?.name ?? type} ${words.outlet}`;

export const circuitName = ({ label, id }: Pick<Circuit, "label" | "id">): string => `"${label || id}"`;
