/** Connects the simulated charger to a hub, as a charge point of OCPP 1.6 JSON. */
import { RPCClient } from "ocpp-rpc";
import { ChargePoint, type ChargePointSettings } from "./charge-point.ts";

export interface Connection extends ChargePointSettings {
  /** `ws://127.0.0.1:4870/ocpp` */
  url: string;
  id: string;
  token: string;
  /** Real milliseconds between two values of its meter. */
  everyMs: number;
  /** How much faster its clock runs. */
  speed: number;
}

const CONNECTOR = 1;
/** A charger with the fault "drops-line" is off for as long after each of these. */
const DROPS_AFTER_MS = 5000;

/** Connects a simulated charger whose car charges at once. @returns a function that takes it off the line */
export async function connectCharger({
  url,
  id,
  token,
  everyMs,
  speed,
  ...settings
}: Connection): Promise<() => Promise<void>> {
  const point = new ChargePoint(settings);
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
  const status = (word: string) =>
    call("StatusNotification", { connectorId: CONNECTOR, errorCode: "NoError", status: word, timestamp: timestamp() });

  async function boot() {
    await call("BootNotification", {
      chargePointVendor: "Stand-in",
      chargePointModel: "Heron charger",
      firmwareVersion: "1.0",
    });
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
    await status("Charging");
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
      case "ChangeConfiguration":
        return { status: "Accepted" };
      case "GetConfiguration":
        return { configurationKey: [], unknownKey: [] };
      case "RemoteStartTransaction":
        later(start);
        return { status: "Accepted" };
      case "RemoteStopTransaction":
        later(() => stop("Remote"));
        return { status: "Accepted" };
      case "Reset":
        later(async () => {
          await stop("HardReset");
          point.restart();
          await boot();
        });
        return { status: "Accepted" };
      default:
        return { status: "Rejected" };
    }
  }) as never);

  await client.connect();
  await boot();
  const timer = setInterval(() => {
    point.pass((everyMs / 1000) * speed);
    void send();
  }, everyMs);
  const drops = settings.faults.has("drops-line")
    ? setInterval(
        () => void client.close({ code: 1001, reason: "The line is gone" }).then(() => client.connect()),
        DROPS_AFTER_MS,
      )
    : undefined;
  return async () => {
    clearInterval(timer);
    clearInterval(drops);
    await client.close({ code: 1000, reason: "Off" });
  };
}
