/** The equipment of a job while its checks are made: read twice a second, switched, and asked. */
import type { LivePoint } from "#core/energy/metered/live.ts";
import {
  type Act,
  type ChargerSample,
  type CheckBasis,
  type CheckRecord,
  type CheckRule,
  type CheckSample,
  EquipmentLost,
  type Mark,
  type Request,
  type Rig,
} from "#core/install/checks/types.ts";
import { askChargePoint, liveChargePoint } from "../chargers/hub.ts";
import { Clamps, SplitterDevice } from "./devices.ts";

const READ_EVERY_MS = 300;
/** A charger that has sent nothing for so long is asked for its values. */
const ASK_AFTER_MS = 500;
/** Older values are not used. */
const STALE_MS = 3000;
/** Equipment that a check needs may be away for so long, s. */
const MAY_BE_AWAY_S = 10;
/** A person has so long to do what is asked. */
const PERSON_MS = 5 * 60_000;
const PROFILE_ID = 9001;
/** A setting by which a charger simulates a voltage at its supply; a charger without it is tested by a tester. */
const VOLTAGE_KEY = "TestVoltage";
/** Seconds between two values of a charge (OCPP 1.6, 9.1.18). */
const SAMPLE_KEY = "MeterValueSampleInterval";

interface Configuration {
  configurationKey?: { key: string; readonly: boolean; value?: string }[];
}

export interface BenchEquipment {
  /** Ids of charge points. */
  charger: string | null;
  second: string | null;
  /** Addresses of devices. */
  clamps: string | null;
  splitter: string | null;
}

/** Something that a person is asked to do. */
export interface Prompt {
  seq: number;
  text: string;
}

/** The checks were stopped by a person. */
export class Stopped extends Error {}

/** One charger as the hub knows it. */
class WatchedCharger {
  private connection: object | undefined;
  private lost = 0;
  private isAsking = false;
  private sampleBefore: string | null = null;
  private readonly newest: Partial<Record<"offeredA" | "currentA" | "voltageV", { at: number; value: number }>> = {};
  private seenSeq = 0;

  constructor(
    private readonly id: string,
    private readonly volts: number,
  ) {
    this.connection = liveChargePoint(id);
  }

  /** Has it send its values every second; what it sent before is restored at the end. */
  async watchClosely(): Promise<void> {
    const key = SAMPLE_KEY;
    const known = (await askChargePoint(this.id, "GetConfiguration", { key: [key] })) as Configuration | null;
    const before = known?.configurationKey?.find((one) => one.key === key);
    if (!before || before.readonly || before.value === undefined) return;
    this.sampleBefore = before.value;
    await this.ask("ChangeConfiguration", { key, value: "1" });
  }

  async watchAsBefore(): Promise<void> {
    if (this.sampleBefore !== null)
      await this.ask("ChangeConfiguration", { key: SAMPLE_KEY, value: this.sampleBefore });
  }

  private put(name: keyof WatchedCharger["newest"], value: number | null | undefined, at: number): void {
    if (value !== null && value !== undefined) this.newest[name] = { at, value };
  }

  sample(now: number): ChargerSample | null {
    const live = liveChargePoint(this.id);
    if (this.connection && live !== this.connection) this.lost++;
    this.connection = live;
    if (!live) return null;
    const points: LivePoint[] = live.since(this.seenSeq, 50);
    for (const { seq, offeredA, currentA, powerW, voltageV } of points) {
      this.seenSeq = seq;
      this.put("offeredA", offeredA, now);
      // Some chargers send their power alone.
      const byPower = powerW === null ? null : powerW / this.volts;
      this.put("currentA", currentA.length > 0 ? Math.max(...currentA) : byPower, now);
      this.put("voltageV", voltageV, now);
    }
    const last = Math.max(0, ...Object.values(this.newest).map(({ at }) => at));
    if (now - last > ASK_AFTER_MS && !this.isAsking) {
      this.isAsking = true;
      void askChargePoint(this.id, "TriggerMessage", { requestedMessage: "MeterValues", connectorId: 1 }).finally(
        () => {
          this.isAsking = false;
        },
      );
    }
    const known = (name: keyof WatchedCharger["newest"]) => {
      const one = this.newest[name];
      return one && now - one.at < STALE_MS ? one.value : null;
    };
    const status = live.statuses.get(1);
    return {
      offeredA: known("offeredA"),
      currentA: known("currentA"),
      voltageV: known("voltageV"),
      status: status?.status ?? null,
      errorCode: status?.errorCode ?? null,
      info: status?.info ?? null,
      lost: this.lost,
    };
  }

