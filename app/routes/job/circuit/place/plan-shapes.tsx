/** Shapes of a plan: names, fills, the band, the leads, the photo under it, lengths and the scale. */
import { useEffect, useState } from "react";
import { Group, Image, Line, Text } from "react-konva";
import { type BandPoint, STEP_M } from "#core/place/band.ts";
import type { Point, Polygon } from "#core/place/geometry.ts";
import type { ParkedCar, Plot } from "#core/place/plot.ts";
import { pathsToPort, reachOf } from "#core/place/reach.ts";
import type { Palette } from "#ui/theme/palette.ts";
import type { PlanUnit } from "./plan-unit.ts";

export const PLAN_FONT = "Atkinson Hyperlegible Next";

/** A photo under the plan: its lower left corner and width, m, and how it is turned, degrees counter-clockwise. */
export interface PlanUnderlay {
  picture: string;
  at: Point;
  widthM: number;
  turned: number;
}

/** Neighbouring places of the band that serve alike: all that is asked of them, or some of it. */
export function servedStretches(band: readonly BandPoint[]): { from: Point; to: Point; all: boolean }[] {
  const stretches: { from: Point; to: Point; all: boolean; last: BandPoint }[] = [];
  for (const p of band) {
    if (p.served === 0) continue;
    const all = p.served === p.of;
    const before = stretches.at(-1);
    const next =
      before?.last.solid === p.solid && before.last.side === p.side && p.alongM - before.last.alongM < 2 * STEP_M;
    if (before && next && before.all === all) Object.assign(before, { to: p.at, last: p });
    else stretches.push({ from: p.at, to: p.at, all, last: p });
  }
  return stretches;
}

export const onCanvas = ([x, y]: Point) => ({ x: x - 20, y: y - 7 });
const LETTERS_PX = 18;
/** Position of an object's name: in its middle, or beside it where it is too thin; px. */
export function labelAt(polygon: Polygon) {
  const xs = polygon.map(([x]) => x);
  const ys = polygon.map(([, y]) => y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const middle: Point = [(left + right) / 2, (top + bottom) / 2];
  if (bottom - top < LETTERS_PX && right - left >= bottom - top) return { x: middle[0] - 20, y: top - LETTERS_PX + 1 };
  if (right - left < LETTERS_PX) return { x: right + 5, y: middle[1] - 7 };
  return onCanvas(middle);
}
export const noseOf = ([x, y]: Point, heading: number): Point => {
  const a = (heading * Math.PI) / 180;
  return [x + Math.cos(a) * 1.4, y + Math.sin(a) * 1.4];
};

/** Solids other than walls have a dashed outline. */
export const SOFT_KINDS: readonly string[] = ["bed", "footway", "steps"];
export const SOLID_FILLS: Record<Plot["solids"][number]["kind"], (p: Palette) => string> = {
  house: (p) => p.wash,
  garage: (p) => p.wash,
  neighbour: (p) => p.wash,
  pillar: (p) => p.slate,
  wall: (p) => p.slate,
  fence: (p) => p.ruleStrong,
  bed: (p) => p.paper,
  steps: (p) => p.paper,
  footway: (p) => p.paper,
};

/** The lead to every car on every position, as drawn. */
export function leadLines(plot: Plot, cars: readonly ParkedCar[]) {
  const { charger } = plot;
  if (!charger) return [];
  return plot.parking.flatMap((position) =>
    cars.flatMap((car, index) => {
      const path = pathsToPort(plot, position, car, false)(charger.at);
      if (!path) return [];
      return [{ key: `${position.id} ${index}`, points: path.points, verdict: reachOf(charger, path, car).verdict }];
    }),
  );
}

/** The photo under everything, loaded when it is there. */
export function PhotoUnderPlan({
  underlay: { picture, at, widthM, turned },
  px,
  scale,
}: {
  underlay: PlanUnderlay;
  px(point: Point): Point;
  scale: number;
}) {
  const [image, setImage] = useState<HTMLImageElement | null>(null);
  useEffect(() => {
    const loading = new window.Image();
    loading.onload = () => setImage(loading);
    loading.src = picture;
    return () => {
      loading.onload = null;
    };
  }, [picture]);
  if (!image) return null;
  const [x, y] = px(at);
  const w = widthM * scale;
  const h = (w * image.naturalHeight) / image.naturalWidth;
  return (
    <Image
      image={image}
      x={x}
      y={y}
      offsetY={h}
      width={w}
      height={h}
      rotation={-turned}
      opacity={0.7}
      listening={false}
    />
  );
}

/** A length beside its line. */
export function DimensionLine({ from, to, text, palette }: { from: Point; to: Point; text: string; palette: Palette }) {
  return (
    <Text
      x={(from[0] + to[0]) / 2 + 4}
      y={(from[1] + to[1]) / 2 + 4}
      text={text}
      fontSize={13}
      fontFamily={PLAN_FONT}
      fill={palette.slate}
      listening={false}
    />
  );
}

export function ScaleBar({
  x,
  y,
  scale,
  unit,
  palette,
}: {
  x: number;
  y: number;
  scale: number;
  unit: PlanUnit;
  palette: Palette;
}) {
  const length = unit.name === "m" ? 2 : 5;
  const px = (length / unit.perM) * scale;
  return (
    <Group listening={false}>
      <Line points={[x, y - 5, x, y, x + px, y, x + px, y - 5]} stroke={palette.ink} strokeWidth={2} />
      <Text
        x={x + px + 6}
        y={y - 9}
        text={`${length} ${unit.name}`}
        fontSize={13}
        fontFamily={PLAN_FONT}
        fill={palette.ink}
      />
    </Group>
  );
}
