/**
 * Loader data as one JSON string. React Router serializes every value of an object by itself, which is slow for the
 * thousands of values of a job.
 */

/** The JSON text of a value that has only plain objects, arrays and primitives. */
export type Packed<T> = string & { readonly packed?: T };

export const pack = <T>(value: T): Packed<T> => JSON.stringify(value);
export const unpack = <T>(text: Packed<T>): T => JSON.parse(text);
