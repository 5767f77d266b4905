/** Units at the edge of the calculation: lengths, areas and how figures are written. */
import type { Conventions } from "./conventions.ts";

/** A length in its own unit. */
interface Length {
  value: number;
  unit: "ft" | "m";
}
/** An area in its own unit. */
interface Area {
  value: number;
  unit: "ft2" | "m2";
}

export const FT_PER_M = 3.280839895;
const FT2_PER_M2 = 10.7639104167;

/** A length in metres. */
export const lengthM = ({ value, unit }: Length): number => (unit === "m" ? value : value / FT_PER_M);
/** A length in feet. */
export const lengthFt = ({ value, unit }: Length): number => (unit === "ft" ? value : value * FT_PER_M);
/** An area in square feet. */
export const areaFt2 = ({ value, unit }: Area): number => (unit === "ft2" ? value : value * FT2_PER_M2);

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

/** Amperes with one decimal at most: "18.8 A". */
export const showA = (amps: number): string => `${show(amps, 1)} A`;
/** Less than a tenth of an ampere over is written as 0 A spare. */
export const isOver = (headroomA: number): boolean => headroomA <= -0.05;
/** The figure and the word of a headroom: "18.8 A" and "spare", or "4 A" and "over already". */
export const headroomParts = (headroomA: number, over = "over already"): { figure: string; word: string } =>
  isOver(headroomA)
    ? { figure: showA(-headroomA), word: over }
    : { figure: showA(Math.max(0, headroomA)), word: "spare" };
/** "18.8 A spare", or "4 A over already". */
export const showHeadroom = (headroomA: number, over?: string): string => {
  const { figure, word } = headroomParts(headroomA, over);
  return `${figure} ${word}`;
};
/** Whole volt-amperes: "9,600 VA". */
export const showVA = (va: number): string => `${show(va, 0)} VA`;
/** Kilowatts with two decimals at most: "7.36 kW". */
export const showKW = (kW: number): string => `${show(kW, 2)} kW`;
/** Kilowatt-hours with one decimal at most: "11.3 kWh". */
export const showKWh = (kWh: number): string => `${show(kWh, 1)} kWh`;
/** A number with two decimals at most, thousands grouped. */
export const showNumber = (value: number): string => show(value, 2);
/** Days with two decimals at most: "1 day", "16 days". */
export const showDays = (days: number): string => (days === 1 ? "1 day" : `${show(days, 2)} days`);
/** Ohms with two decimals at most: "0.35 ohm". */
export const showOhm = (ohm: number): string => `${show(ohm, 2)} ohm`;
/** A conductor's size as it is written in words: `6 mm²`, `4/0 AWG`. */
export const showSize = (size: string): string => size.replace("mm2", "mm²");
/** A factor as a percentage with one decimal at most: "85.7 %". */
export const showPercent = (factor: number): string => `${show(factor * 100, 1)} %`;

/** A length on a building: "18 in" or "4 ft 3 in", "290 mm" or "1.2 m". */
export function showBuildingLength(lengthM: number, { buildingLengths }: Pick<Conventions, "buildingLengths">): string {
  if (buildingLengths === "metric") return lengthM < 1 ? `${show(lengthM * 1000, 0)} mm` : `${show(lengthM, 2)} m`;
  const inches = lengthM * FT_PER_M * 12;
  if (inches < 36) return `${show(Math.round(inches * 2) / 2, 1)} in`;
  const [feet, rest] = [Math.floor(Math.round(inches) / 12), Math.round(inches) % 12];
  return rest === 0 ? `${feet} ft` : `${feet} ft ${rest} in`;
}

/** Degrees Celsius as a country writes them: "104 °F", "40 °C". */
export const showTemperature = (celsius: number, { temperature }: Pick<Conventions, "temperature">): string =>
  temperature === "F" ? `${show(celsius * 1.8 + 32, 1)} °F` : `${show(celsius, 1)} °C`;
