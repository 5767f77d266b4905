/**
 * A circuit splitter that ships with Heron in place of a real one: Modbus TCP on loopback, a process of its own.
 * PORT, APPLIANCE_A, CIRCUIT_A, DELAY_S, FAULT.
 */
import { ServerTCP } from "modbus-serial";
import {
  SPLITTER_FAULTS,
  SPLITTER_HOLDING,
  SPLITTER_INPUT,
  SPLITTER_MAGIC,
  type SplitterFault,
} from "#core/install/checks/splitter-registers.ts";
import { ownValue } from "#core/own-value.ts";
import { Splitter } from "./splitter.ts";

const number = (name: string, usual: number): number => Number(ownValue(process.env, name) ?? usual);
const port = number("PORT", 4878);
const splitter = new Splitter({
  applianceA: number("APPLIANCE_A", 20),
  circuitA: number("CIRCUIT_A", 30),
  delayS: number("DELAY_S", 5),
});
splitter.fault = SPLITTER_FAULTS.find((fault: SplitterFault) => fault === process.env.FAULT) ?? "none";

const STEP_MS = 100;
setInterval(() => splitter.pass(STEP_MS / 1000), STEP_MS);

function input(address: number): number {
  switch (address) {
    case SPLITTER_INPUT.magic:
      return SPLITTER_MAGIC;
    case SPLITTER_INPUT.version:
    case SPLITTER_INPUT.hasTestAppliance:
      return 1;
    case SPLITTER_INPUT.applianceCentiA:
      return Math.round(splitter.applianceA * 100);
    case SPLITTER_INPUT.chargerCentiA:
      return Math.round(splitter.chargerA * 100);
    case SPLITTER_INPUT.delayS:
      return splitter.settings.delayS;
    case SPLITTER_INPUT.chargerClosed:
      return Number(splitter.isChargerClosed);
    default:
      return 0;
  }
}

const server = new ServerTCP(
  {
    getInputRegister: input,
    getMultipleInputRegisters: (address: number, length: number) =>
      Array.from({ length }, (_, i) => input(address + i)),
    setRegister(address: number, value: number) {
      if (address === SPLITTER_HOLDING.testAppliance) splitter.switchAppliance(value === 1);
      else if (address === SPLITTER_HOLDING.chargerAsksCentiA) splitter.chargerAsksA = value / 100;
      else if (address === SPLITTER_HOLDING.fault) splitter.fault = SPLITTER_FAULTS[value] ?? "none";
    },
  },
  { host: "127.0.0.1", port, unitID: 1 },
);
server.on("serverError", (error) => {
  console.error(`splitter: ${error}`);
  process.exit(1);
});
server.on("initialized", () => console.log(`splitter: on 127.0.0.1:${port}`));
process.on("SIGTERM", () => process.exit(0));
