/**
 * The controller of one charger between clamps: it lowers its offer at once, raises it by the second, pauses below the
 * least offer, and begins again once there has been room for a while. One and two chargers are controlled by it.
 */
import { TOLERANCE } from "#core/tolerance.ts";

/** The least that a charger offers, A; below it pauses. */
export const LEAST_OFFER_A = 6;
/** Room that lets a paused charger begin again, A, and for how long it has to be there, s. */
export const ROOM_TO_RESUME_A = 8;
const ROOM_FOR_S = 60;
const PAUSED_FOR_S = 60;
/** Once more is free the offer rises by this each second, A. */
const RISE_A_PER_S = 1;
/** A charger that hears nothing of its clamps goes to its fallback after this, s. */
export const SILENT_FOR_S = 5;
/** An excess over a limit up to this is rounding, A. */
export const ROUNDING_A = TOLERANCE;

export class ChargerControl {
  paused = true;
  /** What it offers while it is not paused, A. Fields begin with a fraction, so that V8 stores them as doubles at once. */
  offeredA = 0.5;
  private pausedFor = 0.5;
  private roomFor = 0.5;
  private readonly riseA: number;

  constructor(
    private readonly mostA: number,
    private readonly dtS: number,
  ) {
    this.riseA = RISE_A_PER_S * dtS;
    this.plugIn();
  }

  /** The car has just come: it has waited long enough. */
  plugIn(): void {
    this.paused = true;
    this.pausedFor = PAUSED_FOR_S;
    this.roomFor = 0;
    this.offeredA = 0;
  }

  /**
   * One step.
   * @param availableA what the clamps leave
   * @returns whether the charger went into a pause
   */
  step(availableA: number): boolean {
    if (!this.paused) return this.offer(Math.max(0, Math.min(availableA, this.mostA, this.offeredA + this.riseA)));
    this.pausedFor += this.dtS;
    this.roomFor = availableA >= ROOM_TO_RESUME_A ? this.roomFor + this.dtS : 0;
    if (this.pausedFor >= PAUSED_FOR_S && this.roomFor >= ROOM_FOR_S) {
      this.paused = false;
      this.offeredA = LEAST_OFFER_A;
    }
    return false;
  }

  /**
   * One step without a signal: the fallback is offered at once, or the charger pauses.
   * @returns whether the charger went into a pause
   */
  fallBack(fallbackA: number): boolean {
    const wasPaused = this.paused;
    this.paused = false;
    return this.offer(fallbackA) && !wasPaused;
  }

  private offer(amps: number): boolean {
    this.offeredA = amps;
    if (amps >= LEAST_OFFER_A) return false;
    this.paused = true;
    this.pausedFor = 0;
    this.roomFor = 0;
    return true;
  }
}
