/** The wall that the charger hangs on: what is checked of it, and a hole drilled through it. */
import { InputNumber } from "antd";
import { useState } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import type { Region } from "#core/codebook/types.ts";
import { holeBetween } from "#core/place/hole.ts";
import { type Plot, parkedCars } from "#core/place/plot.ts";
import { wallChecks } from "#core/place/wall.ts";
import { FT_PER_M, showNumber } from "#core/units.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Caution } from "#ui/frame/sheet.tsx";
import styles from "../circuit.module.css";

const SAYS = { true: "Passes", false: "Fails", null: "Confirm" } as const;

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
        <Hole region={region} />
      </details>
    </>
  );
}

/** What a wall is measured in on site, how much of it a metre is, and a usual wall to begin with. */
const SITE_UNITS = {
  // Siding, sheathing, studs and drywall.
  us: { unit: "in", perM: 12 * FT_PER_M, thick: 6.5, outside: 40, inside: 41, keepAway: "6 in" },
  // Brick, cavity, block and plaster.
  uk: { unit: "mm", perM: 1000, thick: 290, outside: 1000, inside: 1020, keepAway: "150 mm" },
} as const;

function Hole({ region }: { region: Region }) {
  const { unit, perM, keepAway, ...usual } = SITE_UNITS[region];
  const [thick, setThick] = useState<number>(usual.thick);
  const [outside, setOutside] = useState<number>(usual.outside);
  const [inside, setInside] = useState<number>(usual.inside);
  const { angleDeg, lengthM, fallsOut } = holeBetween(thick / perM, outside / perM, inside / perM);
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
        Look for cables and pipes on both sides before drilling; not within {keepAway} of a corner or of a known cable.
      </Caution>
      <Fields>
        {number(`All layers of the wall, ${unit}`, thick, setThick, 1)}
        {number(`Height outside, ${unit}`, outside, setOutside, 0)}
        {number(`Height inside, ${unit}`, inside, setInside, 0)}
      </Fields>
      <p role="status">
        Drilled at <b className="figure">{showNumber(Math.round(angleDeg * 10) / 10)}°</b> upwards to the inside,{" "}
        <b className="figure">
          {showNumber(Math.round(lengthM * perM * 2) / 2)} {unit}
        </b>{" "}
        long.{" "}
        {fallsOut
          ? "It slopes down to the outside, so that water runs out. A cavity is crossed in a sleeve."
          : "It must slope down to the outside by at least 3°: raise its inside end or lower its outside end."}
      </p>
    </>
  );
}
