/** The page to continue on after signing in: only paths of this site. */

const HERE = "http://heron.invalid";

/** @param to as it came with the address; what leads off this site leads to the list of jobs */
export function wayBack(to: string | null): string {
  if (!to?.startsWith("/") || !URL.canParse(to, HERE)) return "/";
  // As a browser reads it: tabs and newlines gone, backslashes turned.
  const url = new URL(to, HERE);
  return url.origin === HERE && !url.pathname.startsWith("//") ? `${url.pathname}${url.search}` : "/";
}
