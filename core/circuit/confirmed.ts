/** Checks that only a person on site can make, with the answers that were given. */
import { type Asked, answerTo, askedOnSite, holdsByAnswer } from "#core/case/document/confirmations.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";

/** A check as a question to the person on site. */
export const askedByCheck = ({ id, label, numbers, formula }: RouteCheck): Asked =>
  askedOnSite(`circuit.${id}: ${label}`, label, `${formula}; ${numbers}`);

/** The checks with the answers of a case. An answer to other numbers does not count. */
export function withConfirmations(
  checks: readonly RouteCheck[],
  document: Pick<CaseDocument, "confirmations">,
): RouteCheck[] {
  if ((document.confirmations ?? []).length === 0) return [...checks];
  return checks.map((check) => {
    if (check.passes !== null) return check;
    const confirmed = answerTo(askedByCheck(check), document);
    return confirmed ? { ...check, passes: holdsByAnswer(confirmed), confirmed } : check;
  });
}
