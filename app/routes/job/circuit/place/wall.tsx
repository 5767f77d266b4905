/** The wall that the charger hangs on: what is checked of it, and a hole drilled through it. */
import { InputNumber } from "antd";
import { useState } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { holeBetween } from "#core/place/hole.ts";
import { type Plot, parkedCars } from "#core/place/plot.ts";
import { wallChecks } from "#core/place/wall.ts";
import { showNumber } from "#core/units.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Caution } from "#ui/frame/sheet.tsx";
import styles from "../circuit.module.css";

const SAYS = { true: "Holds", false: "Does not hold", null: "Look" } as const;

export function WallAndHole({ plot, document }: { plot: Plot; document: CaseDocument }) {
  const { region } = codebookOf(document.rules);
  const checks = wallChecks(plot, parkedCars(document), region, document.charger?.outdoors ?? true);
  return (
    <>
      <details className={styles.chart} open={checks.some((c) => c.passes === false)}>
        <summary>The wall</summary>
        <ul className={styles.wall}>
          {checks.map(({ id, text, rule, passes, numbers }) => (
            <li key={id} data-passes={passes ?? undefined}>
              <b>{SAYS[`${passes}`]}</b> {text}
              {numbers && <span className="figure">: {numbers}</span>} <span className="quiet">({rule})</span>
            </li>
          ))}
        </ul>
      </details>
      <details className={styles.chart}>
        <summary>A hole through it</summary>
        <Hole />
      </details>
    </>
  );
}

/** Brick, cavity, block and plaster, mm. */
const USUAL_WALL_MM = 290;

function Hole() {
  const [thick, setThick] = useState(USUAL_WALL_MM);
  const [outside, setOutside] = useState(1000);
  const [inside, setInside] = useState(1020);
  const { angleDeg, lengthM, fallsOut } = holeBetween(thick / 1000, outside / 1000, inside / 1000);
  const number = (label: string, value: number, set: (v: number) => void, min: number) => (
    <Field label={label}>
      {(tied) => (
        <InputNumber
          {...tied}
          className={styles.number ?? ""}
          aria-label={label}
          min={min}
          max={10_000}
          value={value}
          onChange={(v) => v !== null && set(v)}
        />
      )}
    </Field>
  );
  return (
    <>
      <Caution>
        Look for cables and pipes on both sides before drilling; not within 150 mm of a corner or of a known cable.
      </Caution>
      <Fields>
        {number("All layers of the wall, mm", thick, setThick, 10)}
        {number("Height outside, mm", outside, setOutside, 0)}
        {number("Height inside, mm", inside, setInside, 0)}
      </Fields>
      <p role="status">
        Drilled at <b className="figure">{showNumber(Math.round(angleDeg * 10) / 10)}°</b> upwards to the inside,{" "}
        <b className="figure">{Math.round(lengthM * 1000)} mm</b> long.{" "}
        {fallsOut
          ? "It falls to the outside, so that water runs out. A cavity is crossed in a sleeve."
          : "It must fall to the outside by at least 3°: lift its inside end or lower its outside end."}
      </p>
    </>
  );
}
