/**
 * Whether two JSON values are equal. Parts that are the very same object are not looked into, so that documents which
 * share their parts (as patches leave them) compare in the time of what differs.
 */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => Object.hasOwn(b, key) && sameValue(a[key as never], b[key as never]))
  );
}
