/** Cautions by act: what each kind of work can hurt, wherever that work is done. */

import { type Asked, askedOnSite } from "#core/case/document/confirmations.ts";
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { CAUTIONS } from "#core/cautions.ts";
import { isWork, type WorkItem } from "#core/estimate/requirements.ts";
import { hasSecondSource } from "#core/path/second-source.ts";
import type { Codebook } from "#core/rules/types.ts";

interface Act {
  /** Whether a piece of work contains the act, by its id. */
  inWork(id: string): boolean;
  /** Whether the home makes it dangerous; always, where it is left out. */
  where?(document: CaseDocument, id: string): boolean;
  text(codebook: Codebook): string;
}

const startsWith =
  (...beginnings: readonly string[]) =>
  (id: string): boolean =>
    beginnings.some((beginning) => isWork(id, beginning));

/** Work on the tails or service conductors, a board or its main. */
const ahead = startsWith(
  "own-board",
  "new-panel",
  "upgrade",
  "mend:tails-undersized",
  "mend:panel-obsolete",
  "mend:panel-unsafe",
  "mend:conductor-undersized:supply-conductor",
  "mend:main-oversized",
);
/** A cover comes off, a device goes in or out. */
const atDevices = startsWith(
  "new-circuit",
  "exchange-device",
  "renew-feeder",
  "take-over",
  "take-out",
  "take-off",
  "move",
  "mend:rcd-type-ac",
  "mend:rcd-missing",
  "mend:bus-overloaded",
  "mend:conductor-undersized",
  "mend:feeder-undersized",
  "mend:surge-protection-missing",
);
const coverOff = (id: string): boolean => ahead(id) || atDevices(id);

const isOldBoard = ({ panels }: CaseDocument): boolean =>
  panels.some((p) => p.condition === "obsolete" || p.condition === "unsafe");

/** Whether work is at a panel that another one feeds. */
const isPanelBehindFeeder = ({ panels }: CaseDocument, id: string): boolean =>
  panels.some((p) => id.endsWith(`:${p.id}`) && !onSupply(p));

const isDrilled = ({ run }: CaseDocument): boolean =>
  run?.segments?.some(({ through = {} }) => Object.values(through).some((count) => (count ?? 0) > 0)) ?? false;

/** In the order of the hands. */
const ACTS: readonly Act[] = [
  { inWork: coverOff, text: ({ survey }) => survey.isolate },
  {
    inWork: coverOff,
    where: hasSecondSource,
    text: ({ words }) =>
      `With the main off the ${words.board} stays live while generation or a battery feeds in: isolate each source, and prove dead again.`,
  },
  {
    inWork: ahead,
    where: (document, id) => !isPanelBehindFeeder(document, id),
    text: ({ survey }) => survey.pointOfIsolation,
  },
  { inWork: ahead, where: isOldBoard, text: ({ words }) => CAUTIONS.oldBoardChanged(words) },
  {
    inWork: startsWith("new-panel", "renew-feeder"),
    where: isPanelBehindFeeder,
    text: ({ words }) => `In a ${words.subPanel} neutral and earth are kept apart, and no bonding strap is left in.`,
  },
  { inWork: startsWith("take-over", "take-out"), text: () => CAUTIONS.abandoned },
  { inWork: startsWith("exchange-device"), text: ({ words }) => CAUTIONS.deviceNotRaised(words.device) },
  {
    inWork: startsWith("new-circuit"),
    where: isDrilled,
    text: () =>
      "Know what is behind a wall or floor on both sides before it is drilled; probe a thickness that is only assumed; sleeve and seal a cavity.",
  },
  {
    inWork: startsWith("mend:earth-impedance-high", "mend:lost-pen-unprotected"),
    text: () => "Locate buried services before an electrode is driven.",
  },
  { inWork: startsWith("splitter"), text: () => CAUTIONS.yLead },
  { inWork: startsWith("check-outlet", "splitter", "receptacle"), text: () => CAUTIONS.extensionLead },
  { inWork: startsWith("check-outlet"), text: ({ words }) => CAUTIONS.gripAndHeat(words.outlet) },
  { inWork: startsWith("receptacle"), text: ({ words }) => CAUTIONS.boxEarthed(words.outlet) },
  { inWork: startsWith("take-off", "share-limit"), text: () => CAUTIONS.chargerOpened },
  {
    inWork: startsWith("part-from-grid"),
    text: ({ words }) =>
      `A car that feeds back keeps the ${words.board} live with the main off: label it, and isolate the charger like any other source.`,
  },
  { inWork: startsWith("clamps"), text: () => CAUTIONS.clamps },
  {
    inWork: startsWith("new-circuit", "clamps", "share-limit", "set-current", "splitter"),
    text: () => CAUTIONS.limitInCharger,
  },
];

/** A piece of work with the cautions of what the hand does in it. */
export function withCautions(item: WorkItem, document: CaseDocument, codebook: Codebook): WorkItem {
  const cautions = ACTS.filter((act) => act.inWork(item.id) && (act.where?.(document, item.id) ?? true)).map((act) =>
    act.text(codebook),
  );
  return cautions.length > 0 ? { ...item, cautions } : item;
}

/** A piece of work as a question to the hand, where it has cautions: whether they were seen to. */
export const askedByWork = ({ id, text, cautions = [] }: WorkItem): Asked | undefined =>
  cautions.length > 0 ? askedOnSite(`ways.${id}: ${text}`, text, cautions.join(" ")) : undefined;
