/** The second factor: a code of six digits that changes every half minute (TOTP, RFC 6238), and recovery codes. */
import { and, eq, lt } from "drizzle-orm";
import { Secret, TOTP } from "otpauth";
import { person, recoveryCode } from "#db/schema.ts";
import { database, inTransaction, type Transaction } from "./database.ts";
import { newRecoveryCode, tidyRecoveryCode, tokenDigest } from "./secrets.ts";

const PERIOD_S = 30;
/** Allowed clock error in periods. */
const OFF = 1;
const RECOVERY_CODES = 8;

const totpOf = (secret: string, email: string) =>
  new TOTP({ issuer: "Heron", label: email, secret: Secret.fromBase32(secret), period: PERIOD_S, digits: 6 });

/** A secret to begin with, and the address that a phone reads it from. */
export function newSecret(email: string, secret = new Secret({ size: 20 }).base32) {
  return { secret, address: totpOf(secret, email).toString() };
}

/** @returns the time step of a code, or null for a wrong code */
export function stepOf(secret: string, code: string, now: Date): number | null {
  const token = code.replace(/\s/g, "");
  if (!/^\d{6}$/.test(token)) return null;
  const timestamp = now.getTime();
  const off = totpOf(secret, "").validate({ token, timestamp, window: OFF });
  return off === null ? null : Math.floor(timestamp / 1000 / PERIOD_S) + off;
}

/** Takes a code, or a recovery code, each once. */
export async function takeCode(personId: string, code: string, now: Date): Promise<boolean> {
  const [found] = await database.select({ secret: person.totpSecret }).from(person).where(eq(person.id, personId));
  if (!found?.secret) return false;
  const step = stepOf(found.secret, code, now);
  if (step !== null) {
    // Of two with the same code at the same moment one is too late.
    const [{ affectedRows }] = await database
      .update(person)
      .set({ totpStep: step })
      .where(and(eq(person.id, personId), lt(person.totpStep, step)));
    return affectedRows === 1;
  }
  const [{ affectedRows }] = await database
    .delete(recoveryCode)
    .where(and(eq(recoveryCode.personId, personId), eq(recoveryCode.digest, tokenDigest(tidyRecoveryCode(code)))));
  return affectedRows === 1;
}

/**
 * Sets a secret up once its first code is right.
 * @returns the recovery codes, to be shown this once; null where the code is not right
 */
export async function setUp(personId: string, secret: string, code: string, now: Date): Promise<string[] | null> {
  const step = stepOf(secret, code, now);
  if (step === null) return null;
  const codes = Array.from({ length: RECOVERY_CODES }, newRecoveryCode);
  await inTransaction(async (tx) => {
    await tx.update(person).set({ totpSecret: secret, totpStep: step }).where(eq(person.id, personId));
    await tx.delete(recoveryCode).where(eq(recoveryCode.personId, personId));
    await tx.insert(recoveryCode).values(codes.map((c) => ({ personId, digest: tokenDigest(c) })));
  });
  return codes;
}

export async function takeDown(personId: string, db: Transaction | typeof database = database): Promise<void> {
  await db.update(person).set({ totpSecret: null, totpStep: 0 }).where(eq(person.id, personId));
  await db.delete(recoveryCode).where(eq(recoveryCode.personId, personId));
}
