/** Reading one way of an assessment in tests. */

import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import { assess, homeAfter } from "#core/testing/assess.ts";
import type { WayJudgement } from "#core/ways/types.ts";

/** The judgement of one way. @throws where the case has no such way */
export function wayIn(document: CaseDocument, id: string): WayJudgement {
  const found = assess(document).ways.find((w) => w.way === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
}
/** The codes of a way's reasons. */
export const codesIn = (document: CaseDocument, id: string) => wayIn(document, id).reasons.map((r) => r.code);
/** The texts of a way's reasons on one line. */
export const reasonsIn = (document: CaseDocument, id: string) =>
  wayIn(document, id)
    .reasons.map((r) => r.text)
    .join(" | ");
/** The work of a way on one line. */
export const workIn = (document: CaseDocument, id: string) => wayIn(document, id).work.join(" | ");
/** One link of a way's path. @throws where the path has no such link */
export const linkIn = (document: CaseDocument, id: string, link: string) => {
  const found = wayIn(document, id).path.find((l) => l.link === link);
  if (!found) throw new Error(`no link ${link}`);
  return found;
};
/** The case after a way's work. @throws where the way is ruled out */
export function afterIn(document: CaseDocument, id: string): CaseDocument {
  const found = homeAfter(document, id);
  if (!("document" in found)) throw new Error(`${id} is ruled out`);
  return found.document;
}

/** The first panel of a home with something changed. */
export const onPanel = (home: CaseDocument, changes: Partial<Panel>): CaseDocument => ({
  ...home,
  panels: home.panels.map((p, i) => (i === 0 ? { ...p, ...changes } : p)),
});
/** A home with changed fields of its supply. */
export const onSupplyOf = (home: CaseDocument, changes: Partial<CaseDocument["supply"]>): CaseDocument => ({
  ...home,
  supply: { ...home.supply, ...changes },
});
/** A home with one more circuit in its first panel. */
export const withCircuitIn = (home: CaseDocument, circuit: Circuit): CaseDocument =>
  onPanel(home, { circuits: [...(home.panels[0]?.circuits ?? []), circuit] });
/** A home with one outlet only. */
export const withOutletIn = (home: CaseDocument, outlet: Outlet): CaseDocument => ({ ...home, outlets: [outlet] });
