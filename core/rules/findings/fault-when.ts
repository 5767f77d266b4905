/** One fault where something holds, as the list that a finding rule returns. */
import type { FoundFault } from "./types.ts";

const NOTHING: readonly FoundFault[] = [];

/** A fault where a condition holds; its text is written only then. */
export const faultWhen = (condition: unknown, found: () => FoundFault): readonly FoundFault[] =>
  condition ? [found()] : NOTHING;
