/** Chance that is the same for the same seed, on every machine. */

/** Numbers from 0 to 1 (mulberry32). */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** One draw of a triangular distribution. */
export function triangularDraw(random: number, low: number, typical: number, high: number): number {
  const width = high - low;
  if (width <= 0) return typical;
  const turn = (typical - low) / width;
  return random < turn
    ? low + Math.sqrt(random * width * (typical - low))
    : high - Math.sqrt((1 - random) * width * (high - typical));
}
