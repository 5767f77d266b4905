/** Every figure can be asked why: the data for the answer comes with the figure. */

/** A rule as the trade cites it, with the formula and the numbers put in. */
export interface Cited {
  rule: string;
  formula: string;
  numbers: string;
}

/** The whole answer to "why?" for one figure. */
export interface Why extends Cited {
  /** What the figure is, e.g. "Headroom". */
  figure: string;
  /** As shown, with its unit. */
  value: string;
  assumes: string[];
  /** What would change it. */
  changes: string[];
}

export const why = (
  figure: string,
  value: string,
  cited: Cited,
  assumes: string[] = [],
  changes: string[] = [],
): Why => ({
  figure,
  value,
  ...cited,
  assumes,
  changes,
});
