/** An id that is unique even with concurrent additions: "range-1f0c9a2e". */
export const freshId = (kind: string): string => `${kind}-${crypto.randomUUID().slice(0, 8)}`;
