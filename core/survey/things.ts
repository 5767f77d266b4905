/** The things of a home that a picture can show: panels, devices, outlets, loads. */
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";

const THING_KINDS = ["panel", "device", "outlet", "load"] as const;
export type ThingKind = (typeof THING_KINDS)[number];

/** One thing by kind and id: `panel:main`, `load:range`. */
export type ThingId = `${ThingKind}:${string}`;

export interface PictureThing {
  id: ThingId;
  label: string;
}

/** The longest id of a thing. */
export const LONGEST_THING = 120;
export const THING_PATTERN = new RegExp(`^(${THING_KINDS.join("|")}):.+$`);

/** Everything of the home by kind, in the order of the case. */
export function thingsOf(document: CaseDocument): { kind: ThingKind; label: string; things: PictureThing[] }[] {
  const codebook = codebookOf(document.rules);
  const { words } = codebook;
  const panelName = (p: CaseDocument["panels"][number]) => p.name ?? capital(words.board);
  const several = document.panels.length > 1;
  const groups: { kind: ThingKind; label: string; things: PictureThing[] }[] = [
    {
      kind: "panel",
      label: `${capital(words.board)}s`,
      things: document.panels.map((p) => ({ id: `panel:${p.id}`, label: panelName(p) })),
    },
    {
      kind: "outlet",
      label: `${capital(words.outlet)}s`,
      things: (document.outlets ?? []).map((o) => ({
        id: `outlet:${o.id}`,
        label: `${o.type}${o.place ? `, ${o.place}` : ""}`,
      })),
    },
    {
      kind: "load",
      label: "Loads",
      things: document.loads.map((l) => ({ id: `load:${l.id}`, label: loadName(l, codebook) })),
    },
    {
      kind: "device",
      label: "Devices",
      things: document.panels.flatMap((p) =>
        (p.circuits ?? []).map((c): PictureThing => {
          const name = deviceName(c);
          return {
            id: `device:${c.id}`,
            label: `${name}${c.ratingA ? `, ${showA(c.ratingA)}` : ""}${several ? ` (${panelName(p)})` : ""}`,
          };
        }),
      ),
    },
  ];
  return groups.filter((g) => g.things.length > 0);
}

/** The thing that a picture of an item of the evidence list usually shows; null where it could be several. */
export function usualThing(document: CaseDocument, item: string): ThingId | null {
  const only = (kind: ThingKind, ids: readonly string[]): ThingId | null =>
    ids.length === 1 ? `${kind}:${ids[0]}` : null;
  const fed = document.panels.filter((p) => !onSupply(p)).map((p) => p.id);
  switch (item) {
    case "panel-closed":
    case "panel-open":
    case "spare-spaces":
      return only(
        "panel",
        document.panels.map((p) => p.id),
      );
    case "feeder-ends":
      return only("panel", fed);
    case "outlet-face":
      return only(
        "outlet",
        (document.outlets ?? []).map((o) => o.id),
      );
    default:
      return null;
  }
}
