/** Random tokens that people carry, of which the database keeps only a digest. */
import { createHash, randomBytes, randomInt } from "node:crypto";

export const newToken = (): string => randomBytes(32).toString("base64url");
/** SHA-256 in hexadecimal. */
export const sha256 = (content: string | Uint8Array): string => createHash("sha256").update(content).digest("hex");
export const tokenDigest = (token: string): string => sha256(token);

/** Letters and digits that are not mistaken for each other. */
const LEGIBLE = "abcdefghjkmnpqrstuvwxyz23456789";
const letters = (count: number) => Array.from({ length: count }, () => LEGIBLE[randomInt(LEGIBLE.length)]).join("");

/** A code to write down: twelve letters in two halves, about 59 bits. */
export const newRecoveryCode = (): string => `${letters(6)}-${letters(6)}`;
/** As it was given out, however it is typed. */
export const tidyRecoveryCode = (typed: string): string => {
  const bare = typed.toLowerCase().replace(/[^a-z0-9]/g, "");
  return `${bare.slice(0, 6)}-${bare.slice(6)}`;
};
