/**
 * The house's usual current through the day as a share of its governing demand, by clock hour (0 to 23).
 * A governing demand is a peak that is reached for minutes in a year. Heron's own assumption, stated on the sheet.
 */
export const HOUSE_SHARE_BY_HOUR: readonly number[] = [
  0.18, 0.15, 0.14, 0.14, 0.15, 0.2, 0.32, 0.4, 0.36, 0.3, 0.28, 0.28, 0.32, 0.28, 0.27, 0.3, 0.38, 0.5, 0.55, 0.5,
  0.44, 0.38, 0.3, 0.23,
];
