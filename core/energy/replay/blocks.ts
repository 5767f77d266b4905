/** The highest current of each block of steps: what no block reaches need not be looked for step by step. */

/** Steps of a block, as a power of two. */
const SHIFT = 6;
export const BLOCK_STEPS = 1 << SHIFT;

/** The block that a step is in. */
export const blockOf = (step: number): number => step >> SHIFT;

/** The first step after a block. */
export const endOfBlock = (block: number): number => (block + 1) << SHIFT;

/** The highest value from one step to another; negative infinity where nothing is known. */
export function highestBetween(values: Float64Array, from: number, to: number): number {
  let highest = Number.NEGATIVE_INFINITY;
  for (let k = from; k < to; k++) {
    const value = values[k] as number;
    if (value > highest) highest = value;
  }
  return highest;
}

/** The highest value of each block; what is not known is left out. */
export const highestOf = (values: Float64Array): Float64Array =>
  Float64Array.from({ length: blockOf(values.length - 1) + 1 }, (_, block) =>
    highestBetween(values, block * BLOCK_STEPS, Math.min(values.length, (block + 1) * BLOCK_STEPS)),
  );
