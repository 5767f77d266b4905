/** Checks that only a person on site can make, with the answers that were given. */
import type { CaseDocument, Confirmation } from "#core/case/document/types.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";

/** What a confirmation of a check is about. */
export const confirmationOf = ({ id, label }: Pick<RouteCheck, "id" | "label">): string => `circuit.${id}: ${label}`;

/** The text that a check rests on: where it changes, the check is asked again. */
export const basisOf = ({ numbers, formula }: Pick<RouteCheck, "numbers" | "formula">): string =>
  `${formula}; ${numbers}`;

const PASSES: Readonly<Record<Confirmation["answer"], boolean | null>> = {
  yes: true,
  no: false,
  refused: null,
  "by-test": null,
};

/** The checks with the answers of a case. An answer to other numbers does not count. */
export function withConfirmations(
  checks: readonly RouteCheck[],
  { confirmations = [] }: Pick<CaseDocument, "confirmations">,
): RouteCheck[] {
  if (confirmations.length === 0) return [...checks];
  return checks.map((check) => {
    if (check.passes !== null) return check;
    const given = confirmations.find(({ what }) => what === confirmationOf(check));
    if (!given) return check;
    const isStale = given.basis !== undefined && given.basis !== basisOf(check);
    return { ...check, passes: isStale ? null : PASSES[given.answer], confirmed: { ...given, isStale } };
  });
}

/** The confirmations of a case with an answer to a check; without one where the answer is null. */
export function confirmationsWith(
  { confirmations = [] }: Pick<CaseDocument, "confirmations">,
  check: RouteCheck,
  answer: Pick<Confirmation, "answer" | "by" | "on" | "words"> | null,
): Confirmation[] {
  const what = confirmationOf(check);
  const others = confirmations.filter((given) => given.what !== what);
  return answer ? [...others, { what, basis: basisOf(check), ...answer }] : others;
}
