/** Units at the edge of the calculation: lengths, areas, distances and how figures are written. */
import type { Area, Car, DailyWindow, Length } from "#core/case/document/types.ts";

const FT_PER_M = 3.280839895;
const FT2_PER_M2 = 10.7639104167;
const KM_PER_MI = 1.609344;

export const lengthM = ({ value, unit }: Length): number => (unit === "m" ? value : value / FT_PER_M);
export const lengthFt = ({ value, unit }: Length): number => (unit === "ft" ? value : value * FT_PER_M);
export const areaFt2 = ({ value, unit }: Area): number => (unit === "ft2" ? value : value * FT2_PER_M2);

/** Energy one car asks for in a day, kWh at the wall: distance x consumption / charging efficiency. */
export function carEnergyKWh({ distancePerDay, consumption, efficiency = 0.9 }: Car): number {
  const km = distancePerDay.unit === "km" ? distancePerDay.value : distancePerDay.value * KM_PER_MI;
  const use = consumption ?? { value: 18, unit: "kWh/100km" as const };
  const kWh = use.unit === "kWh/mi" ? (km / KM_PER_MI) * use.value : (km / 100) * use.value;
  return kWh / efficiency;
}

const DAY_MINUTES = 24 * 60;
const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

/**
 * Hours that fall in every one of the windows given, clock hour by clock hour: 24 shares of an hour.
 * A window whose ends are equal is the whole day.
 */
export function hoursByClock(windows: readonly DailyWindow[]): number[] {
  type Span = readonly [from: number, to: number];
  const spans = windows.map(({ from, to }): Span[] => {
    const [a, b] = [minutes(from), minutes(to)];
    if (a === b) return [[0, DAY_MINUTES]];
    return a < b
      ? [[a, b]]
      : [
          [0, b],
          [a, DAY_MINUTES],
        ];
  });
  const overlap = ([a, b]: Span, [c, d]: Span): Span => [Math.max(a, c), Math.min(b, d)];
  const inAll = spans.reduce<Span[]>(
    (left, own) => left.flatMap((l) => own.map((o) => overlap(l, o))).filter(([a, b]) => a < b),
    [[0, DAY_MINUTES]],
  );
  return Array.from({ length: 24 }, (_, hour) =>
    inAll.reduce((share, span) => {
      const [a, b] = overlap(span, [hour * 60, hour * 60 + 60]);
      return share + Math.max(0, b - a) / 60;
    }, 0),
  );
}

/** Rounded to `places` decimals, thousands grouped, no trailing zeros; written by hand because it runs on every edit. */
function show(value: number, places: 0 | 1 | 2): string {
  const scale = 10 ** places;
  const units = Math.round(Math.abs(value) * scale);
  const part = units % scale;
  const decimals = part === 0 ? "" : `.${part % 10 === 0 ? part / 10 : places === 2 && part < 10 ? `0${part}` : part}`;
  return `${value < 0 && units > 0 ? "-" : ""}${grouped(Math.floor(units / scale))}${decimals}`;
}
const grouped = (whole: number): string =>
  whole < 1000 ? String(whole) : `${grouped(Math.floor(whole / 1000))},${String(whole % 1000).padStart(3, "0")}`;

export const showA = (amps: number): string => `${show(amps, 1)} A`;
export const showVA = (va: number): string => `${show(va, 0)} VA`;
export const showKWh = (kWh: number): string => `${show(kWh, 1)} kWh`;
export const showNumber = (value: number): string => show(value, 2);
export const showOhm = (ohm: number): string => `${show(ohm, 2)} ohm`;
/** A conductor's size as it is written in words: `6 mm²`, `4/0 AWG`. */
export const showSize = (size: string): string => size.replace("mm2", "mm²");
export const showPercent = (factor: number): string => `${show(factor * 100, 1)} %`;
