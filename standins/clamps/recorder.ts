/** The recorder itself: its clamps and their faults, its clock, what it has recorded, all as registers. */
import {
  CLAMP,
  CLAMP_TROUBLES,
  type ClampTrouble,
  HOLDING_REGISTERS,
  highRegister,
  INPUT_REGISTERS,
  lowRegister,
  MAP_VERSION,
  MOST_CHARGERS,
  MOST_CLAMPS,
  NO_VALUE,
  PAGE_REGISTERS,
  RECORDER_ABILITIES,
  RECORDER_COMMANDS,
  RECORDER_MAGIC,
  RECORDING_STATES,
  type RecordingState,
  recordsAPage,
} from "#core/energy/recorder/registers.ts";
import type { ScriptedHouse } from "./house.ts";

export interface RecorderSettings {
  clamps: number;
  /** Of each leg or phase against neutral. */
  volts: number;
  clampRatingA: number;
  /** Seconds of its clock that pass in one real second while it records. */
  speed: number;
  /** Days that it has room for. */
  days: number;
}

const DAY_S = 86_400;
/** Effect of a fault on a current, and on its power by the voltage of the leg. */
const TROUBLES: Record<ClampTrouble, { amps: number; factor: number; signal: boolean }> = {
  none: { amps: 1, factor: 0.96, signal: true },
  reversed: { amps: 1, factor: -0.96, signal: true },
  open: { amps: 0.003, factor: 0.96, signal: true },
  "wrong-conductor": { amps: 0.7, factor: 0.12, signal: true },
  "wrong-ratio": { amps: 0.5, factor: 0.96, signal: true },
  "no-signal": { amps: 0, factor: 0, signal: false },
  noise: { amps: 1, factor: 0.96, signal: true },
};
/** Share of the reading, in both directions. */
const NOISE = 0.25;

export class Recorder {
  private state: RecordingState = "idle";
  private intervalS = 60;
  private startedAtS = 0;
  /** Real time at which it was started, ms. */
  private startedMs = 0;
  private records: (number | null)[][] = [];
  private page = 0;
  private readonly troubles: ClampTrouble[];
  private turn = 1;
  /** Of the load box, W, by clamp. */
  private readonly loadBoxW: number[];
  /** Of the chargers, A: four places for each of them, by clamp. */
  private readonly chargerA = new Array<number>(MOST_CLAMPS * MOST_CHARGERS).fill(0);
  /** The signal to the charger is taken away. */
  isSignalOff = false;

  constructor(
    private readonly house: ScriptedHouse,
    private readonly settings: RecorderSettings,
    private readonly nowMs: () => number,
  ) {
    this.troubles = new Array<ClampTrouble>(settings.clamps).fill("none");
    this.loadBoxW = new Array<number>(settings.clamps).fill(0);
  }

  /** Its clock: real time, but while it records, when it runs fast from the day of the recording on. */
  private get clockS(): number {
    const now = this.nowMs();
    return Math.floor(
      this.state === "recording" ? this.startedAtS + ((now - this.startedMs) / 1000) * this.settings.speed : now / 1000,
    );
  }

  /** Noise that is the same in every run. */
  private chance(): number {
    this.turn = (Math.imul(this.turn, 1_103_515_245) + 12_345) >>> 0;
    return this.turn / 4_294_967_296;
  }

  /** What all chargers take through a clamp, A. */
  private chargersA(clamp: number): number {
    return this.chargerA.reduce((sum, amps, at) => sum + (at % MOST_CLAMPS === clamp ? amps : 0), 0);
  }

  private read(clamp: number, atS: number): { amps: number; watts: number; signal: boolean } {
    const trouble = this.troubles[clamp] as ClampTrouble;
    const { amps: share, factor, signal } = TROUBLES[trouble];
    const noise = trouble === "noise" ? 1 + NOISE * (2 * this.chance() - 1) : 1;
    const added = (this.loadBoxW[clamp] ?? 0) / this.settings.volts + this.chargersA(clamp);
    const amps = (this.house.ampsAt(clamp, atS) + added) * share * noise;
    return { amps, watts: amps * factor * this.settings.volts, signal: signal && !this.isSignalOff };
  }

  /** Records what has come since it was last asked. */
  private catchUp(): void {
    if (this.state !== "recording") return;
    const due = Math.floor((this.clockS - this.startedAtS) / this.intervalS);
    const room = Math.floor((this.settings.days * DAY_S) / this.intervalS);
    for (let i = this.records.length; i < Math.min(due, room); i++) {
      const atS = this.startedAtS + i * this.intervalS;
      this.records.push(
        this.troubles.map((_, clamp) => {
          const { amps, signal, watts } = this.read(clamp, atS);
          return signal ? (watts < 0 ? -amps : amps) : null;
        }),
      );
    }
    if (this.records.length >= room) this.state = "full";
  }

