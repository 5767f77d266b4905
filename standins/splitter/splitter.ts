/** A simulated circuit splitter: the appliance goes first, the charger comes back after a delay. */
import type { SplitterFault } from "#core/install/checks/splitter-registers.ts";

export interface SplitterSettings {
  /** Current of its appliance while that runs, A. */
  applianceA: number;
  /** What the shared circuit carries, A: a charger that takes more is tripped. */
  circuitA: number;
  /** Seconds after the appliance has ended. */
  delayS: number;
}

/** It changes over within this time, s; a slow one within the other. */
const CHANGES_S = 0.5;
const SLOW_S = 8;
/** It trips a charger that takes more than the circuit carries after this time, s. */
const TRIPS_S = 3;

export class Splitter {
  private sinceS = 0;
  private overS = 0;
  isApplianceOn = false;
  isChargerClosed = true;
  fault: SplitterFault = "none";
  /** What the charger would take, A. */
  chargerAsksA = 0;

  constructor(readonly settings: SplitterSettings) {}

  get applianceA(): number {
    return this.isApplianceOn ? this.settings.applianceA : 0;
  }

  get chargerA(): number {
    return this.isChargerClosed ? this.chargerAsksA : 0;
  }

  switchAppliance(isOn: boolean): void {
    if (isOn !== this.isApplianceOn) this.sinceS = 0;
    this.isApplianceOn = isOn;
  }

  /** Lets time pass, s. */
  pass(seconds: number): void {
    this.sinceS += seconds;
    this.overS = this.chargerA > this.settings.circuitA + 0.5 ? this.overS + seconds : 0;
    if (this.fault === "both-on") return;
    if (this.isApplianceOn) {
      if (this.sinceS >= (this.fault === "slow-change-over" ? SLOW_S : CHANGES_S)) this.isChargerClosed = false;
    } else if (this.sinceS >= this.settings.delayS) this.isChargerClosed = true;
    if (this.overS >= TRIPS_S) this.isChargerClosed = false;
  }
}
