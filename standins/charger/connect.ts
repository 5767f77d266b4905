/** Connects the simulated charger to a hub, as a charge point of OCPP 1.6 JSON. */
import { RPCClient } from "ocpp-rpc";
import { ChargePoint, type ChargePointSettings } from "./charge-point.ts";
import { PluggedCar } from "./pilot.ts";
import type { Share } from "./share.ts";
import { ClampWire, SplitterWire } from "./wiring.ts";

export interface Connection extends ChargePointSettings {
  /** `ws://127.0.0.1:4870/ocpp` */
  url: string;
  id: string;
  token: string;
  /** Real milliseconds between two values of its meter. */
  everyMs: number;
  /** How much faster its clock runs. */
  speed: number;
  /** Port of its pilot, where a car of its own process plugs in; without it a car that takes all it can is there. */
  pilotPort?: number | undefined;
  /** Addresses of the clamps that it follows, and of the splitter that it stands behind. */
  clamps?: string | undefined;
  /** Its place among the chargers of the home, from 0. */
  place?: number | undefined;
  splitter?: string | undefined;
  /** It has no setting for a simulated voltage, as most chargers: a tester is needed. */
  needsTester?: boolean | undefined;
  /** Another charger of the home, with which it shares a current while both charge. */
  share?: Share | undefined;
}

const CONNECTOR = 1;
/** Step of its simulation, independent of its messages. */
const STEP_MS = 200;
/** A setting by which it simulates a voltage at its supply. */
const VOLTAGE_KEY = "TestVoltage";
/** It is away for so long when it restarts. */
const RESTARTS_MS = 1500;
/** A charger with the fault "drops-line" is off for as long after each of these. */
const DROPS_AFTER_MS = 5000;

/** Connects a simulated charger whose car charges at once. @returns a function that takes it off the line */
export async function connectCharger({
  url,
  id,
  token,
  everyMs,
  speed,
  pilotPort,
  clamps,
  place = 0,
  splitter,
  needsTester = false,
  share,
  ...settings
}: Connection): Promise<() => Promise<void>> {
  const car = pilotPort === undefined ? undefined : new PluggedCar(pilotPort);
  const point = new ChargePoint(settings, car);
  const clampWire = clamps === undefined ? null : new ClampWire(clamps, place);
  const splitterWire = splitter === undefined ? null : new SplitterWire(splitter);
  const client = new RPCClient({
    endpoint: url,
    identity: id,
    password: token,
    protocols: ["ocpp1.6"],
    reconnect: true,
  } as never);
  let transactionId = 0;
  const call = (action: string, payload: object) =>
    (client.call(action, payload) as Promise<Record<string, unknown>>).catch(() => ({}) as Record<string, unknown>);
  const timestamp = () => new Date().toISOString();
  const send = () =>
    call("MeterValues", {
      connectorId: CONNECTOR,
      ...(transactionId > 0 && { transactionId }),
      meterValue: [{ timestamp: timestamp(), sampledValue: point.values() }],
    });
  let said = "";
  const status = (word: string, more: { errorCode?: string; info?: string } = {}) => {
    said = "";
    return call("StatusNotification", {
      connectorId: CONNECTOR,
      errorCode: "NoError",
      status: word,
      timestamp: timestamp(),
      ...more,
    });
  };

  /** Says its status where that has changed. */
  function tellStatus() {
    const { status: word, ...more } = point.status;
    const text = JSON.stringify(point.status);
    if (text === said || !isOnline) return;
    void status(word, more);
    said = text;
  }
  let isOnline = false;

  async function boot() {
    await call("BootNotification", {
      chargePointVendor: "Stand-in",
      chargePointModel: "Heron charger",
      firmwareVersion: "1.0",
    });
    isOnline = true;
    await status("Preparing");
    await start();
  }
  async function start() {
    point.isCharging = true;
    const begun = await call("StartTransaction", {
      connectorId: CONNECTOR,
      idTag: "any",
      meterStart: point.registerWh,
      timestamp: timestamp(),
    });
    transactionId = Number(begun.transactionId ?? 0);
    tellStatus();
    await send();
  }
  async function stop(reason: string) {
    point.isCharging = false;
    await call("StopTransaction", { transactionId, meterStop: point.registerWh, timestamp: timestamp(), reason });
    transactionId = 0;
    await status("Finishing");
  }
  /** Does something after its answer is on the line. */
  const later = (work: () => Promise<unknown>) => void setTimeout(() => void work(), 50);

  client.handle(((message: { method: string; params: Record<string, unknown> }) => {
    const { method, params } = message;
    switch (method) {
      case "TriggerMessage":
        if (params.requestedMessage === "MeterValues") later(send);
        return { status: params.requestedMessage === "MeterValues" ? "Accepted" : "NotImplemented" };
      case "SetChargingProfile": {
        const { chargingSchedule } = params.csChargingProfiles as {
          chargingSchedule: { chargingSchedulePeriod: { limit: number }[] };
        };
        point.limit(chargingSchedule.chargingSchedulePeriod[0]?.limit ?? 0);
        return { status: "Accepted" };
      }
      case "ClearChargingProfile":
        point.limit(Number.POSITIVE_INFINITY);
        return { status: "Accepted" };
      case "ChangeConfiguration":
        if (params.key === VOLTAGE_KEY) point.testVolts = params.value === "" ? null : Number(params.value);
        return { status: "Accepted" };
      case "GetConfiguration": {
        const asked = (params.key as string[] | undefined) ?? [VOLTAGE_KEY];
        const known = { key: VOLTAGE_KEY, readonly: false, value: String(point.testVolts ?? "") };
        const isKnown = (key: string) => key === VOLTAGE_KEY && !needsTester;
        return {
          configurationKey: asked.some(isKnown) ? [known] : [],
          unknownKey: asked.filter((key) => !isKnown(key)),
        };
      }
      case "RemoteStartTransaction":
        if (!point.isCharging) later(start);
        return { status: "Accepted" };
      case "RemoteStopTransaction":
        later(() => stop("Remote"));
        return { status: "Accepted" };
      case "Reset":
        later(async () => {
          await stop("HardReset");
          isOnline = false;
          point.restart();
          await new Promise((resolve) => setTimeout(resolve, RESTARTS_MS));
          await boot();
        });
        return { status: "Accepted" };
      default:
        return { status: "Rejected" };
    }
  }) as never);

  await client.connect();
  await boot();
  let stepped = Date.now();
  const inside = setInterval(() => {
    const now = Date.now();
    point.pass(((now - stepped) / 1000) * speed);
    stepped = now;
    car?.offer(point.offeredA);
    if (share) point.shareA = share.pass(point.isCharging);
    const flowsA = point.currentA;
    if (clampWire)
      void clampWire.read(settings.readsCharger === false ? 0 : flowsA).then((amps) => point.readClamps(amps));
    if (splitterWire)
      void splitterWire.pass(point.wouldTakeA).then((isClosed) => {
        point.isCutOff = isClosed === false;
      });
    tellStatus();
  }, STEP_MS);
  const timer = setInterval(() => void send(), everyMs);
  const drops = settings.faults.has("drops-line")
    ? setInterval(
        () => void client.close({ code: 1001, reason: "The line is gone" }).then(() => client.connect()),
        DROPS_AFTER_MS,
      )
    : undefined;
  return async () => {
    clearInterval(inside);
    clearInterval(timer);
    clampWire?.close();
    splitterWire?.close();
    car?.server.close();
    share?.close();
    clearInterval(drops);
    await client.close({ code: 1000, reason: "Off" });
  };
}
