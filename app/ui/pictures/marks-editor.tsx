/** Drawing on a picture: route, arrow, label, dimension. The marks are vectors beside the picture and stay editable. */
import { Button, Input, Segmented } from "antd";
import type Konva from "konva";
import { useEffect, useRef, useState } from "react";
import { Arrow, Circle, Group, Label, Layer, Line, Image as Picture, Stage, Tag, Text } from "react-konva";
import type { MarkKind, PhotoMark, Point } from "#core/survey/photo-marks.ts";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";
import styles from "./pictures.module.css";

const TOOLS: readonly { value: MarkKind | "choose"; label: string }[] = [
  { value: "choose", label: "Move" },
  { value: "route", label: "Route" },
  { value: "arrow", label: "Arrow" },
  { value: "label", label: "Label" },
  { value: "dimension", label: "Dimension" },
];
const HINTS: Record<MarkKind | "choose", string> = {
  choose: "Tap a mark to choose it, drag its points",
  route: "Tap point after point; Finish ends the route",
  arrow: "Drag from its tail to its head",
  label: "Tap where the words belong",
  dimension: "Drag from end to end, then write the length",
};
/** Ink and paper of the marks: readable on any picture, in either theme. */
const INK = "#1D2A30";
const PAPER = "#FCFBF7";
const WATER = "#6E9DB0";

