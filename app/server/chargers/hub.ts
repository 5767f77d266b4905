/**
 * The hub of charge points: it owns each live connection (OCPP 1.6 JSON over WebSocket at `/ocpp/ID`). A charge point
 * belongs to one job of one firm. Its messages are answered one after the other.
 */
import { timingSafeEqual } from "node:crypto";
import type { IncomingMessage } from "node:http";
import type { Duplex } from "node:stream";
import { eq } from "drizzle-orm";
import { RPCServer } from "ocpp-rpc";
import type { ConnectorStatus, LivePoint } from "#core/energy/metered/live.ts";
import { type MeterReading, meterReading, type SentMeterValue, sentTime } from "#core/energy/metered/meter-values.ts";
import { chargePoint } from "#db/schema.ts";
import { database, type Transaction } from "../database.ts";
import { faultOf, log } from "../log.ts";
import { tokenDigest } from "../secrets.ts";
import { isStopping } from "../stopping.ts";
import { CHARGE_POINT_ID } from "./charge-points.ts";
import {
  beginSession,
  connectorOf,
  endSession,
  forgetMessages,
  note,
  onlyOnce,
  storeBoot,
  storeReadings,
  storeSeen,
} from "./charge-records.ts";
import { type Action, checkedAction } from "./messages.ts";

const PROTOCOL = "ocpp1.6";
const MOST_FRAME_BYTES = 64 * 1024;
const MOST_A_SECOND = 50;
/** Messages that wait for their turn; more than that is a flood that the database cannot follow. */
const MOST_WAITING = 500;
const HEARTBEAT_S = 60;
const PING_MS = 30_000;
const ANSWER_WITHIN_MS = 15_000;
/** Ten minutes of ten values a second. */
const MOST_POINTS = 6000;
const FORGET_EVERY_MS = 3_600_000;

type Client = {
  identity: string;
  call(action: string, payload: object): Promise<object>;
  close(options: { code: number; reason: string; force?: boolean }): Promise<unknown>;
  handle(handler: (message: { messageId: string; method: string; params: object }) => Promise<object>): void;
  // biome-ignore lint/suspicious/noExplicitAny: the events of the library have no types.
  on(event: string, listener: (event: any) => void): void;
};

let lastSeq = 0;

/** A charge point that is connected to this process. */
class LiveChargePoint {
  readonly connectedAt = new Date();
  readonly statuses = new Map<number, ConnectorStatus>();
  private readonly points: LivePoint[] = [];
  private waiting = 0;
  private tail: Promise<unknown> = Promise.resolve();
  private second = 0;
  private inSecond = 0;

  constructor(readonly client: Client) {}

  /** Whether one more message is within its rate. */
  counts(now: number): boolean {
    const second = Math.floor(now / 1000);
    if (second !== this.second) [this.second, this.inSecond] = [second, 0];
    return ++this.inSecond <= MOST_A_SECOND && this.waiting < MOST_WAITING;
  }

  /** Does work after all work before it. */
  inTurn<T>(work: () => Promise<T>): Promise<T> {
    this.waiting++;
    const done = this.tail.then(work, work).finally(() => {
      this.waiting--;
    });
    this.tail = done.catch(() => {});
    return done;
  }

  add(connector: number, readings: readonly MeterReading[]): void {
    for (const reading of readings) this.points.push({ ...reading, connector, seq: ++lastSeq });
    if (this.points.length > MOST_POINTS) this.points.splice(0, this.points.length - MOST_POINTS);
  }

  /** Points after a sequence number, the newest `most` of them. */
  since(seq: number, most: number): LivePoint[] {
    return this.points.filter((point) => point.seq > seq).slice(-most);
  }
}

const live = new Map<string, LiveChargePoint>();

/** The charge point of an id, where it is connected to this process. */
export const liveChargePoint = (id: string): LiveChargePoint | undefined => live.get(id);

