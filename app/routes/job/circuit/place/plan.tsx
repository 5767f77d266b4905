/** The plot to scale: solids, cars and the charger are dragged; the lead's paths are drawn as they lie. */

import type { KonvaEventObject } from "konva/lib/Node";
import { useRef, useState } from "react";
import { Arrow, Circle, Group, Layer, Line, Rect, Stage, Text } from "react-konva";
import { ownValue } from "#core/own-value.ts";
import { type BandPoint, onWall } from "#core/place/band.ts";
import { alignedMove } from "#core/place/draw.ts";
import { distance, type Point, type Polygon } from "#core/place/geometry.ts";
import { outlineOf, type ParkedCar, type Plot, portOf } from "#core/place/plot.ts";
import type { RegionWords } from "#core/rules/types.ts";
import type { Palette } from "#ui/theme/palette.ts";
import styles from "../circuit.module.css";
import { type ChosenThing, movedThing } from "./moved.ts";
import {
  DimensionLine,
  labelAt,
  leadLines,
  noseOf,
  onCanvas,
  PhotoUnderPlan,
  PLAN_FONT,
  type PlanUnderlay,
  ScaleBar,
  SOFT_KINDS,
  SOLID_FILLS,
  servedStretches,
} from "./plan-shapes.tsx";
import { type PlanUnit, showLength } from "./plan-unit.ts";
import { useWidth } from "./use-width.ts";

interface Props {
  nameOfSolid: RegionWords["solid"];
  plot: Plot;
  underlay: PlanUnderlay | null;
  openings: readonly { id: string; kind: string; from: Point; to: Point }[];
  /** Parts of the run as they were drawn. */
  runs: readonly { part: number; points: readonly Point[] }[];
  /** The line that is being drawn; null while none is. */
  line: readonly Point[] | null;
  onPoint(point: Point): void;
  cars: readonly ParkedCar[];
  palette: Palette;
  /** Metres to the unit of the plan, and its name. */
  unit: PlanUnit;
  /** Along the walls: how well a charger would serve today's cars from there. */
  band: readonly BandPoint[];
  chosen: ChosenThing | null;
  onChoose(chosen: ChosenThing | null): void;
  /** Metres. */
  onMove(what: ChosenThing, by: Point): void;
  onCorner(solid: number, corner: number, to: Point): void;
}

const MARGIN_M = 1.5;
const SNAP_M = 0.05;
const HEIGHT_PX = 460;
/** Arrow keys move by so much, with Shift by ten times as much, m. */
/** The direction that an arrow key moves in, x and y. */
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
const KEY_M = 0.05;

const snap = (v: number) => Math.round(v / SNAP_M) * SNAP_M;

/** The bounds of the plot, m. */
function bounds({ solids, parking, charger }: Plot, cars: readonly ParkedCar[]) {
  const points: Point[] = solids.flatMap((s) => [...s.polygon]);
  for (const position of parking) {
    points.push(position.at);
    for (const car of cars) points.push(...outlineOf(position, car));
  }
  if (charger) points.push(charger.at);
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return {
    left: Math.min(0, ...xs) - MARGIN_M,
    right: Math.max(1, ...xs) + MARGIN_M,
    bottom: Math.min(0, ...ys) - MARGIN_M,
    top: Math.max(1, ...ys) + MARGIN_M,
  };
}

