/** Names and ids of the links of a path. */
import type { Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import { lower } from "#core/words.ts";
import type { Codebook } from "./types.ts";

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

/**
 * A panel as it goes on within a sentence: "the main panel", "Garage board". A name that is only the rule set's own word
 * for such a panel gets its article.
 */
export function panelName({ name }: Pick<Panel, "name">, { words }: Pick<Codebook, "words">): string {
  if (!name) return `the ${words.panel}`;
  const own = [words.panel, words.mainPanel, words.subPanel].some((w) => w.toLowerCase() === name.toLowerCase());
  return own ? `the ${lower(name)}` : name;
}

/** "14-50 receptacle", "BS 1363 socket". */
export const outletName = ({ type }: Pick<Outlet, "type">, { outlets, words }: Codebook): string =>
  `${outlets[type]?.name ?? type} ${words.outlet}`;

/** Name of a circuit in quotation marks: its label, otherwise its id. */
export const circuitName = ({ label, id }: Pick<Circuit, "label" | "id">): string => `"${label || id}"`;
