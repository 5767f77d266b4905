/** An id for a load that nobody else who enters loads at the same time can come to. */
export const freshLoadId = (kind: string): string => `${kind}-${crypto.randomUUID().slice(0, 8)}`;
