/** Problems of a file of interval data, with their lines; a file with problems is refused as a whole. */
export interface IntervalProblem {
  /** Counted from 1; null where it is of the whole file. */
  line: number | null;
  message: string;
}

export class IntervalDataRefused extends Error {
  constructor(readonly problems: IntervalProblem[]) {
    super(problems.map(intervalProblemLine).join("\n"));
    this.name = "IntervalDataRefused";
  }
}

/** A problem with its line: "line 3: ...". */
export const intervalProblemLine = ({ line, message }: IntervalProblem): string =>
  line === null ? message : `line ${line}: ${message}`;

/** Refuses a file. @throws IntervalDataRefused with one problem */
export const refuseFile = (message: string, line: number | null = null): never => {
  throw new IntervalDataRefused([{ line, message }]);
};

/** More are not listed. */
const MOST_PROBLEMS = 20;

/** Collects what is wrong, so that a person sees more than the first line of it. */
export class ProblemList {
  readonly list: IntervalProblem[] = [];
  add(line: number | null, message: string): void {
    this.list.push({ line, message });
    if (this.list.length >= MOST_PROBLEMS) this.refuse();
  }
  /** @throws IntervalDataRefused where anything was wrong */
  refuse(): void {
    if (this.list.length > 0) throw new IntervalDataRefused(this.list);
  }
}