  private start(): void {
    this.startedMs = this.nowMs();
    // A finished recording of this many days that ends about now.
    this.startedAtS = Math.floor(this.startedMs / 1000 / DAY_S - this.settings.days) * DAY_S;
    this.records = [];
    this.state = "recording";
  }

  input(address: number): number {
    this.catchUp();
    if (address >= INPUT_REGISTERS.page) return this.pageRegister(address - INPUT_REGISTERS.page);
    const clamp = Math.floor((address - INPUT_REGISTERS.firstClamp) / CLAMP.size);
    if (address >= INPUT_REGISTERS.firstClamp && clamp < this.settings.clamps)
      return this.clampRegister(clamp, (address - INPUT_REGISTERS.firstClamp) % CLAMP.size);
    switch (address) {
      case INPUT_REGISTERS.magic:
        return RECORDER_MAGIC;
      case INPUT_REGISTERS.version:
        return MAP_VERSION;
      case INPUT_REGISTERS.clamps:
        return this.settings.clamps;
      case INPUT_REGISTERS.clampRatingA:
        return this.settings.clampRatingA;
      case INPUT_REGISTERS.clock:
        return highRegister(this.clockS);
      case INPUT_REGISTERS.clock + 1:
        return lowRegister(this.clockS);
      case INPUT_REGISTERS.nominalVolts:
        return this.settings.volts;
      case INPUT_REGISTERS.abilities:
        return RECORDER_ABILITIES.loadBox | RECORDER_ABILITIES.signalSwitch;
      case INPUT_REGISTERS.state:
        return RECORDING_STATES.indexOf(this.state);
      case INPUT_REGISTERS.intervalS:
        return this.intervalS;
      case INPUT_REGISTERS.startedAt:
        return highRegister(this.startedAtS);
      case INPUT_REGISTERS.startedAt + 1:
        return lowRegister(this.startedAtS);
      case INPUT_REGISTERS.records:
        return highRegister(this.records.length);
      case INPUT_REGISTERS.records + 1:
        return lowRegister(this.records.length);
      case INPUT_REGISTERS.pageSize:
        return recordsAPage(this.settings.clamps);
      default:
        return 0;
    }
  }

  private clampRegister(clamp: number, of: number): number {
    const { amps, signal, watts } = this.read(clamp, this.clockS);
    const [centiAmps, power] = [Math.round(amps * 100), Math.round(watts)];
    switch (of) {
      case CLAMP.centiAmps:
        return highRegister(centiAmps);
      case CLAMP.centiAmps + 1:
        return lowRegister(centiAmps);
      case CLAMP.watts:
        return highRegister(power);
      case CLAMP.watts + 1:
        return lowRegister(power);
      case CLAMP.deciVolts:
        return this.settings.volts * 10;
      default:
        return signal ? 0 : 1;
    }
  }

  private pageRegister(at: number): number {
    const { clamps } = this.settings;
    const size = recordsAPage(clamps);
    const first = this.page * size;
    if (at === PAGE_REGISTERS.first) return highRegister(first);
    if (at === PAGE_REGISTERS.first + 1) return lowRegister(first);
    if (at === PAGE_REGISTERS.count) return Math.max(0, Math.min(size, this.records.length - first));
    const value =
      this.records[first + Math.floor((at - PAGE_REGISTERS.values) / clamps)]?.[(at - PAGE_REGISTERS.values) % clamps];
    return value === null || value === undefined ? NO_VALUE : lowRegister(Math.round(value * 100));
  }

  holding(address: number): number {
    if (address === HOLDING_REGISTERS.page) return this.page;
    if (address === HOLDING_REGISTERS.intervalS) return this.intervalS;
    const trouble = this.troubles[address - HOLDING_REGISTERS.faults];
    return trouble ? CLAMP_TROUBLES.indexOf(trouble) : 0;
  }

  write(address: number, value: number): void {
    this.catchUp();
    if (address === HOLDING_REGISTERS.command) {
      if (value === RECORDER_COMMANDS.start) this.start();
      if (value === RECORDER_COMMANDS.stop && this.state === "recording") this.state = "full";
    } else if (address === HOLDING_REGISTERS.page) this.page = value;
    else if (address === HOLDING_REGISTERS.intervalS && value > 0) this.intervalS = value;
    else if (address === HOLDING_REGISTERS.speed) this.settings.speed = Math.max(1, value);
    else if (address - HOLDING_REGISTERS.loadBoxW in this.loadBoxW)
      this.loadBoxW[address - HOLDING_REGISTERS.loadBoxW] = value;
    else if (address === HOLDING_REGISTERS.signalOff) this.isSignalOff = value === 1;
    else if (address - HOLDING_REGISTERS.chargerCentiA in this.chargerA)
      this.chargerA[address - HOLDING_REGISTERS.chargerCentiA] = value / 100;
    else if (address - HOLDING_REGISTERS.faults in this.troubles)
      this.troubles[address - HOLDING_REGISTERS.faults] = CLAMP_TROUBLES[value] ?? "none";
  }
}
