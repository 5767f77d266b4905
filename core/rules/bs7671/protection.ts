/** Units that protect a charger's circuit outside the board: each is bought once, whatever functions it has. */
import { hasTypeB } from "#core/case/document/lookups.ts";
import type { CaseDocument, Charger } from "#core/case/document/types.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import { listed } from "#core/words.ts";
import { routeCheck } from "../circuit/check.ts";
import type { RouteCheck } from "../circuit/types.ts";

type Place = "board" | "supply-end" | "charger";

const PLACE: Readonly<Record<Place, string>> = {
  board: "beside the board",
  "supply-end": "at the supply end of the circuit",
  charger: "at the charger",
};
const ELECTRODE = requirements({ earth: 1, "labour:earth": 1 }, "order");

const isElectrode = ({ protection }: Charger): boolean => protection?.lostPen?.kind === "electrode";

/** What a unit at a place does, in words, with the item that it is bought as; null where nothing is bought there. */
function unitAt(document: CaseDocument, place: Place): { does: string[]; item: string } | null {
  const { charger } = document;
  const { residual, lostPen } = charger?.protection ?? {};
  // A residual current device of the board is the circuit's own device; what the charger has is bought with it.
  const residualHere = residual?.at === place && place === "supply-end";
  const lostPenHere = lostPen?.at === place && place !== "charger" && !isElectrode(charger ?? {});
  if (!residualHere && !lostPenHere) return null;
  const type = hasTypeB(document) ? "B" : "A";
  return {
    does: [
      ...(residualHere ? [`a 30 mA residual current device of type ${type}`] : []),
      ...(lostPenHere ? ["detection that opens line, neutral and earth when the combined conductor is lost"] : []),
    ],
    item:
      residualHere && lostPenHere
        ? "device:protection-unit"
        : lostPenHere
          ? "device:lost-pen"
          : type === "B"
            ? "device:rcd-b"
            : "device:rcd",
  };
}

/** The work of the units that the job puts on the charger's circuit. */
export function protectionWork(document: CaseDocument): WorkItem[] {
  const items = (["board", "supply-end"] as const).flatMap((place): WorkItem[] => {
    const unit = unitAt(document, place);
    if (!unit) return [];
    return [
      {
        id: `protection:${place}`,
        text: `Fit ${unit.does.length > 1 ? "one unit" : "a unit"} ${PLACE[place]} with ${listed(unit.does)}`,
        requires: requirements({ [unit.item]: 1, "labour:device": 1 }, "order"),
        link: "charger",
        unit: { name: `Unit ${PLACE[place]}`, does: listed(unit.does) },
      },
    ];
  });
  if (isElectrode(document.charger ?? {}))
    items.push({
      id: "protection:electrode",
      text: "Drive an earth electrode for the charger's circuit alone, clear of the supply's earth, and prove it",
      requires: ELECTRODE,
      link: "charger",
    });
  return items;
}

/** Where the residual current device is, for a check. */
export const residualInWords = ({ charger }: Pick<CaseDocument, "charger">): string =>
  PLACE[charger?.protection?.residual?.at ?? "board"].replace("beside", "at");

/** What guards against a lost neutral by the job's own arrangement; null without one. */
export function lostPenInWords({ charger }: Pick<CaseDocument, "charger">): string | null {
  const { at, kind } = charger?.protection?.lostPen ?? {};
  if (kind === "electrode") return "an electrode of the circuit's own";
  return at === undefined ? null : `detection ${PLACE[at]}`;
}

/** Room on the wall for each unit that the job puts on the charger's circuit; empty without one. */
export const unitRoomChecks = (document: CaseDocument): RouteCheck[] =>
  (["board", "supply-end"] as const).flatMap((place) => {
    const unit = unitAt(document, place);
    return unit
      ? [
          routeCheck(
            "unit-room",
            `Room for the unit ${PLACE[place]}`,
            null,
            "BS 7671 132.12",
            "room on the wall for one enclosure, to work at it and to read its label",
            listed(unit.does),
          ),
        ]
      : [];
  });