export default function MarksEditor({ photo, onChange }: { photo: ShownPhoto; onChange(marks: PhotoMark[]): void }) {
  const [marks, setMarks] = useState(photo.marks);
  const [history, setHistory] = useState<PhotoMark[][]>([]);
  const [tool, setTool] = useState<MarkKind | "choose">("choose");
  const [chosen, setChosen] = useState<number | null>(null);
  const [drawing, setDrawing] = useState<PhotoMark | null>(null);
  const [image, setImage] = useState<HTMLImageElement | null>(null);
  const [width, setWidth] = useState(0);
  const frame = useRef<HTMLDivElement>(null);
  const stage = useRef<Konva.Stage>(null);

  useEffect(() => {
    const loading = new Image();
    loading.onload = () => setImage(loading);
    loading.src = photo.picture;
  }, [photo.picture]);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const fit = () => {
      const most = Math.min(box.clientWidth, ((window.innerHeight - 170) * photo.width) / photo.height);
      setWidth(Math.max(240, most));
    };
    const watch = new ResizeObserver(fit);
    watch.observe(box);
    return () => watch.disconnect();
  }, [photo.width, photo.height]);

  const height = (width * photo.height) / photo.width;
  const x = (p: Point) => p[0] * width;
  const y = (p: Point) => p[1] * height;
  const flat = (points: readonly Point[]) => points.flatMap((p) => [x(p), y(p)]);
  const inside = (v: number) => Math.min(1, Math.max(0, v));
  const here = (): Point | null => {
    const at = stage.current?.getPointerPosition();
    return at ? [inside(at.x / width), inside(at.y / height)] : null;
  };

  function keep(next: PhotoMark[]) {
    setHistory((past) => [...past, marks]);
    setMarks(next);
    onChange(next);
  }
  function add(mark: PhotoMark) {
    keep([...marks, mark]);
    setDrawing(null);
    setChosen(marks.length);
    setTool("choose");
  }
  function press() {
    const at = here();
    if (!at) return;
    if (tool === "label") add({ kind: "label", points: [at], text: "here" });
    if (tool === "arrow") setDrawing({ kind: "arrow", points: [at, at] });
    if (tool === "dimension") setDrawing({ kind: "dimension", points: [at, at], text: "length?" });
    if (tool === "route")
      setDrawing((route) =>
        route?.kind === "route" ? { ...route, points: [...route.points, at] } : { kind: "route", points: [at] },
      );
  }
  function drag() {
    const at = here();
    if (at && (drawing?.kind === "arrow" || drawing?.kind === "dimension"))
      setDrawing({ ...drawing, points: [drawing.points[0], at] });
  }
  function release() {
    if (drawing?.kind !== "arrow" && drawing?.kind !== "dimension") return;
    const [from, to] = drawing.points;
    if (Math.hypot(x(to) - x(from), y(to) - y(from)) > 12) add(drawing);
    else setDrawing(null);
  }
  const chosenMark = chosen === null ? undefined : marks[chosen];
  const replace = (index: number, mark: PhotoMark) => keep(marks.map((m, i) => (i === index ? mark : m)));
  const movePoint = (index: number, k: number, at: Point) => {
    const mark = marks[index];
    if (mark) replace(index, { ...mark, points: mark.points.map((p, i) => (i === k ? at : p)) } as PhotoMark);
  };

  const draw = (mark: PhotoMark, key: string, index: number | null) => {
    const [first, second] = mark.points as [Point, Point | undefined];
    const choose =
      index === null || tool !== "choose" ? {} : { onClick: () => setChosen(index), onTap: () => setChosen(index) };
    const middle: Point = second ? [(first[0] + second[0]) / 2, (first[1] + second[1]) / 2] : first;
    const words = "text" in mark && (
      <Label x={x(middle)} y={y(middle)} offsetY={second ? 0 : 14}>
        <Tag fill={PAPER} stroke={INK} strokeWidth={1} cornerRadius={3} />
        <Text text={mark.text} padding={5} fontSize={16} fontFamily="Atkinson Hyperlegible Next" fill={INK} />
      </Label>
    );
    return (
      <Group key={key} {...choose}>
        {mark.kind === "route" && (
          <>
            <Line
              points={flat(mark.points)}
              stroke={PAPER}
              strokeWidth={7}
              lineJoin="round"
              lineCap="round"
              hitStrokeWidth={26}
            />
            <Line
              points={flat(mark.points)}
              stroke={INK}
              strokeWidth={3.5}
              dash={[12, 7]}
              lineJoin="round"
              lineCap="round"
              listening={false}
            />
          </>
        )}
        {mark.kind === "arrow" && (
          <>
            <Arrow
              points={flat(mark.points)}
              stroke={PAPER}
              fill={PAPER}
              strokeWidth={8}
              pointerLength={16}
              pointerWidth={16}
              hitStrokeWidth={26}
            />
            <Arrow
              points={flat(mark.points)}
              stroke={INK}
              fill={INK}
              strokeWidth={3.5}
              pointerLength={13}
              pointerWidth={12}
              listening={false}
            />
          </>
        )}
        {mark.kind === "dimension" && (
          <>
            <Arrow
              points={flat(mark.points)}
              stroke={PAPER}
              fill={PAPER}
              strokeWidth={6}
              pointerAtBeginning
              hitStrokeWidth={26}
            />
            <Arrow
              points={flat(mark.points)}
              stroke={INK}
              fill={INK}
              strokeWidth={2}
              pointerAtBeginning
              listening={false}
            />
          </>
        )}
        {words}
      </Group>
    );
  };

  return (
    <div>
      <div className={styles.tools}>
        <Segmented
          aria-label="Tool"
          options={[...TOOLS]}
          value={tool}
          onChange={(next) => {
            setTool(next);
            setChosen(null);
            setDrawing(null);
          }}
        />
        {drawing?.kind === "route" && drawing.points.length > 1 && (
          <Button type="primary" onClick={() => add(drawing)}>
            Finish
          </Button>
        )}
        {chosenMark && "text" in chosenMark && (
          <Input
            aria-label="Words of the mark"
            autoFocus
            maxLength={120}
            key={chosen}
            defaultValue={chosenMark.text}
            onFocus={(e) => e.target.select()}
            onBlur={(e) => {
              const text = e.target.value.trim();
              if (text && text !== chosenMark.text) replace(chosen as number, { ...chosenMark, text });
            }}
            onPressEnter={(e) => e.currentTarget.blur()}
          />
        )}
        {chosenMark && (
          <Button
            onClick={() => {
              keep(marks.filter((_, i) => i !== chosen));
              setChosen(null);
            }}
          >
            Take the mark away
          </Button>
        )}
        <Button
          disabled={history.length === 0}
          onClick={() => {
            const past = history.at(-1) as PhotoMark[];
            setHistory(history.slice(0, -1));
            setMarks(past);
            setChosen(null);
            onChange(past);
          }}
        >
          Undo drawing
        </Button>
        {!chosenMark && <span className="quiet">{HINTS[tool]}</span>}
      </div>
      <div ref={frame} className={styles.stage}>
        {width > 0 && (
          <Stage
            ref={stage}
            width={width}
            height={height}
            onPointerDown={press}
            onPointerMove={drag}
            onPointerUp={release}
            style={{
              touchAction: tool === "choose" ? "auto" : "none",
              cursor: tool === "choose" ? "default" : "crosshair",
            }}
          >
            <Layer listening={false}>{image && <Picture image={image} width={width} height={height} />}</Layer>
            <Layer>
              {marks.map((mark, i) => draw(mark, `mark-${i}`, i))}
              {drawing && draw(drawing, "drawing", null)}
              {drawing?.kind === "route" &&
                drawing.points.map((p, i) => (
                  <Circle
                    // biome-ignore lint/suspicious/noArrayIndexKey: points have no other name
                    key={i}
                    x={x(p)}
                    y={y(p)}
                    radius={6}
                    fill={WATER}
                    stroke={INK}
                    strokeWidth={2}
                    listening={false}
                  />
                ))}
              {chosenMark?.points.map((p, k) => (
                <Circle
                  // biome-ignore lint/suspicious/noArrayIndexKey: points have no other name
                  key={k}
                  x={x(p)}
                  y={y(p)}
                  radius={11}
                  fill={WATER}
                  stroke={INK}
                  strokeWidth={2}
                  draggable
                  onDragEnd={(e) =>
                    movePoint(chosen as number, k, [inside(e.target.x() / width), inside(e.target.y() / height)])
                  }
                />
              ))}
            </Layer>
          </Stage>
        )}
      </div>
    </div>
  );
}
