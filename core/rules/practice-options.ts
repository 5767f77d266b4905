/** The schools of practice that a job may follow, as far as they change its way or its circuit. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { capital } from "#core/words.ts";

export interface PracticeOption {
  id: string;
  question: string;
  /** The first is what is done where the job says nothing. */
  choices: readonly { value: string; label: string }[];
  current(document: CaseDocument): string;
  apply(document: CaseDocument, value: string): CaseDocument;
}

/** The case with an option of the job. */
export const withOption = (
  document: CaseDocument,
  option: Partial<NonNullable<CaseDocument["options"]>>,
): CaseDocument => ({
  ...document,
  options: { ...document.options, ...option },
});

/** A school that the job follows or not. @param labels where it does not, and where it does */
export const yesNoOption = (
  id: string,
  question: string,
  field: "allowAluminium" | "clampsAlways" | "disconnectInSight" | "receptacleNeutral",
  labels: { no: string; yes: string },
): PracticeOption => ({
  id,
  question,
  choices: [
    { value: "no", label: labels.no },
    { value: "yes", label: labels.yes },
  ],
  current: ({ options }) => (options?.[field] ? "yes" : "no"),
  apply: (document, value) => withOption(document, { [field]: value === "yes" }),
});

/** What the charger is set to, where more than one current would do. */
export const sizing: PracticeOption = {
  id: "sizing",
  question: "The charger is set to",
  choices: [
    { value: "largest", label: "the most that fits" },
    { value: "need", label: "the least that meets the need" },
  ],
  current: ({ options }) => options?.chargerSizing ?? "largest",
  apply: (document, value) => withOption(document, { chargerSizing: value as "largest" | "need" }),
};

/** What the clamps read where the charger has a board of its own: any other charger is always behind them. */
export const clampsRead: PracticeOption = {
  id: "clampsRead",
  question: "The clamps read",
  choices: [
    { value: "with-charger", label: "house and charger" },
    { value: "house-alone", label: "house alone" },
  ],
  current: ({ options }) => options?.clampsRead ?? "with-charger",
  apply: (document, value) => withOption(document, { clampsRead: value as "with-charger" | "house-alone" }),
};

/** Whether clamps are fitted where nothing relies upon them. */
export const clampsAlways = yesNoOption("clampsAlways", "Clamps are fitted", "clampsAlways", {
  no: "where they are relied on",
  yes: "always",
});

/** Where the charger is connected. @param board what the rules call a panel */
export const ownBoard = (board: string): PracticeOption => ({
  id: "chargerBoard",
  question: `${capital(board)} for the charger`,
  choices: [
    { value: "spare-way", label: "the one that is there" },
    { value: "own", label: "always one of its own" },
  ],
  current: ({ options }) => options?.chargerBoard ?? "spare-way",
  apply: (document, value) => withOption(document, { chargerBoard: value as "spare-way" | "own" }),
});
