/**
 * A charger that ships with Heron in place of a real one: an OCPP 1.6 charge point, a process of its own. Its settings:
 * URL (of the hub, without the id), ID, TOKEN, SET_A, VOLTS, PHASES, EVERY_MS, SPEED, FAULTS (with commas).
 * Car: CAR_A (largest current), or PILOT (port where a car of its own process plugs in).
 * Clamps: CLAMPS (host:port), LIMIT_A, PLACE (among the chargers of the home, from 0), READS (house: the house alone).
 * Splitter: SPLITTER (host:port). Other charger: SHARED_A, SHARE (own port:port of the other one).
 * Lost neutral: PEN (1: it detects one), TESTER (1: it cannot simulate a voltage itself).
 */
import { ownValue } from "#core/own-value.ts";
import { FAULTS, type Fault } from "./charge-point.ts";
import { connectCharger } from "./connect.ts";
import { Share } from "./share.ts";

const number = (name: string, usual: number): number => Number(ownValue(process.env, name) ?? usual);
const {
  URL: url = "ws://127.0.0.1:4870/ocpp",
  ID: id = "stand-in",
  TOKEN: token = "",
  FAULTS: named = "",
} = process.env;
const asked = named.split(",").filter(Boolean);
const unknown = asked.filter((name) => !(FAULTS as readonly string[]).includes(name));
if (unknown.length > 0) {
  console.error(`charger: no fault "${unknown.join(", ")}"; there are ${FAULTS.join(", ")}`);
  process.exit(2);
}

const [sharePort, sharePeer] = (process.env.SHARE ?? "").split(":").map(Number);
const share = sharePort && sharePeer ? new Share(sharePort, sharePeer, number("SHARED_A", 32)) : undefined;

const connect = () =>
  connectCharger({
    url,
    id,
    token,
    setA: number("SET_A", 32),
    volts: number("VOLTS", 230),
    phases: number("PHASES", 1) === 3 ? 3 : 1,
    carA: number("CAR_A", 32),
    everyMs: number("EVERY_MS", 1000),
    speed: number("SPEED", 1),
    faults: new Set(asked as Fault[]),
    clamps: process.env.CLAMPS,
    place: number("PLACE", 0),
    ...(process.env.LIMIT_A && { limitA: number("LIMIT_A", 0) }),
    readsCharger: process.env.READS !== "house",
    splitter: process.env.SPLITTER,
    share,
    hasPenDetection: process.env.PEN === "1",
    needsTester: process.env.TESTER === "1",
    ...(process.env.PILOT && { pilotPort: number("PILOT", 0) }),
  });

/** The server may still be starting. */
const TRY_AGAIN_MS = 2000;
async function keepTrying(): Promise<void> {
  try {
    const off = await connect();
    console.log(`charger: ${id} at ${url}`);
    process.on("SIGTERM", () => void off().finally(() => process.exit(0)));
  } catch {
    setTimeout(() => void keepTrying(), TRY_AGAIN_MS);
  }
}
await keepTrying();
