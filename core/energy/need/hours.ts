/** When a car is plugged in and may charge: spans of minutes, from the midnight before it was plugged in. */
import type { DailyWindow } from "#core/case/document/types.ts";

export const DAY_MINUTES = 24 * 60;
/** Minutes from the midnight before the evening; the end may lie on the next day. */
export type ChargingSpan = readonly [from: number, to: number];

/** Minutes of a clock time after its midnight. */
export const minutesOf = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

/** "05:40" of minutes after a midnight, of whichever day. */
export function clockOf(minute: number): string {
  const ofDay = Math.round(minute) % DAY_MINUTES;
  return `${String(Math.floor(ofDay / 60)).padStart(2, "0")}:${String(ofDay % 60).padStart(2, "0")}`;
}

/** A window as one span; one whose ends are equal is a whole day. */
export const spanOf = ({ from, to }: DailyWindow): ChargingSpan => {
  const [a, b] = [minutesOf(from), minutesOf(to)];
  return [a, b > a ? b : b + DAY_MINUTES];
};

/**
 * The spans in which a car that is plugged in may charge, in the order they come.
 * @param only windows that it must lie in, any of them; none: all the time plugged in
 */
export function chargingSpans(pluggedIn: DailyWindow, only: readonly DailyWindow[] = []): ChargingSpan[] {
  const [from, to] = spanOf(pluggedIn);
  if (only.length === 0) return [[from, to]];
  const inside = only.flatMap((window): ChargingSpan[] =>
    [-1, 0, 1].flatMap((day) => {
      const [a, b] = spanOf(window).map((m) => m + day * DAY_MINUTES) as [number, number];
      const span: ChargingSpan = [Math.max(a, from), Math.min(b, to)];
      return span[0] < span[1] ? [span] : [];
    }),
  );
  // Windows that overlap are one.
  const spans: [number, number][] = [];
  for (const [a, b] of inside.sort((x, y) => x[0] - y[0])) {
    const last = spans.at(-1);
    if (last && a <= last[1]) last[1] = Math.max(last[1], b);
    else spans.push([a, b]);
  }
  return spans;
}

/** Spans by clock hour: 24 shares of an hour. */
export function hoursByClock(spans: readonly ChargingSpan[]): number[] {
  const hours = new Array<number>(24).fill(0);
  for (const [from, to] of spans)
    for (let hour = Math.floor(from / 60); hour * 60 < to; hour++) {
      const share = (Math.min(to, hour * 60 + 60) - Math.max(from, hour * 60)) / 60;
      hours[hour % 24] = Math.min(1, (hours[hour % 24] as number) + share);
    }
  return hours;
}

/** Hours of all spans together, to the minute. */
export const hoursOf = (spans: readonly ChargingSpan[]): number =>
  spans.reduce((total, [a, b]) => total + b - a, 0) / 60;
