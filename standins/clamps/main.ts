/**
 * A clamp recorder that ships with Heron in place of a real one: Modbus TCP on loopback, a process of its own.
 * PORT, CLAMPS (1 to 4), VOLTS, SPEED (how much faster its clock runs while it records), DAYS, SEED, HOUSE_A (a house that
 * draws the same all the time, instead of the scripted one).
 */
import { ServerTCP } from "modbus-serial";
import { scriptedHouse } from "./house.ts";
import { Recorder } from "./recorder.ts";

const number = (name: string, usual: number): number => Number(process.env[name] ?? usual);
const clamps = Math.min(4, Math.max(1, number("CLAMPS", 2)));
const port = number("PORT", 4872);
const recorder = new Recorder(
  process.env.HOUSE_A ? { ampsAt: () => number("HOUSE_A", 0) } : scriptedHouse(clamps, number("SEED", 7)),
  { clamps, volts: number("VOLTS", 120), clampRatingA: 200, speed: number("SPEED", 60_000), days: number("DAYS", 31) },
  Date.now,
);

const server = new ServerTCP(
  {
    getInputRegister: (address: number) => recorder.input(address),
    getMultipleInputRegisters: (address: number, length: number) =>
      Array.from({ length }, (_, i) => recorder.input(address + i)),
    getHoldingRegister: (address: number) => recorder.holding(address),
    setRegister: (address: number, value: number) => recorder.write(address, value),
  },
  { host: "127.0.0.1", port, unitID: 1 },
);
server.on("serverError", (error) => {
  console.error(`clamps: ${error}`);
  process.exit(1);
});
server.on("initialized", () => console.log(`clamps: ${clamps} on 127.0.0.1:${port}`));
process.on("SIGTERM", () => process.exit(0));
