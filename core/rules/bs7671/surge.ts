/** Protection against overvoltage: offered with the work; a refusal of the owner is recorded. */
export const SURGE_RULE = "BS 7671 443.4";
