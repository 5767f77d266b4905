/** One line of numbers. */
import type { RouteCheck } from "./types.ts";

/** @param passes null where a value is missing, or the check must be made on site */
export const routeCheck = (
  id: string,
  label: string,
  passes: boolean | null,
  rule: string,
  formula: string,
  numbers: string,
): RouteCheck => ({ id, label, passes, rule, formula, numbers });