  get isConnected(): boolean {
    return liveChargePoint(this.id) !== undefined;
  }

  async ask(action: string, payload: object): Promise<boolean> {
    const answer = (await askChargePoint(this.id, action, payload)) as { status?: string } | null;
    return answer?.status === "Accepted";
  }

  start(): Promise<boolean> {
    const status = liveChargePoint(this.id)?.statuses.get(1)?.status ?? "";
    if (["Charging", "SuspendedEV", "SuspendedEVSE"].includes(status)) return Promise.resolve(true);
    return this.ask("RemoteStartTransaction", { connectorId: 1, idTag: "heron" });
  }

  limit(amps: number | null): Promise<boolean> {
    if (amps === null) return this.ask("ClearChargingProfile", { id: PROFILE_ID });
    return this.ask("SetChargingProfile", {
      connectorId: 1,
      csChargingProfiles: {
        chargingProfileId: PROFILE_ID,
        stackLevel: 0,
        chargingProfilePurpose: "TxDefaultProfile",
        chargingProfileKind: "Relative",
        chargingSchedule: { chargingRateUnit: "A", chargingSchedulePeriod: [{ startPeriod: 0, limit: amps }] },
      },
    });
  }

  /** @param volts null for that of the supply. @returns false where the charger has no such setting */
  async voltage(volts: number | null): Promise<boolean> {
    const known = (await askChargePoint(this.id, "GetConfiguration", { key: [VOLTAGE_KEY] })) as Configuration | null;
    if (!known?.configurationKey?.some(({ key, readonly }) => key === VOLTAGE_KEY && !readonly)) return false;
    return this.ask("ChangeConfiguration", { key: VOLTAGE_KEY, value: volts === null ? "" : String(volts) });
  }
}

export class Bench {
  private readonly beganAt = Date.now();
  private readonly charger: WatchedCharger | null;
  private readonly second: WatchedCharger | null;
  private readonly clamps: Clamps | null;
  private readonly splitter: SplitterDevice | null;
  private timer: NodeJS.Timeout | undefined;
  private isReading = false;
  private isEnded = false;
  private whenStopped: (reason: Error) => void = () => {};
  private readonly stopped: Promise<never>;
  private waiting: (() => void)[] = [];
  private pressed: ((isDone: boolean) => void) | null = null;
  private promptSeq = 0;
  /** All samples since the checks began. */
  readonly samples: CheckSample[] = [];
  prompt: Prompt | null = null;
  /** The record of the present check. */
  private record: { samples: CheckSample[]; marks: Mark[] } = { samples: [], marks: [] };

  constructor(
    readonly basis: CheckBasis,
    { charger, second, clamps, splitter }: BenchEquipment,
  ) {
    this.charger = charger === null ? null : new WatchedCharger(charger, basis.chargerVolts);
    this.second = second === null ? null : new WatchedCharger(second, basis.chargerVolts);
    this.clamps = clamps === null ? null : new Clamps(clamps);
    this.splitter = splitter === null ? null : new SplitterDevice(splitter);
    this.stopped = new Promise((_, reject) => {
      this.whenStopped = reject;
    });
    this.stopped.catch(() => {});
    void this.charger?.watchClosely();
    void this.second?.watchClosely();
    this.timer = setInterval(() => void this.read(), READ_EVERY_MS);
  }

  private get nowS(): number {
    return (Date.now() - this.beganAt) / 1000;
  }

  private async read(): Promise<void> {
    if (this.isReading) return;
    this.isReading = true;
    try {
      const [clamps, splitter] = await Promise.all([this.clamps?.read() ?? null, this.splitter?.read() ?? null]);
      const now = Date.now();
      const sample: CheckSample = {
        atS: this.nowS,
        charger: this.charger?.sample(now) ?? null,
        second: this.second?.sample(now) ?? null,
        clamps,
        splitter,
      };
      this.samples.push(sample);
      this.record.samples.push(sample);
      for (const wake of this.waiting.splice(0)) wake();
    } finally {
      this.isReading = false;
    }
  }

