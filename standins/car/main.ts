/**
 * A car that ships with Heron in place of a real one, a process of its own: it plugs into the stand-in charger's pilot.
 * PILOT (port of the charger's pilot), CLASS (small, family, estate, van, pickup), MAX_A, VOLTS, PHASES, FROM and TO (state
 * of charge, percent), SPEED (how much faster its battery fills).
 */
import { connect, type Socket } from "node:net";
import { createInterface } from "node:readline";
import { CAR_CLASSES } from "#core/energy/need/cars.ts";
import { ownValue } from "#core/own-value.ts";
import type { CarLine, PilotLine } from "#standins/charger/pilot.ts";
import { Car } from "./car.ts";

const number = (name: string, usual: number): number => Number(ownValue(process.env, name) ?? usual);
const kind = ownValue(CAR_CLASSES, process.env.CLASS ?? "family");
if (!kind) {
  console.error(`car: no class "${process.env.CLASS}"; there are ${Object.keys(CAR_CLASSES).join(", ")}`);
  process.exit(2);
}
const car = new Car({
  maxA: number("MAX_A", 32),
  volts: number("VOLTS", 230),
  phases: number("PHASES", 1) === 3 ? 3 : 1,
  batteryKWh: kind.batteryKWh,
  fromPercent: number("FROM", 30),
  toPercent: number("TO", 100),
});

const STEP_MS = 200;
const TRY_AGAIN_MS = 1000;
const port = number("PILOT", 4880);
let offeredA = 0;
let socket: Socket | null = null;
const say = () => socket?.write(`${JSON.stringify({ state: car.state, asksA: car.asksA } satisfies CarLine)}\n`);

function plugIn(): void {
  const line = connect(port, "127.0.0.1", () => {
    console.log(`car: ${process.env.CLASS ?? "family"}, plugged in at ${port}`);
    socket = line;
    say();
  });
  line.on("error", () => {});
  line.on("close", () => {
    socket = null;
    setTimeout(plugIn, TRY_AGAIN_MS);
  });
  createInterface({ input: line })
    .on("error", () => {})
    .on("line", (text) => {
      offeredA = (JSON.parse(text) as PilotLine).offeredA;
    });
}
plugIn();
setInterval(() => {
  car.pass((STEP_MS / 1000) * number("SPEED", 1), socket ? car.takesA(offeredA) : 0);
  say();
}, STEP_MS);
process.on("SIGTERM", () => process.exit(0));