/** Asks a charge point; null where it is not connected, or does not answer in time. */
export async function askChargePoint(id: string, action: string, payload: object): Promise<object | null> {
  const point = live.get(id);
  if (!point) return null;
  return point.client.call(action, payload).catch((error: unknown) => {
    log.info({ id, action, reason: String(error) }, "a charge point did not answer");
    return null;
  });
}

/** Closes the connection of a charge point, as when its token has changed. */
export const dropChargePoint = (id: string, reason: string): void =>
  void live.get(id)?.client.close({ code: 1000, reason, force: true });

const server = new RPCServer({
  protocols: [PROTOCOL],
  wssOptions: { maxPayload: MOST_FRAME_BYTES },
  pingIntervalMs: PING_MS,
  callTimeoutMs: ANSWER_WITHIN_MS,
  // The hub closes the connection itself after an invalid frame, and adds a note.
  maxBadMessages: Number.POSITIVE_INFINITY,
});

const isToken = (given: Buffer, digest: string): boolean => {
  const own = Buffer.from(tokenDigest(given.toString("utf8")));
  return own.length === digest.length && timingSafeEqual(own, Buffer.from(digest));
};

server.auth((accept, reject, { identity, password, protocols }) => {
  const check = async () => {
    const [known] = await database
      .select({ digest: chargePoint.tokenDigest })
      .from(chargePoint)
      .where(eq(chargePoint.id, identity));
    if (!known || !password || !isToken(password, known.digest)) return reject(401, "Unauthorized");
    if (!protocols.has(PROTOCOL)) return reject(400, `Speaks another version than ${PROTOCOL}`);
    accept({}, PROTOCOL);
  };
  check().catch((error: unknown) => {
    log.warn(faultOf(error), "a charge point could not be looked up");
    reject(503, "Service Unavailable");
  });
});

server.on("client", (client: Client) => {
  const id = client.identity;
  const before = live.get(id);
  const point = new LiveChargePoint(client);
  live.set(id, point);
  if (before) void before.client.close({ code: 1000, reason: "Replaced by a newer connection", force: true });
  const tell = (text: string) =>
    void note(id, text).catch((error: unknown) => log.warn(faultOf(error), "a note is lost"));
  const end = (code: number, why: string) => {
    tell(`Closed: ${why}`);
    void client.close({ code, reason: why, force: true });
  };
  client.on("message", ({ outbound }: { outbound: boolean }) => {
    if (!outbound && !point.counts(Date.now())) end(1008, `more than ${MOST_A_SECOND} messages a second`);
  });
  client.on("badMessage", ({ error }: { error: Error }) => {
    // A late answer to a question that was given up is a message all the same.
    if (!/unrecognised message ID/.test(error.message)) end(1002, "it sent what is no message of OCPP");
  });
  client.on("socketError", (error: Error & { code?: string }) => {
    if (error.code === "WS_ERR_UNSUPPORTED_MESSAGE_LENGTH") tell("Closed: a frame above 64 kB");
  });
  client.on("close", () => {
    if (live.get(id) === point) live.delete(id);
  });
  client.handle(({ messageId, method, params }) => {
    const action = checkedAction(method, params);
    return point.inTurn(() => answer(id, point, messageId, action, params));
  });
});

interface Payloads {
  BootNotification: {
    chargePointVendor: string;
    chargePointModel: string;
    chargePointSerialNumber?: string;
    firmwareVersion?: string;
  };
  MeterValues: { connectorId: number; transactionId?: number; meterValue: SentMeterValue[] };
  StartTransaction: { connectorId: number; idTag: string; meterStart: number; timestamp: string };
  StopTransaction: {
    transactionId: number;
    meterStop: number;
    timestamp: string;
    reason?: string;
    transactionData?: SentMeterValue[];
  };
  StatusNotification: { connectorId: number; status: string; errorCode: string; info?: string; timestamp?: string };
}

const ACCEPTED = { idTagInfo: { status: "Accepted" } };

