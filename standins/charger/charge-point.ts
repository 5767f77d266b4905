/** A simulated charge point with a car: what it offers and takes, its contactor and its energy register. */

/** Faults that can be switched on. */
export const FAULTS = ["wrong-limit", "pilot-stuck", "slow-throttle", "welded-contactor", "drops-line"] as const;
export type Fault = (typeof FAULTS)[number];

export interface ChargePointSettings {
  /** The setting behind its cover, A. */
  setA: number;
  volts: number;
  phases: 1 | 3;
  /** Largest current that the car takes, A. */
  carA: number;
  faults: ReadonlySet<Fault>;
}

/** Seconds until a charger with the fault "slow-throttle" follows a lower limit. */
const SLOW_S = 30;
/** A wrong limit is this much of the setting. */
const WRONG = 1.5;

export class ChargePoint {
  private profileA = Number.POSITIVE_INFINITY;
  private profileAt = 0;
  private before = Number.POSITIVE_INFINITY;
  private wh = 0;
  private clockS = 0;
  isCharging = false;

  constructor(private readonly settings: ChargePointSettings) {}

  private has = (fault: Fault): boolean => this.settings.faults.has(fault);

  /** The current that it offers the car by its pilot, A. */
  get offeredA(): number {
    const setA = this.settings.setA * (this.has("wrong-limit") ? WRONG : 1);
    if (this.has("pilot-stuck")) return setA;
    const isLate = this.has("slow-throttle") && this.clockS - this.profileAt < SLOW_S;
    return Math.min(setA, isLate ? this.before : this.profileA);
  }

  /** The current that the car takes, A. */
  get currentA(): number {
    if (!this.isCharging && !this.has("welded-contactor")) return 0;
    return this.offeredA < 6 ? 0 : Math.min(this.offeredA, this.settings.carA);
  }

  get powerW(): number {
    return this.currentA * this.settings.volts * this.settings.phases;
  }

  get registerWh(): number {
    return Math.round(this.wh);
  }

  /** A limit by a charging profile, A. */
  limit(amps: number): void {
    this.before = this.profileA;
    this.profileA = amps;
    this.profileAt = this.clockS;
  }

  /** After an interruption: profiles that were for one session are gone. */
  restart(): void {
    this.isCharging = false;
    this.profileA = Number.POSITIVE_INFINITY;
  }

  /** Lets time pass, s. */
  pass(seconds: number): void {
    this.clockS += seconds;
    this.wh += (this.powerW * seconds) / 3600;
  }

  /** Its meter, as OCPP sends it. */
  values(): { value: string; measurand: string; unit: string; phase?: string }[] {
    const phases = ["L1", "L2", "L3"].slice(0, this.settings.phases);
    return [
      { value: String(this.registerWh), measurand: "Energy.Active.Import.Register", unit: "Wh" },
      { value: this.powerW.toFixed(1), measurand: "Power.Active.Import", unit: "W" },
      { value: this.offeredA.toFixed(1), measurand: "Current.Offered", unit: "A" },
      ...phases.map((phase) => ({
        value: this.currentA.toFixed(1),
        measurand: "Current.Import",
        unit: "A",
        phase,
      })),
    ];
  }
}
