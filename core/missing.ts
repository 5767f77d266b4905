/** What is still missing for a verdict, in words, by the step where it is entered. */
import type { CaseDocument } from "./case/document/types.ts";
import type { Codebook } from "./codebook/types.ts";

export type StepId = "survey" | "demand" | "need" | "ways" | "papers";

export interface Missing {
  step: StepId;
  text: string;
  /** Without it there is no verdict; the others only make it firmer. */
  decisive: boolean;
}

export function missingForVerdict(document: CaseDocument, { words, asksFor, startLoads }: Codebook): Missing[] {
  const missing: Missing[] = [];
  const say = (step: StepId, text: string, decisive: boolean) => missing.push({ step, text, decisive });
  const panel = document.panels[0];
  const measured = document.measured?.max !== undefined;
  if (document.supply.ratingA === null) say("survey", `${words.supplyRating} ${words.ratingReadOff}`, true);
  if (asksFor.floorArea && !document.dwelling.floorArea && !measured) say("survey", "Floor area of the dwelling", true);
  if (asksFor.earthing && !document.supply.earthing) say("survey", "Earthing arrangement", false);
  if (!panel) say("survey", `The ${words.panel}`, false);
  else if (panel.spaces === undefined) say("survey", `Number of ${words.spaces} in the ${words.panel}`, false);
  const started = new Set(startLoads.map((l) => l.id));
  if (!measured && !document.loads.some((l) => !started.has(l.id))) say("demand", "The loads of the home", true);
  if (document.need?.energyPerDayKWh === undefined && !document.need?.cars?.length)
    say("need", "How far the car drives a day", false);
  if (!document.need?.pluggedIn) say("need", "When the car is plugged in", false);
  return missing;
}
