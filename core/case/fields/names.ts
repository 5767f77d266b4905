/** Names of the things of a case, within a sentence. */

import { showSize } from "#core/units.ts";
import { lower } from "#core/words.ts";
import type { CaseDocument, Circuit, Conductor, Outlet, Panel } from "../document/types.ts";
import type { FieldRules } from "./field-rules.ts";

/**
 * A panel as it goes on within a sentence: "the main panel", "Garage board". A name that is only the rule set's own word
 * for such a panel gets its article.
 */
export function panelName({ name }: Pick<Panel, "name">, { words }: Pick<FieldRules, "words">): string {
  if (!name) return `the ${words.panel}`;
  const own = [words.panel, words.mainPanel, words.subPanel].some((w) => w.toLowerCase() === name.toLowerCase());
  return own ? `the ${lower(name)}` : name;
}

/** A panel by its own name, otherwise by the rule set's word for the main one; also where no panel has the id. */
export const panelTitle = (
  { panels }: Pick<CaseDocument, "panels">,
  id: string | null,
  { words }: Pick<FieldRules, "words">,
): string => panels.find((panel) => panel.id === id)?.name ?? words.mainPanel;

/** The main of a panel as it goes on within a sentence: "main breaker", "main switch". */
export const mainName = ({ mainKind }: Pick<Panel, "mainKind">, { board }: Pick<FieldRules, "board">): string =>
  lower(board.words.main(mainKind));

/** "2/0 AWG copper"; the size alone where the rules know only copper, or the metal is not recorded. */
export const conductorName = (
  { size, material }: Conductor,
  { asksFor }: { asksFor: { conductorMetal: boolean } },
): string =>
  `${showSize(size)}${asksFor.conductorMetal && material ? (material === "cu" ? " copper" : " aluminum") : ""}`;

/** "14-50 receptacle", "BS 1363 socket". */
export const outletName = (
  { type }: Pick<Outlet, "type">,
  { outlets, words }: Pick<FieldRules, "outlets" | "words">,
): string => `${outlets[type]?.name ?? type} ${words.outlet}`;

/** Name of a circuit in quotation marks: its label, otherwise its id. */
export const circuitName = ({ label, id }: Pick<Circuit, "label" | "id">): string => `"${label || id}"`;

/** An option of a quote within a sentence. @param position from 0 */
const optionName = (position: number): string => `option ${position + 1}`;

/**
 * A member of a list of the case, within a sentence.
 * @param list pointer of the list, with a star in the place of each index
 * @param position of the member in its list, from 0
 * @returns null for a list whose members have no names here
 */
export function memberName(
  list: string,
  member: unknown,
  rules: Pick<FieldRules, "words" | "outlets">,
  position: number,
): string | null {
  switch (list) {
    case "/panels":
      return panelName(member as Panel, rules);
    case "/panels/*/circuits":
      return circuitName(member as Circuit);
    case "/panels/*/rcdGroups":
      return "an RCD over several ways";
    case "/outlets":
      return `the ${outletName(member as Outlet, rules)}`;
    case "/need/cars":
      return `car ${position + 1}`;
    case "/quote/options":
      return optionName(position);
    default:
      return null;
  }
}