  /** The next sample. @throws Stopped */
  private next(): Promise<void> {
    return Promise.race([new Promise<void>((resolve) => this.waiting.push(resolve)), this.stopped]);
  }

  /** Whether equipment answers at all, before a check is begun. */
  async has(needed: CheckRule["needs"][number]): Promise<boolean> {
    if (needed === "charger") return this.charger?.isConnected ?? false;
    if (needed === "second") return this.second?.isConnected ?? false;
    return (await (needed === "clamps" ? this.clamps : this.splitter)?.read()) != null;
  }

  /** A rig for one check, with a record of its own. */
  rigFor({ needs, mayLoseCharger = false }: CheckRule): Rig {
    const record: { samples: CheckSample[]; marks: Mark[] } = { samples: [], marks: [] };
    this.record = record;
    const away = new Map<string, number>();
    const watch = (sample: CheckSample | undefined) => {
      for (const one of needs) {
        if (!sample || (one === "charger" && mayLoseCharger)) continue;
        if (sample[one] !== null) away.delete(one);
        else if (!away.has(one)) away.set(one, sample.atS);
        else if (sample.atS - (away.get(one) ?? 0) > MAY_BE_AWAY_S) throw new EquipmentLost(one);
      }
    };
    return {
      basis: this.basis,
      record: (): CheckRecord => record,
      mark: (what) => void record.marks.push({ atS: this.nowS, what }),
      act: (act) => this.act(act),
      ask: (request) => this.ask(request),
      until: async (seconds, shows) => {
        const end = this.nowS + seconds;
        while (this.nowS < end) {
          await this.next();
          watch(record.samples.at(-1));
          if (shows(record)) return true;
        }
        return false;
      },
    };
  }

  private async act(act: Act): Promise<boolean> {
    const isDone =
      act.kind === "load"
        ? await this.clamps?.load(act.clamp, act.watts)
        : act.kind === "signal"
          ? await this.clamps?.signal(act.isOn)
          : act.kind === "voltage"
            ? await this.charger?.voltage(act.volts)
            : await this.splitter?.appliance(act.isOn);
    return isDone || this.askPerson(act.text);
  }

  /** Asks a person to do something, and waits. @returns false without an answer in time */
  private async askPerson(text: string): Promise<boolean> {
    this.prompt = { seq: ++this.promptSeq, text };
    let timer: NodeJS.Timeout | undefined;
    try {
      return await Promise.race([
        new Promise<boolean>((resolve) => {
          this.pressed = resolve;
          timer = setTimeout(() => resolve(false), PERSON_MS);
        }),
        this.stopped,
      ]);
    } finally {
      clearTimeout(timer);
      this.prompt = null;
      this.pressed = null;
    }
  }

  /** Answers the present request to a person. @returns false where the request is no longer the present one */
  press(seq: number, isDone: boolean): boolean {
    if (this.prompt?.seq !== seq) return false;
    this.pressed?.(isDone);
    return true;
  }

  private async ask(request: Request): Promise<boolean> {
    if (request.kind === "start-second") return (await this.second?.start()) ?? false;
    if (!this.charger) return false;
    if (request.kind === "start") return this.charger.start();
    if (request.kind === "limit") return this.charger.limit(request.amps);
    return this.charger.ask("Reset", { type: "Hard" });
  }

  stop(): void {
    this.whenStopped(new Stopped());
  }

  /** Takes back all that was switched, and closes every connection. */
  async end(): Promise<void> {
    if (this.isEnded) return;
    this.isEnded = true;
    clearInterval(this.timer);
    this.stop();
    await this.clamps?.load(null, 0);
    await this.clamps?.signal(true);
    await this.splitter?.appliance(false);
    await this.charger?.limit(null);
    if (this.basis.hasLostPen) await this.charger?.voltage(null);
    await this.charger?.watchAsBefore();
    await this.second?.watchAsBefore();
    this.clamps?.close();
    this.splitter?.close();
  }
}