async function answer(
  id: string,
  point: LiveChargePoint,
  messageId: string,
  action: Action,
  payload: object,
): Promise<object> {
  const now = new Date();
  const once = (work: (tx: Transaction) => Promise<object>) => onlyOnce(id, { messageId, action, payload }, work);
  switch (action) {
    case "BootNotification": {
      const boot = payload as Payloads[typeof action];
      await storeBoot(
        id,
        {
          vendor: boot.chargePointVendor,
          model: boot.chargePointModel,
          serial: boot.chargePointSerialNumber ?? "",
          firmware: boot.firmwareVersion ?? "",
        },
        now,
      );
      return { currentTime: now.toISOString(), interval: HEARTBEAT_S, status: "Accepted" };
    }
    case "Heartbeat":
      await storeSeen(id, now);
      return { currentTime: now.toISOString() };
    case "StatusNotification": {
      const { connectorId, status, errorCode, info, timestamp } = payload as Payloads[typeof action];
      const at = new Date(sentTime(timestamp ?? "", now.getTime())).toISOString();
      point.statuses.set(connectorId, { status, errorCode, at, ...(info !== undefined && { info }) });
      if (errorCode !== "NoError") await note(id, `Connector ${connectorId} reports ${errorCode} (${status})`);
      return {};
    }
    case "MeterValues": {
      const { connectorId, transactionId, meterValue } = payload as Payloads[typeof action];
      const readings = meterValue.map((value) => meterReading(value, now.getTime()));
      point.add(connectorId, readings);
      return once(async (tx) => {
        const connector = transactionId === undefined ? null : await connectorOf(tx, id, transactionId);
        await storeReadings(tx, id, connector ?? connectorId, readings);
        return {};
      });
    }
    case "StartTransaction": {
      const { connectorId, meterStart, timestamp } = payload as Payloads[typeof action];
      return once(async (tx) => {
        const at = sentTime(timestamp, now.getTime());
        return { transactionId: await beginSession(tx, id, { connectorId, meterStart, at }), ...ACCEPTED };
      });
    }
    case "StopTransaction": {
      const {
        transactionId,
        meterStop,
        timestamp,
        reason = "",
        transactionData = [],
      } = payload as Payloads[typeof action];
      return once(async (tx) => {
        const connector = await connectorOf(tx, id, transactionId);
        if (connector !== null)
          await storeReadings(
            tx,
            id,
            connector,
            transactionData.map((value) => meterReading(value, now.getTime())),
          );
        await endSession(tx, id, { transactionId, meterStop, at: sentTime(timestamp, now.getTime()), reason });
        return ACCEPTED;
      });
    }
    case "Authorize":
      return ACCEPTED;
    case "DataTransfer":
      return { status: "UnknownVendorId" };
    default:
      return {};
  }
}

const OCPP_PATH = /^\/ocpp\/([^/?]+)\/?(?:\?.*)?$/;

/** Takes over a connection that is to become a WebSocket; any other address is not found. */
export function upgradeToHub(request: IncomingMessage, socket: Duplex, head: Buffer): void {
  const refuseWith = (status: string) =>
    socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
  socket.on("error", () => {});
  const [, id = ""] = OCPP_PATH.exec(request.url ?? "") ?? [];
  if (isStopping()) return void refuseWith("503 Service Unavailable");
  if (!CHARGE_POINT_ID.test(id)) return void refuseWith("404 Not Found");
  // The library takes the last part of the path for the identity.
  request.url = `/ocpp/${id}`;
  void server.handleUpgrade(request, socket as never, head).catch((error: unknown) => {
    log.warn(faultOf(error), "a connection could not be taken over");
    socket.destroy();
  });
}

/** Forgets old messages now and then. @returns a function that ends the hub's connections */
export function startHub(): () => void {
  const timer = setInterval(() => void forgetMessages().catch(() => {}), FORGET_EVERY_MS);
  timer.unref();
  return () => {
    clearInterval(timer);
    for (const { client } of live.values()) void client.close({ code: 1001, reason: "The server stops", force: true });
  };
}
