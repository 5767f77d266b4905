/** A problem of an input, one for each field: the path in the open format, and words without the path. */
export interface InputProblem {
  path: string;
  message: string;
}

/** Every refusal of the core that a caller can meet: code and what it means. */
const CORE_REFUSALS = {
  "not-json": "The text is not JSON.",
  "not-a-case": "The file is JSON, but not a Heron case.",
  "newer-version": "The case was written by a newer Heron than this one.",
  "bad-field": "One or more fields are wrong; each is named.",
  "bad-patch": "The edit does not fit the case it was made on.",
} as const;
export type RefusalCode = keyof typeof CORE_REFUSALS;

/** Thrown by the core when an input is refused; `problems` names each offending field. */
export class CaseRefused extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly problems: InputProblem[],
  ) {
    super(problems.map(problemLine).join("\n"));
    this.name = "CaseRefused";
  }
}

/** One problem as one line, e.g. `loads[3].va: must be greater than 0`. */
export const problemLine = ({ path, message }: InputProblem): string => (path ? `${path}: ${message}` : message);
