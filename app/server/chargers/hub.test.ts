import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { eq } from "drizzle-orm";
import { RPCClient } from "ocpp-rpc";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { knownUsHome } from "#core/testing/cases.ts";
import { chargeQuarter, chargeRegister, chargeSession } from "#db/schema.ts";
import { twoFirms } from "#tests/firms.ts";
import { database } from "../database.ts";
import { jobsOf } from "../firm-jobs.ts";
import { chargePointsOf } from "./charge-points.ts";
import { askChargePoint, liveChargePoint, upgradeToHub } from "./hub.ts";

const { ours, theirs } = twoFirms();
const points = chargePointsOf(ours.id);
let http: Server;
let url: string;
let job: string;
let id: string;
let token: string;
let count = 0;
const open: RPCClient[] = [];

beforeAll(async () => {
  http = createServer();
  http.on("upgrade", upgradeToHub);
  await new Promise<void>((resolve) => http.listen(0, "127.0.0.1", resolve));
  url = `ws://127.0.0.1:${(http.address() as AddressInfo).port}/ocpp`;
});
afterAll(() => new Promise<void>((resolve) => http.close(() => resolve())));
beforeEach(async () => {
  job = await jobsOf(ours.id).create(knownUsHome());
  id = `CP-${++count}`;
  const registered = await points.register(job, id);
  token = registered.kind === "registered" ? registered.token : "";
});
afterEach(async () => {
  await Promise.all(open.splice(0).map((client) => client.close({ force: true }).catch(() => {})));
});

/** A charge point that connects once. */
function chargePoint(more: { password?: string; protocols?: string[]; identity?: string } = {}): RPCClient {
  const client = new RPCClient({
    endpoint: url,
    identity: id,
    password: token,
    protocols: ["ocpp1.6"],
    reconnect: false,
    ...more,
  } as never);
  open.push(client);
  return client;
}
async function joined(): Promise<RPCClient> {
  const client = chargePoint();
  await client.connect();
  return client;
}
const BOOT = { chargePointVendor: "Made up", chargePointModel: "One" };
const meter = (timestamp: string, wh: number, more: object[] = []) => ({
  connectorId: 1,
  meterValue: [{ timestamp, sampledValue: [{ value: String(wh) }, ...more] }],
});
const energyOf = async () =>
  (await database.select().from(chargeQuarter).where(eq(chargeQuarter.chargePointId, id))).reduce(
    (t, q) => t + q.wh,
    0,
  );
const notesOf = async () => (await points.list(job)).find((one) => one.id === id)?.notes.map(({ text }) => text) ?? [];
const codeOf = (asked: Promise<unknown>) =>
  asked.then(
    () => "answered",
    (error: { rpcErrorCode?: string }) => error.rpcErrorCode,
  );

