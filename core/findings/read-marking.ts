/** The work of reading what terminals are marked for, before anything is renewed. */
import type { ConductorRating } from "#core/rules/circuit/ampacity.ts";

/** @param at75 the conductor's rating at terminals of 75 °C */
export const readMarking = (name: string, at75: ConductorRating): string =>
  `Read the marking of the terminals at both ends of ${name}: marked 75 °C they let it stay (${at75.cited.numbers}), otherwise it is renewed`;
