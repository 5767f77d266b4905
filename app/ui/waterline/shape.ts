/** Positions in a waterline, from its data and a size; shared by the page and the papers. */
import { commonScaleA, overflowA, type Waterline } from "#core/waterline.ts";

export interface WaterlineShape {
  width: number;
  height: number;
  /** The basin between the banks. */
  basin: { x: number; width: number; top: number; bottom: number };
  water: { y: number; height: number };
  tide: { y: number; height: number };
  overflow: { y: number; height: number };
  limitY: number | null;
  /** Ticks of the ampere scale. */
  ticks: { y: number; amps: number }[];
  /** Labels with their place; pushed apart so that none covers another. */
  labels: { y: number; at: number; name: LabelName; text: string; amps: number }[];
}

type LabelName = "supply" | "demand" | "charging" | "limit" | "over";

/** Text of a label, shared by the page and the papers; the edge may be a panel smaller than the supply. */
const labelText = (name: LabelName, level: Waterline): string =>
  name === "over" ? "over the edge" : name === "supply" ? (level.edge ?? "supply").toLowerCase() : name;

export interface WaterlineSize {
  width: number;
  height: number;
  /** Amperes at full height; of this waterline alone where not given. */
  scaleA?: number;
  /** Room beside the basin, for ticks on the left and labels on the right. */
  left: number;
  right: number;
  labelStep: number;
}

const TICK_STEPS_A = [25, 50, 100, 200, 500];

export function waterlineShape(level: Waterline, size: WaterlineSize): WaterlineShape {
  const { width, height, left, right } = size;
  const scaleA = size.scaleA ?? commonScaleA([level]);
  const bottom = height - 6;
  const y = (amps: number) => bottom - (Math.max(0, amps) / scaleA) * (bottom - 6);
  const over = overflowA(level);
  const waterTop = Math.min(level.demandA, level.ratingA);
  const tideTop = Math.min(level.demandA + level.chargingA, level.ratingA);
  const tickA = TICK_STEPS_A.find((step) => scaleA / step <= 6) ?? 1000;

  const labels: WaterlineShape["labels"] = [
    { name: "supply" as const, amps: level.ratingA, y: y(level.ratingA) },
    { name: "demand" as const, amps: level.demandA, y: y(waterTop / 2) },
    ...(level.chargingA > 0
      ? [{ name: "charging" as const, amps: level.chargingA, y: y(level.demandA + level.chargingA / 2) }]
      : []),
    ...(level.limitA === null ? [] : [{ name: "limit" as const, amps: level.limitA, y: y(level.limitA) }]),
    ...(over > 0 ? [{ name: "over" as const, amps: over, y: y(level.ratingA + over) }] : []),
  ]
    .map((label) => ({ ...label, text: labelText(label.name, level), at: label.y }))
    .sort((a, b) => a.y - b.y);
  pushApart(labels, size.labelStep, height);

  return {
    width,
    height,
    basin: { x: left, width: width - left - right, top: y(level.ratingA), bottom },
    water: { y: y(waterTop), height: bottom - y(waterTop) },
    tide: { y: y(tideTop), height: y(waterTop) - y(tideTop) },
    overflow: { y: y(level.ratingA + over), height: y(level.ratingA) - y(level.ratingA + over) },
    limitY: level.limitA === null ? null : y(level.limitA),
    ticks: Array.from({ length: Math.floor(scaleA / tickA) + 1 }, (_, i) => ({ amps: i * tickA, y: y(i * tickA) })),
    labels,
  };
}

/** Moves label places apart by at least `step`, keeping their order and staying inside the drawing. */
function pushApart(labels: WaterlineShape["labels"], step: number, height: number): void {
  let free = step * 0.7;
  for (const label of labels) {
    label.at = Math.max(label.at, free);
    free = label.at + step;
  }
  let floor = height - step * 0.4;
  for (const label of [...labels].reverse()) {
    label.at = Math.min(label.at, floor);
    floor = label.at - step;
  }
}
