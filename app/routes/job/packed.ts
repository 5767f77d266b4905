/**
 * Values as JSON text. A job has thousands of small values, and React Router takes far longer to write and read them
 * one by one than it takes for one text.
 */

/** The JSON text of a value without dates or other classes. */
export type Packed<T> = string & { readonly packed?: T };

export const pack = <T>(value: T): Packed<T> => JSON.stringify(value);
export const unpack = <T>(text: Packed<T>): T => JSON.parse(text);
