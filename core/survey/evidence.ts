/** The evidence list: what a picture must prove, as far as it exists in this home. */
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { capital } from "#core/words.ts";

export const EVIDENCE_IDS = [
  "supply-label",
  "meter",
  "disconnect",
  "panel-closed",
  "panel-open",
  "spare-spaces",
  "earthing",
  "bonding-water",
  "bonding-gas",
  "feeder-ends",
  "outlet-face",
  "nameplate",
  "charger-wall",
  "parking",
  "route",
] as const;
export type EvidenceId = (typeof EVIDENCE_IDS)[number];

export interface EvidenceItem {
  id: EvidenceId;
  label: string;
  /** The required content of the picture. */
  shows: string;
  /** Without it the verdict depends on an unproven statement. */
  neededForVerdict: boolean;
  caution?: string;
}

/** The items that this case asks for, in the order of a walk from the meter to the parking place. */
export function evidenceFor(document: CaseDocument): EvidenceItem[] {
  const { words, asksFor, survey } = codebookOf(document.rules);
  const { pictures } = survey;
  const fed = document.panels.filter((p) => !onSupply(p));
  const items: (EvidenceItem | false)[] = [
    { id: "supply-label", ...pictures.supplyLabel, neededForVerdict: true },
    { id: "meter", label: "Meter", shows: "Its number, and where it is", neededForVerdict: false },
    asksFor.emergencyDisconnect && {
      id: "disconnect",
      label: "Disconnect outdoors",
      shows: "The emergency disconnect at the meter",
      neededForVerdict: false,
    },
    {
      id: "panel-closed",
      label: pictures.panelClosed,
      shows: "All devices and the directory",
      neededForVerdict: true,
    },
    {
      id: "panel-open",
      label: pictures.panelOpen,
      shows: "Bus, terminals, conductor sizes, anything burnt",
      neededForVerdict: true,
      caution: pictures.coverOff,
    },
    {
      id: "spare-spaces",
      label: `Spare ${words.spaces}`,
      shows: `Where the charger's ${words.device} would go`,
      neededForVerdict: true,
    },
    asksFor.earthing && {
      id: "earthing",
      label: "Earthing",
      shows: "Main earth and its connection at the cut-out",
      neededForVerdict: true,
    },
    { id: "bonding-water", label: "Bonding at the water pipe", shows: "Clamp and conductor", neededForVerdict: false },
    { id: "bonding-gas", label: "Bonding at the gas pipe", shows: "Clamp and conductor", neededForVerdict: false },
    fed.length > 0 && {
      id: "feeder-ends",
      label: `Feeder of ${fed.map((p) => p.name ?? p.id).join(", ")}`,
      shows: "The conductor's print at both ends, and the device it starts from",
      neededForVerdict: true,
    },
    (document.outlets ?? []).length > 0 && {
      id: "outlet-face",
      label: `${capital(words.outlet)} face`,
      shows: "Contacts, ground, heat marks",
      neededForVerdict: true,
    },
    {
      id: "nameplate",
      label: "Nameplates",
      shows: "The rating plates of the large appliances",
      neededForVerdict: false,
    },
    {
      id: "charger-wall",
      label: "Wall for the charger",
      shows: "The wall and what is in front of it",
      neededForVerdict: false,
    },
    {
      id: "parking",
      label: "Parking",
      shows: "The car as it usually stands, charge port in view",
      neededForVerdict: false,
    },
    {
      id: "route",
      label: "Route of the cable",
      shows: `From the ${words.panel} to the charger; draw it on the picture`,
      neededForVerdict: false,
    },
  ];
  return items.filter((item) => item !== false);
}

/** Items without a picture that are not marked as absent. */
export const evidenceMissing = (document: CaseDocument, pictured: ReadonlySet<string>): EvidenceItem[] =>
  evidenceFor(document).filter((item) => !pictured.has(item.id) && !document.survey?.notHere?.includes(item.id));
