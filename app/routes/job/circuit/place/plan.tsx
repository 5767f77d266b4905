/** The plot to scale: solids, cars and the charger are dragged; the lead's paths are drawn as they lie. */
import type { KonvaEventObject } from "konva/lib/Node";
import { type RefObject, useEffect, useRef, useState } from "react";
import { Arrow, Circle, Group, Image, Layer, Line, Rect, Stage, Text } from "react-konva";
import { type BandPoint, onWall, STEP_M } from "#core/place/band.ts";
import { alignedMove } from "#core/place/draw.ts";
import { distance, type Point, type Polygon } from "#core/place/geometry.ts";
import { outlineOf, type ParkedCar, type Plot, portOf } from "#core/place/plot.ts";
import { pathsToPort, reachOf } from "#core/place/reach.ts";
import { showNumber } from "#core/units.ts";
import type { Palette } from "#ui/theme/palette.ts";
import styles from "../circuit.module.css";
import { type Chosen, moved } from "./moved.ts";

/** A photo under the plan: its lower left corner and width, m, and how it is turned, degrees counter-clockwise. */
export interface PlanUnderlay {
  picture: string;
  at: Point;
  widthM: number;
  turned: number;
}

interface Props {
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
  unit: { name: "m" | "ft"; perM: number };
  /** Along the walls: how well a charger would serve today's cars from there. */
  band: readonly BandPoint[];
  chosen: Chosen | null;
  onChoose(chosen: Chosen | null): void;
  /** Metres. */
  onMove(what: Chosen, by: Point): void;
  onCorner(solid: number, corner: number, to: Point): void;
}

const FONT = "Atkinson Hyperlegible Next";
const MARGIN_M = 1.5;
const SNAP_M = 0.05;
const HEIGHT_PX = 460;
/** Arrow keys move by so much, with Shift by ten times as much, m. */
const KEY_M = 0.05;

const snap = (v: number) => Math.round(v / SNAP_M) * SNAP_M;

/** What the plot reaches over, m. */
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

