/** One line of numbers. */
import type { Check } from "./types.ts";

/** @param passes null where a value is missing, or the check must be made on site */
export const checked = (
  id: string,
  label: string,
  passes: boolean | null,
  rule: string,
  formula: string,
  numbers: string,
): Check => ({ id, label, passes, rule, formula, numbers });
