/** The sides of a chosen solid, typed. */

import { InputNumber } from "antd";
import type { Place } from "#core/case/document/types.ts";
import { sideLength, withSide } from "#core/place/starting-plans.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import styles from "../circuit.module.css";

export function SideViews({
  place,
  solid,
  onSet,
}: {
  place: Place;
  solid: number;
  onSet(pointer: string, value: unknown): void;
}) {
  const points = place.solids?.[solid]?.points ?? [];
  return (
    <Fields>
      {points.map((_, side) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: sides have no other name
        <Field key={side} label={`Side ${side + 1}, ${place.unit}`}>
          {(controlProps) => (
            <InputNumber
              {...controlProps}
              className={styles.number ?? ""}
              aria-label={`Side ${side + 1}, ${place.unit}`}
              min={0.05}
              max={500}
              value={sideLength(points, side)}
              onChange={(length) =>
                length !== null && onSet(`/place/solids/${solid}/points`, withSide(points, side, length))
              }
            />
          )}
        </Field>
      ))}
    </Fields>
  );
}
