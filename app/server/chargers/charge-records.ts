/** Stores the data of charge points: energy by the quarter hour, sessions, notes. */
import { and, eq, lt, sql } from "drizzle-orm";
import type { AnyMySqlColumn } from "drizzle-orm/mysql-core";
import type { MeterReading } from "#core/energy/metered/meter-values.ts";
import { energyByQuarter, monthAndNight, quarterOf } from "#core/energy/metered/quarters.ts";
import {
  chargeMessage,
  chargeNight,
  chargeNote,
  chargePoint,
  chargeQuarter,
  chargeRegister,
  chargeSession,
} from "#db/schema.ts";
import { database, inTransaction, type Transaction } from "../database.ts";
import { sha256 } from "../secrets.ts";

const DAY_MS = 24 * 3_600_000;
/** A message of this age is not sent again. */
const REMEMBERED_MS = 2 * DAY_MS;

/** Stores a note for people; more than its column holds is cut. */
export const note = (chargePointId: string, text: string, tx: Transaction | typeof database = database) =>
  tx.insert(chargeNote).values({ chargePointId, text: text.slice(0, 300) });

/** Counts a reading of the register: what it has grown by is energy, by the quarter of an hour. */
async function countRegister(tx: Transaction, id: string, connector: number, wh: number, at: number): Promise<void> {
  const [last] = await tx
    .select()
    .from(chargeRegister)
    .where(and(eq(chargeRegister.chargePointId, id), eq(chargeRegister.connector, connector)))
    .for("update");
  // A value that waited without a line is older than what is known already.
  if (last && at < last.at.getTime()) return;
  if (last && wh < last.wh)
    await note(
      id,
      `The energy register of connector ${connector} went back from ${last.wh} to ${wh} Wh; nothing is subtracted`,
      tx,
    );
  if (last && wh > last.wh)
    for (const [quarter, energy] of energyByQuarter(last.at.getTime(), at, wh - last.wh)) {
      await tx
        .insert(chargeQuarter)
        .values({ chargePointId: id, at: new Date(quarter), wh: energy })
        .onDuplicateKeyUpdate({ set: { wh: sql`${chargeQuarter.wh} + ${energy}` } });
      await tx
        .insert(chargeNight)
        .values({ chargePointId: id, ...monthAndNight(quarter), wh: energy })
        .onDuplicateKeyUpdate({ set: { wh: sql`${chargeNight.wh} + ${energy}` } });
    }
  await tx
    .insert(chargeRegister)
    .values({ chargePointId: id, connector, wh, at: new Date(at) })
    .onDuplicateKeyUpdate({ set: { wh, at: new Date(at) } });
}

/** Below this current no car is charging, A. */
const CHARGES_ABOVE_A = 0.5;

/** The larger, or the smaller, of a column and a value; of one that is null the other. */
const larger = (column: AnyMySqlColumn, value: number | null) =>
  sql`GREATEST(COALESCE(${column}, ${value}), COALESCE(${value}, ${column}))`;
const smaller = (column: AnyMySqlColumn, value: number | null) =>
  sql`LEAST(COALESCE(${column}, ${value}), COALESCE(${value}, ${column}))`;

/** Stores readings of a meter. */
export async function storeReadings(
  tx: Transaction,
  id: string,
  connector: number,
  readings: readonly MeterReading[],
): Promise<void> {
  for (const { at, registerWh, currentA, powerW, offeredA, totalA } of readings) {
    if (registerWh !== null) await countRegister(tx, id, connector, registerWh, at);
    const mostA = currentA.length > 0 ? Math.max(...currentA) : null;
    if (mostA === null && powerW === null && totalA === null) continue;
    // While nothing flows it may offer nothing; that is no throttling.
    const leastOfferedA = mostA !== null && mostA > CHARGES_ABOVE_A ? offeredA : null;
    const values = { chargePointId: id, mostA, mostW: powerW };
    await tx
      .insert(chargeQuarter)
      .values({ ...values, at: new Date(quarterOf(at)), leastOfferedA, mostTotalA: totalA })
      .onDuplicateKeyUpdate({
        set: {
          mostA: larger(chargeQuarter.mostA, mostA),
          mostW: larger(chargeQuarter.mostW, powerW),
          leastOfferedA: smaller(chargeQuarter.leastOfferedA, leastOfferedA),
          mostTotalA: larger(chargeQuarter.mostTotalA, totalA),
        },
      });
    await tx
      .insert(chargeNight)
      .values({ ...values, ...monthAndNight(quarterOf(at)) })
      .onDuplicateKeyUpdate({
        set: { mostA: larger(chargeNight.mostA, mostA), mostW: larger(chargeNight.mostW, powerW) },
      });
  }
}