describe("the hub of charge points", () => {
  it.each([
    ["a wrong token", { password: "wrong" }, /Unauthorized/],
    ["another's id", { identity: "CP-unknown" }, /Unauthorized/],
    ["another version", { protocols: ["ocpp2.0.1"] }, /Bad Request/],
  ])("does not let in %s", async (_, more, status) => {
    await expect(chargePoint(more).connect()).rejects.toThrow(status);
    expect(liveChargePoint(id)).toBeUndefined();
  });

  it("finds nothing at other addresses, and survives one that is no address", async () => {
    for (const path of ["/other/CP-1", "/ocpp/%E0%A4%A", "/ocpp/a/b", "/ocpp/"]) {
      const answer = await fetch(`http://127.0.0.1:${(http.address() as AddressInfo).port}${path}`, {
        headers: { Connection: "Upgrade", Upgrade: "websocket" },
      }).catch((error: Error) => error);
      expect(answer).toBeDefined();
    }
    await joined();
    expect(liveChargePoint(id)).toBeDefined();
  });

  it("accepts a charge point with the time and an interval, and stores what it says of itself", async () => {
    const client = await joined();
    expect(await client.call("BootNotification", { ...BOOT, firmwareVersion: "1.2" })).toMatchObject({
      status: "Accepted",
      interval: 60,
      currentTime: expect.stringMatching(/^\d{4}-/),
    });
    expect(await points.list(job)).toMatchObject([{ id, vendor: "Made up", model: "One", firmware: "1.2" }]);
    await client.call("StatusNotification", { connectorId: 1, status: "Faulted", errorCode: "GroundFailure" });
    expect(liveChargePoint(id)?.statuses.get(1)).toMatchObject({ status: "Faulted", errorCode: "GroundFailure" });
    expect(await notesOf()).toContain("Connector 1 reports GroundFailure (Faulted)");
  });

  it("answers what it does not know or what is malformed with the codes of OCPP", async () => {
    const client = await joined();
    expect(await codeOf(client.call("Dance", {}))).toBe("NotImplemented");
    expect(await codeOf(client.call("Reset", { type: "Hard" }))).toBe("NotImplemented");
    expect(await codeOf(client.call("BootNotification", { chargePointVendor: "A" }))).toBe("FormationViolation");
    expect(await codeOf(client.call("BootNotification", { ...BOOT, extra: 1 }))).toBe("FormationViolation");
    expect(await codeOf(client.call("BootNotification", { ...BOOT, chargePointModel: 7 }))).toBe(
      "TypeConstraintViolation",
    );
    expect(await client.call("Heartbeat", {})).toHaveProperty("currentTime");
  });

  it("stores energy by the quarter hour, in Wh or kWh, and notes a register that decreases", async () => {
    const client = await joined();
    await client.call("MeterValues", meter("2026-11-30T20:00:00Z", 1000));
    await client.call("MeterValues", meter("2026-11-30T20:30:00Z", 4000));
    const quarters = await database.select().from(chargeQuarter).where(eq(chargeQuarter.chargePointId, id));
    expect(quarters.map(({ wh }) => wh)).toEqual([1500, 1500]);
    const inKWh = { value: "4.5", measurand: "Energy.Active.Import.Register", unit: "kWh" };
    await client.call("MeterValues", {
      connectorId: 1,
      meterValue: [{ timestamp: "2026-11-30T20:45:00Z", sampledValue: [inKWh] }],
    });
    expect(await energyOf()).toBeCloseTo(3500, 6);
    await client.call("MeterValues", meter("2026-11-30T21:00:00Z", 100));
    expect(await energyOf()).toBeCloseTo(3500, 6);
    expect(await notesOf()).toEqual([expect.stringContaining("went back from 4500 to 100 Wh")]);
    await client.call("MeterValues", meter("2026-11-30T20:10:00Z", 9000));
    expect(await energyOf()).toBeCloseTo(3500, 6);
    const [register] = await database.select().from(chargeRegister).where(eq(chargeRegister.chargePointId, id));
    expect(register?.wh).toBe(100);
  });

  it("sums the energy by quarter for its job, and by month for its firm alone", async () => {
    const client = await joined();
    const current = (value: string, measurand: string) => ({ value, measurand, unit: "A" });
    await client.call("MeterValues", meter("2026-11-29T22:00:00Z", 0));
    await client.call(
      "MeterValues",
      meter("2026-11-29T22:15:00Z", 1000, [current("16", "Current.Import"), current("20", "Current.Offered")]),
    );
    await client.call("MeterValues", meter("2026-12-01T13:00:00Z", 1000));
    await client.call("MeterValues", meter("2026-12-01T13:15:00Z", 3000));
    const found = await points.quarters(job, new Date("2026-11-01T00:00:00Z"));
    expect(found.wh.filter((wh) => wh > 0)).toEqual([1000, 2000]);
    expect([found.mostA[1], found.leastOfferedA[1]]).toEqual([16, 20]);
    expect((await chargePointsOf(theirs.id).quarters(job, new Date(0))).at).toEqual([]);
    const own = (await points.months("2026-11")).filter(({ kWh }) => kWh > 0);
    expect(own.map(({ month }) => month)).toEqual(expect.arrayContaining(["2026-12", "2026-11"]));
    expect(await points.months("2027-01")).toEqual([]);
    expect(await chargePointsOf(theirs.id).months("2026-01")).toEqual([]);
  });
  it("keeps the largest current and power of a quarter", async () => {
    const client = await joined();
    const current = (value: string) => ({ value, measurand: "Current.Import", unit: "A", phase: "L1" });
    await client.call("MeterValues", meter("2026-11-30T20:01:00Z", 1000, [current("16")]));
    await client.call("MeterValues", meter("2026-11-30T20:02:00Z", 1010, [current("12")]));
    const [quarter] = await database.select().from(chargeQuarter).where(eq(chargeQuarter.chargePointId, id));
    expect(quarter).toMatchObject({ mostA: 16, mostW: null, wh: 10 });
    const [first, second] = liveChargePoint(id)?.since(0, 10) ?? [];
    expect(second).toMatchObject({ connector: 1, currentA: [12], registerWh: 1010 });
    expect(liveChargePoint(id)?.since(first?.seq ?? 0, 10)).toEqual([second]);
  });

  it("counts a session from its beginning to its end, by its transaction id", async () => {
    const client = await joined();
    const begun = (await client.call("StartTransaction", {
      connectorId: 1,
      idTag: "any",
      meterStart: 5000,
      timestamp: "2026-11-30T20:00:00Z",
    })) as { transactionId: number; idTagInfo: object };
    expect(begun).toMatchObject({ transactionId: expect.any(Number), idTagInfo: { status: "Accepted" } });
    const { transactionId } = begun;
    await client.call("MeterValues", { ...meter("2026-11-30T21:00:00Z", 9000), transactionId });
    await client.call("StopTransaction", { transactionId, meterStop: 12_000, timestamp: "2026-11-30T22:00:00Z" });
    expect((await points.list(job))[0]?.sessions).toMatchObject([{ id: transactionId, kWh: 7 }]);
    expect(await energyOf()).toBeCloseTo(7000, 6);
    await client.call("StopTransaction", {
      transactionId: 99_999_999,
      meterStop: 1,
      timestamp: "2026-11-30T22:00:00Z",
    });
    expect(await notesOf()).toEqual([expect.stringContaining("99999999")]);
  });

  it("takes a message that is sent again after a lost line once", async () => {
    const first = await joined();
    const message = JSON.stringify([
      2,
      "same-id",
      "StartTransaction",
      { connectorId: 1, idTag: "any", meterStart: 0, timestamp: "2026-11-30T20:00:00Z" },
    ]);
    const answered = async (client: RPCClient) => {
      const answer = new Promise<{ transactionId: number }>((resolve) =>
        client.on("message", ({ message: text, outbound }: { message: string; outbound: boolean }) => {
          const [kind, messageId, payload] = JSON.parse(text);
          if (!outbound && kind === 3 && messageId === "same-id") resolve(payload);
        }),
      );
      client.sendRaw(message);
      return (await answer).transactionId;
    };
    const one = await answered(first);
    await first.close({ force: true });
    const two = await answered(await joined());
    expect(two).toBe(one);
    expect(await database.select().from(chargeSession).where(eq(chargeSession.chargePointId, id))).toHaveLength(1);
  });

  it("replaces a connection by a newer one of the same id", async () => {
    const first = await joined();
    const closed = new Promise((resolve) => first.once("close", resolve));
    const second = await joined();
    await closed;
    expect(await second.call("Heartbeat", {})).toHaveProperty("currentTime");
    expect(liveChargePoint(id)).toBeDefined();
  });

  it.each([
    ["what is no message", (client: RPCClient) => client.sendRaw("hello"), /no message of OCPP/],
    [
      "a frame above 64 kB",
      (client: RPCClient) => client.sendRaw(JSON.stringify([2, "x", "Heartbeat", { text: "y".repeat(70_000) }])),
      /above 64 kB/,
    ],
    [
      "more than 50 messages a second",
      (client: RPCClient) => {
        for (let i = 0; i < 120; i++) client.sendRaw(JSON.stringify([2, `m${i}`, "Heartbeat", {}]));
      },
      /more than 50 messages a second/,
    ],
  ])("closes a connection that sends %s, and adds a note", async (_, send, words) => {
    const client = await joined();
    const closed = new Promise((resolve) => client.once("close", resolve));
    send(client);
    await closed;
    await expect.poll(notesOf).toEqual(expect.arrayContaining([expect.stringMatching(words)]));
    await expect.poll(() => liveChargePoint(id)).toBeUndefined();
  });

  it("asks a charge point, and has no answer of one that is gone", async () => {
    const client = await joined();
    client.handle("GetConfiguration", () => ({ configurationKey: [] }) as never);
    expect(await askChargePoint(id, "GetConfiguration", {})).toEqual({ configurationKey: [] });
    await client.close({ force: true });
    await expect.poll(() => askChargePoint(id, "GetConfiguration", {})).toBeNull();
  });
});

describe("charge points of a firm", () => {
  it("are registered once, and reached by that firm alone", async () => {
    expect(await points.register(job, id)).toEqual({ kind: "taken" });
    const others = chargePointsOf(theirs.id);
    expect(await others.register(job, "CP-x")).toEqual({ kind: "not-found" });
    expect(await others.list(job)).toEqual([]);
    expect(await others.remove(job, id)).toBe(false);
    expect(await others.renew(job, id)).toBeNull();
    for (const more of ["a", "b", "c"]) expect((await points.register(job, `${id}-${more}`)).kind).toBe("registered");
    expect(await points.register(job, `${id}-d`)).toEqual({ kind: "too-many" });
  });
  it("get a new token, with which the old one opens nothing", async () => {
    const renewed = await points.renew(job, id);
    await expect(chargePoint().connect()).rejects.toThrow(/Unauthorized/);
    await chargePoint({ password: renewed ?? "" }).connect();
    expect(await points.remove(job, id)).toBe(true);
    expect(await points.list(job)).toEqual([]);
  });
});
