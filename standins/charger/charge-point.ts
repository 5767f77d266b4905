/** A simulated charge point: what it offers the car, its contactor, its clamps, its PEN detection, its energy register. */
import { Car } from "#standins/car/car.ts";

/** Faults that can be switched on. */
export const FAULTS = [
  "wrong-limit",
  "pilot-stuck",
  "slow-throttle",
  "ignores-clamp",
  "welded-contactor",
  "drops-line",
  "keeps-on-without-signal",
  "forgets-clamp-at-restart",
  "pen-stays-closed",
  "pen-leaves-earth",
  "ignores-share",
] as const;
export type Fault = (typeof FAULTS)[number];

export interface ChargePointSettings {
  /** The setting behind its cover, A. */
  setA: number;
  volts: number;
  phases: 1 | 3;
  /** Largest current that its car takes, A. */
  carA: number;
  faults: ReadonlySet<Fault>;
  /** The limit that its clamps hold, A; without it nothing is managed. */
  limitA?: number;
  /** Its clamps read itself, too. */
  readsCharger?: boolean;
  /** It opens where the voltage leaves the band of a sound neutral. */
  hasPenDetection?: boolean;
}

/** Seconds until a charger with the fault "slow-throttle" follows a lower limit. */
const SLOW_S = 30;
/** A wrong limit is this much of the setting. */
const WRONG = 1.5;
/** The least current that a pilot can offer, and the safe one without clamps, A. */
const LEAST_A = 6;
/** Without a reading for so long the signal counts as lost, s. */
const LOST_AFTER_S = 2;
/** After a pause there has to be room for so long, s. */
const BACK_AFTER_S = 60;
const PEN_BAND_V = [207, 253] as const;
/** It opens after so long outside of the band, and closes after so long inside, s. */
const PEN_OPENS_S = 1;
const PEN_CLOSES_S = 2;

export class ChargePoint {
  private profileA = Number.POSITIVE_INFINITY;
  private allowedA = Number.POSITIVE_INFINITY;
  private loweredAt: number | null = null;
  private wh = 0;
  private clockS = 0;
  private clampA: number | null = null;
  private readAtS = Number.NEGATIVE_INFINITY;
  private roomSinceS: number | null = null;
  private isPaused = false;
  private penS = 0;
  private isPenOpen = false;
  isCharging = false;
  /** Cut off by a splitter in front of it. */
  isCutOff = false;
  /** The voltage of a tester at its supply, V; null for that of the supply. */
  testVolts: number | null = null;
  /** Its share of a current that it shares with another charger at the moment, A. */
  shareA = Number.POSITIVE_INFINITY;
  readonly car: Pick<Car, "takesA" | "pass">;

  constructor(
    private readonly settings: ChargePointSettings,
    car?: Pick<Car, "takesA" | "pass">,
  ) {
    const { carA: maxA, volts, phases } = settings;
    this.car = car ?? new Car({ maxA, volts, phases, batteryKWh: 1e6, fromPercent: 20, toPercent: 100 });
    this.allowedA = this.limitNow();
  }

  private has = (fault: Fault): boolean => this.settings.faults.has(fault);

  /** The current that it may offer by its profile and its clamps at this moment, A. */
  private limitNow(): number {
    const { limitA, readsCharger = true } = this.settings;
    const most = this.has("ignores-share") ? this.profileA : Math.min(this.profileA, this.shareA);
    if (limitA === undefined || this.has("ignores-clamp")) return most;
    if (this.clampA === null && this.readAtS === Number.NEGATIVE_INFINITY)
      return this.has("forgets-clamp-at-restart") ? most : Math.min(most, LEAST_A);
    if (this.clockS - this.readAtS > LOST_AFTER_S)
      return this.has("keeps-on-without-signal") ? most : Math.min(most, LEAST_A);
    const room = Math.floor(limitA - (this.clampA ?? 0) + (readsCharger ? this.currentA : 0));
    if (room < LEAST_A) [this.roomSinceS, this.isPaused] = [null, true];
    else this.roomSinceS ??= this.clockS;
    if (this.isPaused && (this.roomSinceS === null || this.clockS - this.roomSinceS < BACK_AFTER_S)) return 0;
    this.isPaused = false;
    return Math.min(most, room);
  }

