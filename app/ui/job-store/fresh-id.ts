/** An id that nobody else who adds to the same job at the same time can come to: "range-1f0c9a2e". */
export const freshId = (kind: string): string => `${kind}-${crypto.randomUUID().slice(0, 8)}`;
