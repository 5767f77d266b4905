/** Turns a customer's answers before the survey into an edit. Each value gets the source "told". */
import { applyPatch, chainedPatch, type Patch } from "#core/case/document/patch.ts";
import { setValue, valueAt } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { RECEPTIONS } from "#core/case/document/vocabulary.ts";
import { fieldKey } from "#core/case/fields/field.ts";
import { supplyFields } from "#core/case/fields/supply.ts";
import { ownValue } from "#core/own-value.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { ToldPicture } from "./asked-pictures.ts";
import { startFromTypical } from "./typical-panel.ts";

/** The answers to the questions; what was left empty is absent. */
export interface ToldAnswers {
  /** The figure on the main device or the label of the supply, A. */
  ratingA?: number | undefined;
  /** Id of a typical home, by when it was built. */
  built?: string | undefined;
  tenure?: "owner" | "tenant" | undefined;
  /** On a usual day, in the unit of the country. */
  distance?: number | undefined;
  /** "18:00" */
  homeAt?: string | undefined;
  leavesAt?: string | undefined;
  reception?: (typeof RECEPTIONS)[number] | undefined;
}

/** Sets a value that is unknown, or whose source is "told" or "assumed". A value that was read is not changed. */
function told(document: CaseDocument, pointer: string, key: string | null, value: unknown): Patch {
  if (value === undefined) return [];
  const before = valueAt(document, pointer) ?? null;
  const source = key === null ? undefined : ownValue(document.survey?.sources ?? {}, key);
  if (before !== null && source !== "told" && source !== "assumed") return [];
  const patch = setValue(document, pointer, value);
  if (key === null) return patch;
  const at = applyPatch(document, patch);
  return [...patch, ...setValue(at, `/survey/sources/${key}`, "told")];
}

/**
 * The edit of a customer's answers.
 * @param newId makes an id for a kind of thing
 */
export function toldAnswersPatch(document: CaseDocument, answers: ToldAnswers, newId: (kind: string) => string): Patch {
  const { typicalHomes, asksFor, survey } = codebookOf(document.rules);
  const { ratingA, built, tenure, distance, homeAt, leavesAt, reception } = answers;
  const home = typicalHomes.find(({ id }) => id === built);
  const edits: ((at: CaseDocument) => Patch)[] = [
    (at) => told(at, "/supply/ratingA", fieldKey(supplyFields.ratingA), ratingA),
    // The main device is what the figure was read off.
    (at) =>
      asksFor.ratingOffMain && at.panels.length > 0
        ? told(at, "/panels/0/mainA", `panel.${at.panels[0]?.id ?? ""}.mainA`, ratingA)
        : [],
    (at) =>
      home && at.panels.length > 0 && (at.panels[0]?.circuits ?? []).length === 0
        ? startFromTypical(at, 0, home, newId)
        : [],
    (at) => told(at, "/enquiry/tenure", null, tenure),
    (at) =>
      distance !== undefined && (at.need?.cars ?? []).length === 0 && at.need?.energyPerDayKWh === undefined
        ? setValue(at, "/need/cars", [
            { ...survey.usualCar, distancePerDay: { value: distance, unit: survey.usualCar.distancePerDay.unit } },
          ])
        : [],
    (at) => told(at, "/need/pluggedIn", null, homeAt && leavesAt ? { from: homeAt, to: leavesAt } : undefined),
    (at) => told(at, "/charger/reception", null, reception),
  ];
  return chainedPatch(document, edits);
}

/** The edit for a pipe that the customer calls non-metallic; a test proves it later. */
export const toldPicturePatch = (document: CaseDocument, { id, said }: ToldPicture): Patch =>
  said === "not-metallic" && (id === "gas-bonding" || id === "water-bonding")
    ? told(document, `/supply/bonding/${id === "gas-bonding" ? "gas" : "water"}/state`, null, "not-metallic")
    : [];
