/**
 * Looks a word from outside up in a table. A name that every object inherits, such as "constructor", finds nothing.
 * `scripts/check-types.mjs` fails where a table is asked otherwise.
 */
export const ownValue = <T>(table: Readonly<Record<string, T>>, key: string | undefined): T | undefined =>
  key !== undefined && Object.hasOwn(table, key) ? table[key] : undefined;