  /** The current that it offers the car by its pilot, A. */
  get offeredA(): number {
    if (this.has("pilot-stuck")) return LEAST_A;
    const setA = this.settings.setA * (this.has("wrong-limit") ? WRONG : 1);
    return this.isPenOpen ? 0 : Math.min(setA, this.allowedA);
  }

  /** The current that the car takes, A. */
  get currentA(): number {
    return this.isCutOff ? 0 : this.wouldTakeA;
  }

  /** The current that the car would take if nothing cut the charger off, A. */
  get wouldTakeA(): number {
    if (this.has("welded-contactor")) return this.car.takesA(Math.max(LEAST_A, this.offeredA));
    return !this.isCharging || this.isPenOpen ? 0 : this.car.takesA(this.offeredA);
  }

  get powerW(): number {
    return this.currentA * this.settings.volts * this.settings.phases;
  }

  get volts(): number {
    return this.testVolts ?? this.settings.volts;
  }

  get registerWh(): number {
    return Math.round(this.wh);
  }

  /** Its status in the terms of OCPP. */
  get status(): { status: string; errorCode: string; info?: string } {
    if (this.isPenOpen)
      return {
        status: "Faulted",
        errorCode: this.volts < PEN_BAND_V[0] ? "UnderVoltage" : "OverVoltage",
        info: this.has("pen-leaves-earth") ? "L and N open" : "L, N and PE open",
      };
    const status = !this.isCharging
      ? "Preparing"
      : this.offeredA < LEAST_A
        ? "SuspendedEVSE"
        : this.currentA === 0
          ? "SuspendedEV"
          : "Charging";
    return { status, errorCode: "NoError" };
  }

  /** A limit by a charging profile, A; infinite without one. */
  limit(amps: number): void {
    this.profileA = amps;
    this.follow();
  }

  /** Takes a reading of its clamps on the conductor with most current, A; null without a signal. */
  readClamps(amps: number | null): void {
    this.clampA = amps;
    if (amps !== null) this.readAtS = this.clockS;
    this.follow();
  }

  /** A lower limit is followed at once, but by a slow charger. */
  private follow(): void {
    const now = this.limitNow();
    // The fallback without a signal is not slow.
    const hasSignal = this.settings.limitA === undefined || this.clockS - this.readAtS <= LOST_AFTER_S;
    if (now < this.allowedA && this.has("slow-throttle") && hasSignal) {
      this.loweredAt ??= this.clockS;
      if (this.clockS - this.loweredAt < SLOW_S) return;
    }
    this.loweredAt = null;
    this.allowedA = now;
  }

  /** After an interruption: profiles that were for one session are gone, and its clamps are not read yet. */
  restart(): void {
    this.isCharging = false;
    this.profileA = Number.POSITIVE_INFINITY;
    this.clampA = null;
    this.readAtS = Number.NEGATIVE_INFINITY;
    this.isPaused = false;
    this.allowedA = this.limitNow();
  }

  /** Lets time pass, s. */
  pass(seconds: number): void {
    this.clockS += seconds;
    this.wh += (this.powerW * seconds) / 3600;
    this.car.pass(seconds, this.currentA);
    this.follow();
    if (!this.settings.hasPenDetection || this.has("pen-stays-closed")) return;
    const isOutside = this.volts < PEN_BAND_V[0] || this.volts > PEN_BAND_V[1];
    this.penS = isOutside === this.isPenOpen ? 0 : this.penS + seconds;
    if (this.penS >= (isOutside ? PEN_OPENS_S : PEN_CLOSES_S)) [this.isPenOpen, this.penS] = [isOutside, 0];
  }

  /** Its meter, as OCPP sends it. */
  values(): { value: string; measurand: string; unit: string; phase?: string; location?: string }[] {
    const phases = ["L1", "L2", "L3"].slice(0, this.settings.phases);
    return [
      { value: String(this.registerWh), measurand: "Energy.Active.Import.Register", unit: "Wh" },
      { value: this.powerW.toFixed(1), measurand: "Power.Active.Import", unit: "W" },
      { value: this.offeredA.toFixed(1), measurand: "Current.Offered", unit: "A" },
      { value: this.volts.toFixed(1), measurand: "Voltage", unit: "V" },
      ...phases.map((phase) => ({
        value: this.currentA.toFixed(1),
        measurand: "Current.Import",
        unit: "A",
        phase,
      })),
      ...(this.clampA === null
        ? []
        : [{ value: this.clampA.toFixed(1), measurand: "Current.Import", unit: "A", location: "Inlet" }]),
    ];
  }
}
