/** Shares and what they may really be. */

/** Normal deviate of 95 %. */
const Z = 1.959963984540054;

/** Wilson's 95 % confidence interval of a share, 0 to 1. */
export function wilsonInterval(met: number, of: number): { low: number; high: number } {
  if (of === 0) return { low: 0, high: 1 };
  const p = met / of;
  const z2 = (Z * Z) / of;
  const middle = (p + z2 / 2) / (1 + z2);
  const half = (Z / (1 + z2)) * Math.sqrt((p * (1 - p)) / of + z2 / (4 * of));
  return { low: met === 0 ? 0 : Math.max(0, middle - half), high: met === of ? 1 : Math.min(1, middle + half) };
}

/** The value that a share of all is at or below, by nearest rank. */
export function percentile(values: Float64Array | readonly number[], share: number): number {
  if (values.length === 0) return 0;
  const sorted = Float64Array.from(values).sort();
  return sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)] as number;
}

/** The shares of the time at which so much or more is drawn; denser where it is rare. */
export function thinnedPoints(values: Float64Array, points: number): { share: number[]; amps: number[] } {
  const sorted = Float64Array.from(values).sort().reverse();
  const share: number[] = [];
  const amps: number[] = [];
  for (let i = 0; i <= points; i++) {
    const s = (i / points) ** 2;
    share.push(s);
    amps.push(sorted[Math.min(sorted.length - 1, Math.round(s * (sorted.length - 1)))] ?? 0);
  }
  return { share, amps };
}