export default function Plan(props: Props) {
  const { plot, cars, palette, unit, band, chosen, onChoose, onMove, onCorner } = props;
  const { underlay, openings, runs, line, onPoint } = props;
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  // While something is dragged the plan keeps its scale.
  const [dragged, setDragged] = useState<{ what: Chosen; by: Point } | null>(null);
  const shown = dragged ? moved(plot, dragged.what, dragged.by) : plot;
  const [car] = cars;
  const { left, right, bottom, top } = bounds(plot, cars);
  const scale = Math.min(width / (right - left), HEIGHT_PX / (top - bottom)) || 1;
  const inset = Math.max(0, (width - (right - left) * scale) / 2);
  const px = ([x, y]: Point): Point => [inset + (x - left) * scale, (top - y) * scale];
  const flat = (polygon: Polygon) => polygon.flatMap((p) => [...px(p)]);
  /** By how much it is moved: on the grid, and in line with the corners of other things. */
  const byOf = (what: Chosen, x: number, y: number): Point => {
    const by: Point = [snap(x / scale), snap(-y / scale)];
    if (what.kind !== "solid") return by;
    const others = plot.solids.flatMap((s, i) => (i === what.index ? [] : [...s.polygon]));
    return alignedMove(by, plot.solids[what.index]?.polygon ?? [], others);
  };
  const drags = (what: Chosen) => ({
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
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!by || !chosen) return;
    event.preventDefault();
    const step = KEY_M * (event.shiftKey ? 10 : 1);
    onMove(chosen, [(by[0] as number) * step, (by[1] as number) * step]);
  };
  const corners = [
    ...plot.solids.flatMap((s) => [...s.polygon]),
    ...(line ?? []),
    ...runs.flatMap((r) => [...r.points]),
  ];
  const lengthText = (m: number) => `${showNumber(Math.round(m * unit.perM * 100) / 100)} ${unit.name}`;
  // How far the chosen charger hangs from both ends of its wall.
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
  const paths = car ? leads(shown, cars) : [];
  const isChosen = (kind: Chosen["kind"], index = 0) =>
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
            {underlay && <Photo underlay={underlay} px={px} scale={scale} />}
            {plot.solids.map((s, index) => (
              <Group key={s.id} {...drags({ kind: "solid", index })}>
                <Line
                  points={flat(s.polygon)}
                  closed
                  fill={FILLS[s.kind](palette)}
                  stroke={palette.ink}
                  strokeWidth={isChosen("solid", index) ? 3 : 1.5}
                  opacity={underlay ? 0.75 : 1}
                  dash={SOFT.includes(s.kind) ? [5, 4] : []}
                />
                <Text
                  text={s.kind}
                  {...labelAt(s.polygon.map(px))}
                  fontSize={14}
                  fontFamily={FONT}
                  fill={palette.ink}
                />
              </Group>
            ))}
            {!dragged &&
              stretchesOf(band).map(({ from, to, all }) => (
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
                      points={flat([position.at, nose(position.at, position.heading)])}
                      stroke={palette.slate}
                      fill={palette.slate}
                      strokeWidth={1.5}
                    />
                    <Text
                      text={position.id}
                      {...at(px(position.at))}
                      fontSize={14}
                      fontFamily={FONT}
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
                  fontFamily={FONT}
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
                  fontFamily={FONT}
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
                  <Dimension from={[x, y]} to={[nx, ny]} text={lengthText(length)} palette={palette} />
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
                      // What is refused goes back to where it was.
                      target.position({ x, y });
                      if (chosen?.kind === "solid") onCorner(chosen.index, i, to);
                    }}
                  />
                </Group>
              );
            })}
            {charger &&
              wallSides(charger).map(({ key, from, to }) => (
                <Dimension
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
                        <Dimension
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

/** Neighbouring places of the band that serve alike: all that is asked of them, or some of it. */
function stretchesOf(band: readonly BandPoint[]): { from: Point; to: Point; all: boolean }[] {
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

const at = ([x, y]: Point) => ({ x: x - 20, y: y - 7 });
/** Where the name of a thing stands: in its middle, or beside it where it is too thin for its name; px. */
function labelAt(polygon: Polygon) {
  const xs = polygon.map(([x]) => x);
  const ys = polygon.map(([, y]) => y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const middle: Point = [(left + right) / 2, (top + bottom) / 2];
  if (bottom - top < LETTERS_PX && right - left >= bottom - top) return { x: middle[0] - 20, y: top - LETTERS_PX + 1 };
  if (right - left < LETTERS_PX) return { x: right + 5, y: middle[1] - 7 };
  return at(middle);
}
const LETTERS_PX = 18;
const nose = ([x, y]: Point, heading: number): Point => {
  const a = (heading * Math.PI) / 180;
  return [x + Math.cos(a) * 1.4, y + Math.sin(a) * 1.4];
};

/** What is no wall is drawn with a broken outline. */
const SOFT: readonly string[] = ["bed", "footway", "steps"];
const FILLS: Record<Plot["solids"][number]["kind"], (p: Palette) => string> = {
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
function leads(plot: Plot, cars: readonly ParkedCar[]) {
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
function Photo({
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
function Dimension({ from, to, text, palette }: { from: Point; to: Point; text: string; palette: Palette }) {
  return (
    <Text
      x={(from[0] + to[0]) / 2 + 4}
      y={(from[1] + to[1]) / 2 + 4}
      text={text}
      fontSize={13}
      fontFamily={FONT}
      fill={palette.slate}
      listening={false}
    />
  );
}

function ScaleBar({
  x,
  y,
  scale,
  unit,
  palette,
}: {
  x: number;
  y: number;
  scale: number;
  unit: Props["unit"];
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
        fontFamily={FONT}
        fill={palette.ink}
      />
    </Group>
  );
}

function useWidth(frame: RefObject<HTMLDivElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(box.clientWidth));
    watch.observe(box);
    return () => watch.disconnect();
  }, [frame]);
  return width;
}
