/**
 * Loader data as one JSON string. React Router serializes every value of an object by itself, which is slow for the
 * thousands of values of a job.
 */

/** The JSON text of a value that has only plain objects, arrays and primitives. */
export type PackedJob<T> = string & { readonly packed?: T };

export const packJob = <T>(value: T): PackedJob<T> => JSON.stringify(value);
export const unpackJob = <T>(text: PackedJob<T>): T => JSON.parse(text);