/** Sums the quarters of a charge point by night anew, as where quarters were loaded. */
export async function sumNights(id: string): Promise<void> {
  const month = sql`DATE_FORMAT(${chargeQuarter.at} - INTERVAL 12 HOUR, '%Y-%m')`;
  const night = sql`DATE_FORMAT(${chargeQuarter.at} - INTERVAL 12 HOUR, '%Y-%m-%d')`;
  await inTransaction(async (tx) => {
    await tx.delete(chargeNight).where(eq(chargeNight.chargePointId, id));
    await tx.execute(
      sql`INSERT INTO ${chargeNight} (charge_point_id, month, night, wh, most_a, most_w)
        SELECT ${chargeQuarter.chargePointId}, ${month}, ${night}, SUM(${chargeQuarter.wh}), MAX(${chargeQuarter.mostA}), MAX(${chargeQuarter.mostW})
        FROM ${chargeQuarter} WHERE ${chargeQuarter.chargePointId} = ${id} GROUP BY 1, 2, 3`,
    );
  });
}

export interface BegunSession {
  connectorId: number;
  meterStart: number;
  at: number;
}

/** Begins a session. @returns its transaction id */
export async function beginSession(tx: Transaction, id: string, begun: BegunSession): Promise<number> {
  const { connectorId, meterStart, at } = begun;
  await countRegister(tx, id, connectorId, meterStart, at);
  const [{ insertId }] = await tx
    .insert(chargeSession)
    .values({ chargePointId: id, connector: connectorId, startedAt: new Date(at), startWh: meterStart });
  return insertId;
}

/** Ends a session. An unknown transaction id adds a note and changes nothing. */
export async function endSession(
  tx: Transaction,
  id: string,
  { transactionId, meterStop, at, reason }: { transactionId: number; meterStop: number; at: number; reason: string },
): Promise<void> {
  const [session] = await tx
    .select()
    .from(chargeSession)
    .where(and(eq(chargeSession.id, transactionId), eq(chargeSession.chargePointId, id)));
  if (!session) {
    await note(id, `It ended a session ${transactionId} that it had not begun`, tx);
    return;
  }
  await countRegister(tx, id, session.connector, meterStop, at);
  await tx
    .update(chargeSession)
    .set({ stoppedAt: new Date(at), stopWh: meterStop, reason })
    .where(eq(chargeSession.id, transactionId));
}

/** The connector of a session of a charge point; null where it has none of that id. */
export async function connectorOf(tx: Transaction, id: string, transactionId: number): Promise<number | null> {
  const [session] = await tx
    .select({ connector: chargeSession.connector })
    .from(chargeSession)
    .where(and(eq(chargeSession.id, transactionId), eq(chargeSession.chargePointId, id)));
  return session?.connector ?? null;
}

/**
 * Does the work of a message once: one that comes again with the same id and content, as after a lost line, gets the
 * answer of the first time.
 */
export function onlyOnce(
  id: string,
  { messageId, action, payload }: { messageId: string; action: string; payload: object },
  work: (tx: Transaction) => Promise<object>,
): Promise<object> {
  const digest = sha256(`${action}\n${JSON.stringify(payload)}`);
  const known = and(
    eq(chargeMessage.chargePointId, id),
    eq(chargeMessage.messageId, messageId),
    eq(chargeMessage.digest, digest),
  );
  return inTransaction(async (tx) => {
    const [before] = await tx.select({ answer: chargeMessage.answer }).from(chargeMessage).where(known).for("update");
    if (before) return before.answer;
    const answer = await work(tx);
    await tx.insert(chargeMessage).values({ chargePointId: id, messageId: messageId.slice(0, 64), digest, answer });
    return answer;
  });
}

/** Stores the identification of a charge point from its BootNotification. */
export const storeBoot = (
  id: string,
  boot: { vendor: string; model: string; serial: string; firmware: string },
  now: Date,
) =>
  database
    .update(chargePoint)
    .set({ ...boot, seenAt: now })
    .where(eq(chargePoint.id, id));

export const storeSeen = (id: string, now: Date) =>
  database.update(chargePoint).set({ seenAt: now }).where(eq(chargePoint.id, id));

/** Deletes messages that are too old to be sent again. */
export const forgetMessages = (now = new Date()) =>
  database.delete(chargeMessage).where(lt(chargeMessage.at, new Date(now.getTime() - REMEMBERED_MS)));
