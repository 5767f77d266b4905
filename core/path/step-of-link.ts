/** Where a link of the path is entered. */
import type { StepId } from "#core/case/fields/steps.ts";
import type { PathLink } from "./types.ts";

/** The step, and the part of its sheet. */
export function placeOfLink({ link, kind }: Pick<PathLink, "link" | "kind">): readonly [step: StepId, section: string] {
  if (kind === "outlet") return ["survey", "outlets"];
  if (kind === "charger") return ["need", "charger"];
  if (kind === "supply" || kind === "supply-conductor") return ["survey", "supply"];
  return ["survey", link.startsWith("circuit:") ? "panels" : `panel-${link.split(":")[1]}`];
}
