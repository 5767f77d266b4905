/** Drawing on a picture: route, arrow, label, dimension. The marks are vectors beside the picture and stay editable. */
import type Konva from "konva";
import { type RefObject, useEffect, useRef, useState } from "react";
import { Circle, Layer, Image as Picture, Stage } from "react-konva";
import type { MarkPoint, PhotoMark } from "#core/survey/photo-marks.ts";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import styles from "../pictures.module.css";
import { MarkShape } from "./mark-shape.tsx";
import { MarkTools } from "./mark-tools.tsx";
import { useMarks } from "./use-marks.ts";

const POINT = { fill: PRINT_COLORS.water, stroke: PRINT_COLORS.ink, strokeWidth: 2 } as const;

const inside = (v: number) => Math.min(1, Math.max(0, v));

export default function MarksEditor({ photo, onChange }: { photo: ShownPhoto; onChange(marks: PhotoMark[]): void }) {
  const frame = useRef<HTMLDivElement>(null);
  const stage = useRef<Konva.Stage>(null);
  const image = useImage(photo.picture);
  const width = useWidth(frame, photo);
  const height = (width * photo.height) / photo.width;
  const px = ([x, y]: MarkPoint): MarkPoint => [x * width, y * height];
  const distancePx = (a: MarkPoint, b: MarkPoint) => Math.hypot((a[0] - b[0]) * width, (a[1] - b[1]) * height);
  const marks = useMarks(photo.marks, distancePx, onChange);
  const choosing = marks.tool === "choose";
  const at = (work: (point: MarkPoint) => void) => () => {
    const pointer = stage.current?.getPointerPosition();
    if (pointer) work([inside(pointer.x / width), inside(pointer.y / height)]);
  };
  return (
    <div>
      <MarkTools marks={marks} />
      <div ref={frame} className={styles.stage}>
        {width > 0 && (
          <Stage
            ref={stage}
            width={width}
            height={height}
            onPointerDown={at(marks.press)}
            onPointerMove={at(marks.drag)}
            onPointerUp={marks.release}
            style={{ touchAction: choosing ? "auto" : "none", cursor: choosing ? "default" : "crosshair" }}
          >
            <Layer listening={false}>{image && <Picture image={image} width={width} height={height} />}</Layer>
            <Layer>
              {marks.marks.map((mark, i) => (
                <MarkShape
                  // biome-ignore lint/suspicious/noArrayIndexKey: marks have no other name
                  key={i}
                  mark={mark}
                  px={px}
                  {...(choosing && { onChoose: () => marks.setChosen(i) })}
                />
              ))}
              {marks.drawing && <MarkShape mark={marks.drawing} px={px} />}
              {marks.drawing?.kind === "route" &&
                marks.drawing.points.map(px).map(([x, y], i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: points have no other name
                  <Circle key={i} x={x} y={y} radius={6} {...POINT} listening={false} />
                ))}
              {marks.chosenMark?.points.map(px).map(([x, y], k) => (
                <Circle
                  // biome-ignore lint/suspicious/noArrayIndexKey: points have no other name
                  key={k}
                  x={x}
                  y={y}
                  radius={11}
                  {...POINT}
                  draggable
                  onDragEnd={({ target }) =>
                    marks.movePoint(k, [inside(target.x() / width), inside(target.y() / height)])
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

/** The picture once it is there. */
function useImage(address: string): HTMLImageElement | null {
  const [image, setImage] = useState<HTMLImageElement | null>(null);
  useEffect(() => {
    const loading = new Image();
    loading.onload = () => setImage(loading);
    loading.src = address;
  }, [address]);
  return image;
}

/** Width at which the whole picture fits its frame; 0 before layout. */
function useWidth(frame: RefObject<HTMLDivElement | null>, photo: Pick<ShownPhoto, "width" | "height">): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const fit = () =>
      setWidth(Math.max(240, Math.min(box.clientWidth, ((window.innerHeight - 190) * photo.width) / photo.height)));
    const watch = new ResizeObserver(fit);
    watch.observe(box);
    return () => watch.disconnect();
  }, [frame, photo.width, photo.height]);
  return width;
}
