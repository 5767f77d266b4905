/** Drawing a line on the plan, corner by corner: pressed there, or typed as length and direction. */
import { Button, InputNumber } from "antd";
import { type SubmitEvent, useState } from "react";
import { legFrom, lengthOf } from "#core/place/draw.ts";
import type { Point } from "#core/place/geometry.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import styles from "../circuit.module.css";
import { type PlanUnit, showLength } from "./plan-unit.ts";

interface Props {
  /** "part 2 of the run", "a wall". */
  what: string;
  points: readonly Point[];
  /** Where a typed leg begins while nothing is drawn yet, m. */
  begin: Point;
  unit: PlanUnit;
  onPoints(points: Point[]): void;
  onDone(): void;
  onLeave(): void;
}

const WAYS = [
  { degrees: 0, says: "to the right" },
  { degrees: 90, says: "up" },
  { degrees: 180, says: "to the left" },
  { degrees: 270, says: "down" },
] as const;

/** The drawn object and its length so far, above the plan. */
export function DrawingNow({ what, points, unit }: Pick<Props, "what" | "points" | "unit">) {
  return (
    <p className={styles.drawing}>
      <b>Drawing {what}:</b> press on the plan for each corner, or type a leg below.{" "}
      <span className="figure">{showLength(lengthOf(points), unit)}</span> so far.
    </p>
  );
}

/** Legs typed, and the end of drawing; below the plan. */
export function DrawingTools({ what, points, begin, unit, onPoints, onDone, onLeave }: Props) {
  const [length, setLength] = useState<number | null>(null);
  const [degrees, setDegrees] = useState<number | null>(0);
  const add = (way: number | null) => {
    if (!length || length <= 0 || way === null) return;
    const from = points.at(-1) ?? begin;
    onPoints([...(points.length === 0 ? [begin] : points), legFrom(from, length / unit.perM, way)]);
  };
  const typed = (event: SubmitEvent) => {
    event.preventDefault();
    add(degrees);
  };
  return (
    <form className={styles.drawing} onSubmit={typed} aria-label={`Drawing ${what}`}>
      <Fields>
        <Field label={`Next leg, ${unit.name}`}>
          {(controlProps) => (
            <InputNumber
              {...controlProps}
              className={styles.number ?? ""}
              min={0.05}
              max={500}
              value={length}
              onChange={setLength}
            />
          )}
        </Field>
        <Field label="Direction, °" hint="0° is to the right; counter-clockwise">
          {(controlProps) => (
            <InputNumber
              {...controlProps}
              className={styles.number ?? ""}
              min={-360}
              max={360}
              value={degrees}
              onChange={setDegrees}
            />
          )}
        </Field>
      </Fields>
      <p className={styles.tools}>
        <Button htmlType="submit">Add the leg</Button>
        {WAYS.map((w) => (
          <Button key={w.degrees} onClick={() => add(w.degrees)}>
            {w.says}
          </Button>
        ))}
        <Button onClick={() => onPoints(points.slice(0, -1))} disabled={points.length === 0}>
          Remove the last point
        </Button>
        <Button type="primary" onClick={onDone} disabled={points.length < 2}>
          Done
        </Button>
        <Button type="text" onClick={onLeave}>
          Cancel
        </Button>
      </p>
    </form>
  );
}
