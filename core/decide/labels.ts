/** The warning labels that the way that is taken asks for, each with the place where it is fixed. */
import { feedsBack } from "#core/case/document/lookups.ts";
import { reachedOn } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { panelTitle } from "#core/case/fields/names.ts";
import { hasSecondSource } from "#core/path/second-source.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { listed } from "#core/words.ts";
import type { Assessment } from "./assessment.ts";
import { takenWay } from "./decision.ts";

export interface WarningLabel {
  id: string;
  /** Where it is fixed, as a sentence part: "at the protective device". */
  at: string;
  /** The few words in large type. */
  title: string;
  text: string;
}

/** Names of the sources beside the supply, as they are listed in a sentence. */
const sourcesOf = (document: CaseDocument): string[] => [
  ...(document.supply.onsiteGeneration ? ["generation"] : []),
  ...(document.supply.battery ? ["battery"] : []),
  ...(feedsBack(document) ? ["the vehicle through its charger"] : []),
];

function labelsOfWay(document: CaseDocument, way: WayJudgement): WarningLabel[] {
  const codebook = codebookOf(document.rules);
  const { words } = codebook;
  const panel = panelTitle(document, way.panel, codebook);
  const limits = (way.limits ?? []).map(({ name, limitA }) => `${name}: ${showA(limitA)}`);
  const isManaged = way.limitA !== undefined || limits.length > 0;
  const isOutOfSight = document.run?.disconnect === "out-of-sight";
  const label = (isAsked: boolean, one: WarningLabel): WarningLabel[] => (isAsked ? [one] : []);
  return [
    {
      id: "circuit",
      at: `beside its ${words.device}, in: ${panel}`,
      title: "EV charger",
      text: `Circuit of ${showA(way.circuitA)}. Charging current ${showA(way.chargeA)}.`,
    },
    {
      id: "charger",
      at: "on the charger",
      title: `Set to ${showA(way.chargeA)}`,
      text: `Fed from: ${panel}. Only an electrician changes this setting.`,
    },
    ...label(isManaged, {
      id: "managed",
      at: `on the ${words.board} with the clamps, and at the charger`,
      title: "Load management in use",
      text: `Held below ${limits.length > 0 ? limits.join("; ") : showA(way.limitA ?? 0)}. Do not move the clamps or change the setting.`,
    }),
    ...label(isOutOfSight, {
      id: "disconnect",
      at: "on the charger",
      title: `The ${words.chargerSwitch} is not in sight`,
      text: "Its place: ______________________ . Lock it off before the charger is opened.",
    }),
    ...label(reachedOn(document, "done") === null, {
      id: "not-to-be-used",
      at: "on the charger, until the last proof",
      title: "Not to be used",
      text: "until the last tests are recorded. Date: ______________ Signed: ______________",
    }),
  ];
}

/** The labels of a job, in the order in which they are met on site; none where no way can be taken. */
export function labelsOf(document: CaseDocument, assessment: Pick<Assessment, "ways" | "taken">): WarningLabel[] {
  const way = takenWay(assessment);
  const sources = sourcesOf(document);
  const isBackfed = hasSecondSource(document) || feedsBack(document);
  return [
    ...(isBackfed
      ? [
          {
            id: "sources",
            at: "at the supply, the meter and every board",
            title: "More than one source of supply",
            text: `${sources.length > 0 ? `The supply and ${listed(sources)}. ` : ""}Isolate each of them before any work, and prove dead again.`,
          },
        ]
      : []),
    ...(way && way.verdict !== "ruled-out" ? labelsOfWay(document, way) : []),
  ];
}
