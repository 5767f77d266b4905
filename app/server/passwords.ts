/** Passwords: hashed with argon2id, at least twelve characters, none that a list or a rule would guess. */
import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import { adjacencyGraphs, dictionary } from "@zxcvbn-ts/language-common";
import { forPasswords } from "./work.ts";

const SHORTEST = 12;
const LONGEST = 200;
/** Of 0 to 4: more than a hundred million guesses. */
const LEAST_SCORE = 3;
/** More of it is not looked at: it is long enough by then. */
const JUDGED = 72;

export const hashPassword = (password: string): Promise<string> => forPasswords("hash", password);

/** Whether the password is correct; verifying against no hash (`null`) takes equally long. */
export const isPassword = (hash: string | null, password: string): Promise<boolean> =>
  forPasswords("verify", { hash, password });

let judge: ZxcvbnFactory | null = null;

/**
 * The reason why a password is not allowed, as a sentence, or null.
 * @param about words that are easy to guess: name, e-mail, firm
 */
export function passwordProblem(password: string, about: readonly string[]): string | null {
  if (password.length < SHORTEST) return `Take at least ${SHORTEST} characters.`;
  if (password.length > LONGEST) return `Take at most ${LONGEST} characters.`;
  judge ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  const words = about.flatMap((text) => text.toLowerCase().split(/[^\p{L}\d]+/u)).filter((w) => w.length > 2);
  const { score } = judge.check(password.slice(0, JUDGED), [...words, "heron"]);
  return score < LEAST_SCORE ? "That is too easy to guess: take a few words that do not belong together." : null;
}
