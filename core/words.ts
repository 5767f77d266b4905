/** Small things done to words. */

/** The same words, beginning with a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
