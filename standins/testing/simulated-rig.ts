/** The stand-ins of a home with clamps, a splitter and two chargers, run in simulated time: a check takes milliseconds. */

import { clampReadings } from "#core/energy/recorder/recorder.ts";
import {
  CLAMP_TROUBLES,
  type ClampTrouble,
  HOLDING_REGISTERS,
  INPUT_REGISTERS,
} from "#core/energy/recorder/registers.ts";
import type { SplitterFault } from "#core/install/checks/splitter-registers.ts";
import {
  type Act,
  type ChargerSample,
  type CheckBasis,
  type CheckRecord,
  type CheckSample,
  heldBelowA,
  type Mark,
  type Request,
  type Rig,
} from "#core/install/checks/types.ts";
import { ChargePoint, type Fault } from "#standins/charger/charge-point.ts";
import { Recorder } from "#standins/clamps/recorder.ts";
import { Splitter } from "#standins/splitter/splitter.ts";

const STEP_S = 0.25;
/** A charger that restarts is away for so long. */
const RESTARTS_S = 1;
const DROPS_EVERY_S = 5;

export interface SimulatedHome {
  basis: CheckBasis;
  clamps: number;
  houseA: number;
  faults?: readonly Fault[];
  secondFaults?: readonly Fault[];
  trouble?: ClampTrouble;
  splitterFault?: SplitterFault;
  /** What no person does in this home. */
  refuses?: Act["kind"];
  /** The charger understands no request. */
  isMute?: boolean;
  /** It sends its current every so many seconds alone. */
  sendsEveryS?: number;
}

/** @returns a rig whose time passes only while it waits */
export function simulatedRig(home: SimulatedHome): Rig & { nowS(): number } {
  const { basis, clamps, houseA, faults = [], secondFaults = [], trouble = "none" } = home;
  let nowS = 0;
  let lost = 0;
  let backAtS = 0;
  const samples: CheckSample[] = [];
  const marks: Mark[] = [];
  const recorder = new Recorder(
    { ampsAt: () => houseA },
    { clamps, volts: basis.legVolts, clampRatingA: 200, speed: 1, days: 1 },
    () => nowS * 1000,
  );
  for (let i = 0; i < clamps; i++) recorder.write(HOLDING_REGISTERS.faults + i, CLAMP_TROUBLES.indexOf(trouble));
  const splitter = new Splitter({ applianceA: 20, circuitA: basis.circuitA, delayS: 3 });
  splitter.fault = home.splitterFault ?? "none";
  const isShared = basis.chargers > 1;
  const charger = (of: readonly Fault[]) =>
    new ChargePoint({
      setA: basis.designedA,
      volts: basis.chargerVolts,
      phases: 1,
      carA: basis.designedA,
      faults: new Set(of),
      readsCharger: basis.readsCharger,
      hasPenDetection: basis.hasLostPen,
      ...(basis.limitA !== null && { limitA: basis.limitA }),
    });
  const [first, second] = [charger(faults), charger(secondFaults)];
  first.isCharging = true;

  const sampleOf = (of: ChargePoint): ChargerSample => ({
    offeredA: of.offeredA,
    currentA: of.currentA,
    voltageV: of.volts,
    status: of.status.status,
    errorCode: of.status.errorCode,
    info: of.status.info ?? null,
    lost,
  });
  function step(): void {
    nowS += STEP_S;
    if (basis.isSplitter) {
      splitter.chargerAsksA = first.wouldTakeA;
      splitter.pass(STEP_S);
      first.isCutOff = !splitter.isChargerClosed;
    }
    for (let i = 0; i < clamps; i++)
      recorder.write(
        HOLDING_REGISTERS.chargerCentiA + i,
        basis.readsCharger ? Math.round((first.currentA + second.currentA) * 100) : 0,
      );
    const read = clampReadings(Array.from({ length: INPUT_REGISTERS.state }, (_, at) => recorder.input(at)));
    const heard = read.every(({ signal }) => signal) ? Math.max(...read.map(({ amps }) => amps)) : null;
    if (backAtS > 0 && nowS >= backAtS) [first.isCharging, backAtS] = [true, 0];
    const bothCharge = first.isCharging && second.isCharging;
    for (const one of [first, second]) {
      one.shareA = bothCharge ? heldBelowA(basis) / 2 : Number.POSITIVE_INFINITY;
      one.readClamps(heard);
      one.pass(STEP_S);
    }
    const isDropped = faults.includes("drops-line") && nowS % DROPS_EVERY_S < 2 * STEP_S;
    if (isDropped && nowS % DROPS_EVERY_S < STEP_S) lost++;
    const isSilent = home.sendsEveryS !== undefined && nowS % home.sendsEveryS >= home.sendsEveryS / 2;
    samples.push({
      atS: nowS,
      charger: isDropped ? null : isSilent ? { ...sampleOf(first), currentA: null } : sampleOf(first),
      second: isShared ? sampleOf(second) : null,
      clamps: clamps > 0 ? read : null,
      splitter: basis.isSplitter
        ? { applianceA: splitter.applianceA, chargerA: splitter.chargerA, delayS: splitter.settings.delayS }
        : null,
    });
  }
  const record = (): CheckRecord => ({ samples, marks });
  step();
  return {
    basis,
    nowS: () => nowS,
    record,
    mark: (what) => void marks.push({ atS: nowS, what }),
    async act(act: Act) {
      if (act.kind === home.refuses) return false;
      if (act.kind === "load")
        for (let i = 0; i < clamps; i++)
          if (act.clamp === null || act.clamp === i) recorder.write(HOLDING_REGISTERS.loadBoxW + i, act.watts);
      if (act.kind === "signal") recorder.isSignalOff = !act.isOn;
      if (act.kind === "voltage") first.testVolts = act.volts;
      if (act.kind === "appliance") splitter.switchAppliance(act.isOn);
      return true;
    },
    async ask(request: Request) {
      if (home.isMute) return false;
      if (request.kind === "limit") first.limit(request.amps ?? Number.POSITIVE_INFINITY);
      else if (request.kind === "start") first.isCharging = true;
      else if (request.kind === "start-second") second.isCharging = true;
      else {
        first.restart();
        backAtS = nowS + RESTARTS_S;
      }
      return true;
    },
    async until(seconds, shows) {
      const end = nowS + seconds;
      while (nowS < end) {
        step();
        if (shows(record())) return true;
      }
      return false;
    },
  };
}