export default function PlanDrawing(props: Props) {
  const { plot, cars, palette, unit, nameOfSolid, band, chosen, onChoose, onMove, onCorner } = props;
  const { underlay, openings, runs, line, onPoint } = props;
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  // While something is dragged the plan keeps its scale.
  const [dragged, setDragged] = useState<{ what: ChosenThing; by: Point } | null>(null);
  const shown = dragged ? movedThing(plot, dragged.what, dragged.by) : plot;
  const [car] = cars;
  const { left, right, bottom, top } = bounds(plot, cars);
  const scale = Math.min(width / (right - left), HEIGHT_PX / (top - bottom)) || 1;
  const inset = Math.max(0, (width - (right - left) * scale) / 2);
  const px = ([x, y]: Point): Point => [inset + (x - left) * scale, (top - y) * scale];
  const flat = (polygon: Polygon) => polygon.flatMap((p) => [...px(p)]);
  /** By how much it is moved: on the grid, and in line with the corners of other things. */
  const byOf = (what: ChosenThing, x: number, y: number): Point => {
    const by: Point = [snap(x / scale), snap(-y / scale)];
    if (what.kind !== "solid") return by;
    const others = plot.solids.flatMap((s, i) => (i === what.index ? [] : [...s.polygon]));
    return alignedMove(by, plot.solids[what.index]?.polygon ?? [], others);
  };
  const drags = (what: ChosenThing) => ({
    draggable: line === null,
    onPointerDown: () => onChoose(what),
    onDragMove: ({ target }: KonvaEventObject<DragEvent>) => {
      const by = byOf(what, target.x(), target.y());
      target.position({ x: by[0] * scale, y: -by[1] * scale });
      setDragged({ what, by });
    },
    onDragEnd: ({ target }: KonvaEventObject<DragEvent>) => {
      const by = byOf(what, target.x(), target.y());
      target.position({ x: 0, y: 0 });
      setDragged(null);
      if (by[0] !== 0 || by[1] !== 0) onMove(what, by);
    },
  });
  const keys = (event: React.KeyboardEvent) => {
    if (line) return;
    const by = ownValue(ARROWS, event.key);
    if (!by || !chosen) return;
    event.preventDefault();
    const step = KEY_M * (event.shiftKey ? 10 : 1);
    onMove(chosen, [by[0] * step, by[1] * step]);
  };
  const corners = [
    ...plot.solids.flatMap((s) => [...s.polygon]),
    ...(line ?? []),
    ...runs.flatMap((r) => [...r.points]),
  ];
  const lengthText = (m: number) => showLength(m, unit);
  // Distances of the selected charger to both ends of its wall.
  const charger = chosen?.kind === "charger" ? shown.charger : null;
  const wallSides = ({ at: [x, y] }: { at: Point }) => {
    const wall = onWall(shown, [x, y]);
    return wall
      ? [
          { key: "from", from: wall.from, to: wall.foot },
          { key: "to", from: wall.foot, to: wall.to },
        ]
      : [];
  };
  // The server draws no canvas.
  const paths = car && typeof window !== "undefined" ? leadLines(shown, cars) : [];
  const isChosen = (kind: ChosenThing["kind"], index = 0) =>
    chosen?.kind === kind && (chosen.kind === "charger" || chosen.index === index);
  const solid = chosen?.kind === "solid" ? shown.solids[chosen.index] : undefined;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing that is moved in by keys has no element of its own
    <div
      ref={frame}
      className={styles.plan}
      role="group"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the chosen thing is moved by the arrow keys
      tabIndex={0}
      onKeyDown={keys}
      data-scale={scale}
      data-origin={`${inset - left * scale},${top * scale}`}
      aria-label="Plan of the plot. Choose a thing below, and move it with the arrow keys."
    >
      {width > 0 && (
        <Stage width={width} height={(top - bottom) * scale}>
          <Layer>
            <Rect width={width} height={HEIGHT_PX} fill={palette.sheet} onPointerDown={() => onChoose(null)} />
            {underlay && <PhotoUnderPlan underlay={underlay} px={px} scale={scale} />}
            {plot.solids.map((s, index) => (
              <Group key={s.id} {...drags({ kind: "solid", index })}>
                <Line
                  points={flat(s.polygon)}
                  closed
                  fill={SOLID_FILLS[s.kind](palette)}
                  stroke={palette.ink}
                  strokeWidth={isChosen("solid", index) ? 3 : 1.5}
                  opacity={underlay ? 0.75 : 1}
                  dash={SOFT_KINDS.includes(s.kind) ? [5, 4] : []}
                />
                <Text
                  text={nameOfSolid(s.kind)}
                  {...labelAt(s.polygon.map(px))}
                  fontSize={14}
                  fontFamily={PLAN_FONT}
                  fill={palette.ink}
                />
              </Group>
            ))}
            {!dragged &&
              servedStretches(band).map(({ from, to, all }) => (
                <Line
                  key={`${from.join()} ${to.join()}`}
                  points={flat([from, to])}
                  stroke={palette.reed}
                  strokeWidth={all ? 7 : 3}
                  dash={all ? [] : [6, 6]}
                  listening={false}
                />
              ))}
            {plot.parking.map((position, index) => (
              <Group key={position.id} {...drags({ kind: "parking", index })}>
                {car && (
                  <>
                    <Line
                      points={flat(outlineOf(position, car))}
                      closed
                      fill={palette.paper}
                      stroke={palette.ink}
                      strokeWidth={isChosen("parking", index) ? 3 : 1.5}
                      tension={0.12}
                    />
                    <Arrow
                      points={flat([position.at, noseOf(position.at, position.heading)])}
                      stroke={palette.slate}
                      fill={palette.slate}
                      strokeWidth={1.5}
                    />
                    <Text
                      text={position.id}
                      {...onCanvas(px(position.at))}
                      fontSize={14}
                      fontFamily={PLAN_FONT}
                      fill={palette.ink}
                    />
                  </>
                )}
              </Group>
            ))}
            {openings.map(({ id, kind, from, to }) => (
              <Group key={id} listening={false}>
                <Line points={flat([from, to])} stroke={palette.ink} strokeWidth={2} dash={[2, 4]} />
                <Text
                  text={kind}
                  {...labelAt([px(from), px(to)])}
                  fontSize={13}
                  fontFamily={PLAN_FONT}
                  fill={palette.slate}
                />
              </Group>
            ))}
            {runs.map(({ part, points }) => (
              <Group key={part} listening={false}>
                <Line points={flat(points)} stroke={palette.sheet} strokeWidth={8} lineJoin="round" />
                <Line points={flat(points)} stroke={palette.ochre} strokeWidth={4} lineJoin="round" />
                <Text
                  text={`part ${part + 1}`}
                  x={px(points[0] as Point)[0] + 6}
                  y={px(points[0] as Point)[1] + 4}
                  fontSize={13}
                  fontStyle="bold"
                  fontFamily={PLAN_FONT}
                  fill={palette.ochre}
                />
              </Group>
            ))}
            {paths.map(({ key, points, verdict }) => (
              <Line
                key={key}
                points={flat(points)}
                stroke={verdict === "short" ? palette.clay : palette.deepWater}
                strokeWidth={3}
                dash={verdict === "lies" ? [] : verdict === "hangs" ? [10, 6] : [2, 6]}
                listening={false}
              />
            ))}
            {shown.parking.flatMap((position) =>
              cars.map((c, i) => {
                const [x, y] = px(portOf(position, c));
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: cars have no other name
                  <Circle key={`${position.id}${i}`} x={x} y={y} radius={4} fill={palette.ink} listening={false} />
                );
              }),
            )}
            {plot.charger && (
              <Group {...drags({ kind: "charger" })}>
                <Rect
                  x={px(plot.charger.at)[0] - 9}
                  y={px(plot.charger.at)[1] - 9}
                  width={18}
                  height={18}
                  cornerRadius={5}
                  fill={palette.deepWater}
                  stroke={palette.ink}
                  strokeWidth={isChosen("charger") ? 3 : 1.5}
                  hitStrokeWidth={24}
                />
              </Group>
            )}
            {solid?.polygon.map((corner, i) => {
              const [x, y] = px(corner);
              const [nx, ny] = px(solid.polygon[(i + 1) % solid.polygon.length] as Point);
              const length = Math.hypot(nx - x, ny - y) / scale;
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: corners have no other name
                <Group key={i}>
                  <DimensionLine from={[x, y]} to={[nx, ny]} text={lengthText(length)} palette={palette} />
                  <Circle
                    x={x}
                    y={y}
                    radius={8}
                    fill={palette.sheet}
                    stroke={palette.ink}
                    strokeWidth={2}
                    draggable
                    onDragEnd={({ target }) => {
                      const to: Point = [snap((target.x() - inset) / scale + left), snap(top - target.y() / scale)];
                      // A refused move puts the object back.
                      target.position({ x, y });
                      if (chosen?.kind === "solid") onCorner(chosen.index, i, to);
                    }}
                  />
                </Group>
              );
            })}
            {charger &&
              wallSides(charger).map(({ key, from, to }) => (
                <DimensionLine
                  key={key}
                  from={px(from)}
                  to={px(to)}
                  text={lengthText(distance(from, to))}
                  palette={palette}
                />
              ))}
            {line && (
              <>
                <Line points={flat(line)} stroke={palette.deepWater} strokeWidth={3} dash={[8, 4]} listening={false} />
                {line.map((p, i) => {
                  const [x, y] = px(p);
                  const before = line[i - 1];
                  return (
                    // biome-ignore lint/suspicious/noArrayIndexKey: corners have no other name
                    <Group key={i} listening={false}>
                      <Circle x={x} y={y} radius={5} fill={palette.deepWater} />
                      {before && (
                        <DimensionLine
                          from={px(before)}
                          to={[x, y]}
                          text={lengthText(distance(before, p))}
                          palette={palette}
                        />
                      )}
                    </Group>
                  );
                })}
                <Rect
                  name="draw"
                  width={width}
                  height={(top - bottom) * scale}
                  onPointerDown={({ target }) => {
                    const pointer = target.getStage()?.getPointerPosition();
                    if (!pointer) return;
                    const to: Point = [snap((pointer.x - inset) / scale + left), snap(top - pointer.y / scale)];
                    onPoint(
                      alignedMove([0, 0], [to], corners).map((v, axis) => v + (to[axis] ?? 0)) as unknown as Point,
                    );
                  }}
                />
              </>
            )}
            <ScaleBar x={12} y={(top - bottom) * scale - 16} scale={scale} unit={unit} palette={palette} />
          </Layer>
        </Stage>
      )}
    </div>
  );
}
