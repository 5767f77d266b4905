/** Signing in by plain requests, for trials of the server without a browser. */
import { DEMO_FIRMS, DEMO_PASSWORD } from "../../db/demo/firms.ts";

/** @returns the cookie of a demo person */
export async function cookieOf(url: string, email: string): Promise<string> {
  const response = await fetch(`${url}/sign-in`, {
    method: "POST",
    redirect: "manual",
    headers: { Origin: url, "Content-Type": "application/x-www-form-urlencoded" },
    body: new URLSearchParams({ email, password: DEMO_PASSWORD }).toString(),
  });
  const cookie = response.headers.get("Set-Cookie")?.split(";")[0];
  if (!cookie) throw new Error(`${email} was not let in: ${response.status}`);
  return cookie;
}

export const demoPeople = () =>
  DEMO_FIRMS.flatMap((f) => f.people.map((p) => ({ ...p, firm: f.id, jobs: f.jobs.map((j) => j.file) })));

/** A number of the command line, `--name N`. */
export function option(name: string, usual: number): number {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : Number(process.argv[at + 1]);
}

/** Random numbers by a seed: the same trial again. */
export function randomBy(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t ^= t + Math.imul(t ^ (t >>> 7), 61 | t);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const whole = (below: number) => Math.floor(next() * below);
  return { next, whole, of: <T>(list: readonly T[]): T => list[whole(list.length)] as T };
}
