/** What only a person on site can see to, or a customer may refuse, and the answers that a case has to it. */
import type { Patch } from "./patch.ts";
import type { CaseDocument, Confirmation } from "./types.ts";

/** A question to the person on site. */
export interface Asked {
  /** Names the question; the same question of the same thing has the same name. */
  what: string;
  /** The question in words. */
  label: string;
  /** The text that it rests on: where that changes, it is asked again. */
  basis: string;
}

/** An answer; stale where it was given for another basis. */
export type GivenAnswer = Confirmation & { isStale: boolean };

type Answered = Pick<CaseDocument, "confirmations">;

/** Longest name and longest basis that a case stores. */
const WHAT_LENGTH = 200;
const BASIS_LENGTH = 1000;

/** A question, with its texts as long as a case stores them. */
export const askedOnSite = (what: string, label: string, basis: string): Asked => ({
  what: what.slice(0, WHAT_LENGTH),
  label,
  basis: basis.slice(0, BASIS_LENGTH),
});

/** The question of an answer in words: its name without the place that it was asked at. */
export const questionInWords = ({ what }: Pick<Confirmation, "what">): string => what.replace(/^[^:]*: /, "");

/** The answer to a question; undefined where nobody has given one. */
export function answerTo({ what, basis }: Asked, { confirmations = [] }: Answered): GivenAnswer | undefined {
  // Two people may have answered at once: the later answer counts.
  const given = confirmations.findLast((confirmation) => confirmation.what === what);
  return given && { ...given, isStale: given.basis !== undefined && given.basis !== basis };
}

const PASSES: Readonly<Record<Confirmation["answer"], boolean | null>> = {
  yes: true,
  no: false,
  refused: null,
  "by-test": null,
  "not-needed": null,
};

/** Whether an answer says that it holds; null where it is open, refused, to be proved by test, or stale. */
export const holdsByAnswer = (given: GivenAnswer | undefined): boolean | null =>
  !given || given.isStale ? null : PASSES[given.answer];

/** The edit that answers a question; it takes the answer away where that is null. */
export function answerPatch(
  { confirmations }: Answered,
  { what, basis }: Pick<Asked, "what" | "basis">,
  answer: Pick<Confirmation, "answer" | "by" | "on" | "words" | "picture"> | null,
): Patch {
  const given = (confirmations ?? []).flatMap((confirmation, at) => (confirmation.what === what ? [at] : []));
  const [first] = given;
  const value = { what, basis, ...answer };
  if (answer && first !== undefined && given.length === 1)
    return [{ op: "replace", path: `/confirmations/${first}`, value }];
  // From the end, so that the places of the others stay.
  const removed = given.reverse().map((at) => ({ op: "remove" as const, path: `/confirmations/${at}` }));
  if (!answer) return removed;
  return confirmations
    ? [...removed, { op: "add", path: "/confirmations/-", value }]
    : [{ op: "add", path: "/confirmations", value: [value] }];
}

/** An answer in one line: "refused, J. Doe, 2 Dec 2026, has one at the meter". @param day how a date is shown */
export const answerInWords = ({ answer, by, on, words }: Confirmation, day: (iso: string) => string): string =>
  [answer === "by-test" ? "to be proved by test" : answer, by, on && day(on), words].filter(Boolean).join(", ");
