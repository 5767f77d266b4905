/** A simulated car: it asks for the current of its class, tapers when it is nearly full, and ends. */

export interface CarSettings {
  /** Largest current that it asks for, A, on each phase that it uses. */
  maxA: number;
  volts: number;
  phases: 1 | 3;
  batteryKWh: number;
  /** State of charge at which it is plugged in, and at which it ends, percent. */
  fromPercent: number;
  toPercent: number;
}

/** It tapers from this state of charge on, percent, down to this share of its current at 100 %. */
const TAPERS_FROM = 85;
const TAPERS_TO = 0.2;
/** Below this it takes nothing, A (IEC 61851-1). */
const LEAST_A = 6;
const EFFICIENCY = 0.9;

/** Pilot states of IEC 61851-1 that a car can show: unplugged, plugged in, charging. */
export type PilotState = "A" | "B" | "C";

export class Car {
  private kWh: number;
  isPluggedIn = true;

  constructor(private readonly settings: CarSettings) {
    this.kWh = (settings.batteryKWh * settings.fromPercent) / 100;
  }

  get percent(): number {
    return (this.kWh / this.settings.batteryKWh) * 100;
  }

  get isFull(): boolean {
    return this.percent >= this.settings.toPercent;
  }

  /** The current that it asks for, A. */
  get asksA(): number {
    if (!this.isPluggedIn || this.isFull) return 0;
    const over = Math.max(0, this.percent - TAPERS_FROM) / (100 - TAPERS_FROM);
    return Math.max(LEAST_A, this.settings.maxA * (1 - over * (1 - TAPERS_TO)));
  }

  get state(): PilotState {
    return !this.isPluggedIn ? "A" : this.isFull ? "B" : "C";
  }

  /** The current that it takes of what is offered, A. */
  takesA(offeredA: number): number {
    return offeredA < LEAST_A ? 0 : Math.min(offeredA, this.asksA);
  }

  /** Lets time pass at a current. @param seconds s */
  pass(seconds: number, amps: number): void {
    const { volts, phases, batteryKWh } = this.settings;
    this.kWh = Math.min(batteryKWh, this.kWh + (amps * volts * phases * seconds * EFFICIENCY) / 3_600_000);
  }
}
