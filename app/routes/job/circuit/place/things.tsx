/** Objects on the plan: adding them, and turning, cutting or removing the selected one. */
import { Button, InputNumber, Select } from "antd";
import { useState } from "react";
import { MOST } from "#core/case/document/schema.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { Place } from "#core/case/document/types.ts";
import { SOLID_KINDS } from "#core/case/document/vocabulary.ts";
import { freeName, gapIn, newOutline, withCorner } from "#core/place/draw.ts";
import type { Point } from "#core/place/geometry.ts";
import { plotOf } from "#core/place/plot.ts";
import { codebookOf } from "#core/rules/index.ts";
import { lengthM } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "../circuit.module.css";
import type { ChosenThing } from "./moved.ts";
import { toHundredth } from "./plan-unit.ts";

const WALLS: readonly string[] = ["wall", "fence"];

interface Props {
  place: Place;
  chosen: ChosenThing | null;
  inPlan(point: Point): number[];
  onChoose(chosen: ChosenThing | null): void;
  onDrawWall(kind: "wall" | "fence"): void;
  /** Sets a value of the case where no law is against it. */
  onSet(pointer: string, value: unknown): void;
}

export function ThingFields({ place, chosen, inPlan, onChoose, onDrawWall, onSet }: Props) {
  const { words } = codebookOf(useJob().document.rules);
  const solids = place.solids ?? [];
  const parking = place.parking ?? [];
  const addSolid = (kind: (typeof SOLID_KINDS)[number]) => {
    const points = newOutline(kind, plotOf(place)).map(inPlan);
    const name = freeName(
      kind,
      solids.map((s) => s.id),
    );
    onSet("/place/solids", [...solids, { id: name, kind, points }]);
    onChoose({ kind: "solid", index: solids.length });
  };
  const addParking = () => {
    const [corner = [0, 0]] = newOutline("house", plotOf(place));
    const name = freeName(
      "space",
      parking.map((p) => p.id),
    );
    onSet("/place/parking", [...parking, { id: name, at: inPlan([corner[0] + 1.5, corner[1] + 2.5]), heading: 90 }]);
    onChoose({ kind: "parking", index: parking.length });
  };
  const hang = () => onSet("/place/charger", { at: inPlan([0, -0.1]) });
  return (
    <>
      <div className={styles.tools}>
        <Select
          aria-label="Add to the plan"
          placeholder="Add to the plan"
          value={null}
          style={{ minWidth: "13rem" }}
          options={[
            ...(solids.length < MOST.solids
              ? SOLID_KINDS.map((value) => ({ value: value as string, label: capital(words.solid(value)) }))
              : []),
            ...(parking.length < MOST.parking ? [{ value: "parking", label: "Parking position" }] : []),
            ...(place.charger ? [] : [{ value: "charger", label: "The charger" }]),
          ]}
          onChange={(kind: string | null) => {
            if (kind === "parking") addParking();
            else if (kind === "charger") hang();
            else if (kind) addSolid(kind as (typeof SOLID_KINDS)[number]);
          }}
        />
        <Button onClick={() => onDrawWall("wall")}>Draw a wall</Button>
        <Button onClick={() => onDrawWall("fence")}>Draw a fence</Button>
        {(place.openings ?? []).map(({ id }, i) => (
          <Button
            key={id}
            type="text"
            onClick={() =>
              onSet(
                "/place/openings",
                place.openings?.filter((_, n) => n !== i),
              )
            }
          >
            Remove {id}
          </Button>
        ))}
      </div>
      {chosen && chosen.kind !== "charger" && (
        <OfChosen place={place} chosen={chosen} inPlan={inPlan} onChoose={onChoose} onSet={onSet} />
      )}
    </>
  );
}

function OfChosen({
  place,
  chosen,
  inPlan,
  onChoose,
  onSet,
}: Pick<Props, "place" | "inPlan" | "onChoose" | "onSet"> & { chosen: Exclude<ChosenThing, { kind: "charger" }> }) {
  const store = useJobStore();
  const { index, kind } = chosen;
  const solid = kind === "solid" ? place.solids?.[index] : undefined;
  const position = kind === "parking" ? place.parking?.[index] : undefined;
  const name = solid?.id ?? position?.id;
  if (!name) return null;
  const remove = () => {
    onChoose(null);
    const list = kind === "solid" ? "solids" : "parking";
    const left = (place[list] as { id: string }[] | undefined)?.filter((_, i) => i !== index);
    store.edit(setValue(store.getState().document, `/place/${list}`, left));
  };
  const points = solid?.points ?? [];
  return (
    <div className={styles.tools}>
      {position && (
        <Button onClick={() => onSet(`/place/parking/${index}/heading`, ((position.heading ?? 0) + 90) % 360)}>
          Turn the car by 90°
        </Button>
      )}
      {solid && (
        <Button
          onClick={() =>
            onSet(
              `/place/solids/${index}/points`,
              withCorner(points as unknown as Point[], 0).map(([x, y]) => [toHundredth(x), toHundredth(y)]),
            )
          }
        >
          Add a corner on side 1
        </Button>
      )}
      {solid && points.length > 3 && (
        <Button onClick={() => onSet(`/place/solids/${index}/points`, points.slice(0, -1))}>
          Remove the last corner
        </Button>
      )}
      <Button onClick={remove}>Remove {name}</Button>
      {solid && WALLS.includes(solid.kind) && points.length === 4 && (
        <Opening key={solid.id} place={place} index={index} inPlan={inPlan} onChoose={onChoose} />
      )}
    </div>
  );
}

/** A door or a gate, cut into a wall: the lead may go through it. */
function Opening({ place, index, inPlan, onChoose }: Pick<Props, "place" | "inPlan" | "onChoose"> & { index: number }) {
  const store = useJobStore();
  const [from, setFrom] = useState<number | null>(1);
  const [width, setWidth] = useState<number | null>(place.unit === "ft" ? 3 : 1);
  const [problem, setProblem] = useState<string | null>(null);
  const cut = (kind: "door" | "gate") => {
    const plot = plotOf(place);
    const inMetres = (length: number | null) => lengthM({ value: length ?? 0, unit: place.unit });
    const gap = gapIn(plot.solids[index]?.polygon ?? [], inMetres(from), inMetres(width));
    const solids = place.solids ?? [];
    const solid = solids[index];
    if (!gap || !solid) return setProblem(`The ${kind} does not fit into this wall`);
    const taken = solids.map((s) => s.id);
    const halves = gap.walls.map((polygon, i) => ({
      id: i === 0 ? solid.id : freeName(solid.kind, taken),
      kind: solid.kind,
      points: polygon.map(inPlan),
    }));
    const openings = place.openings ?? [];
    onChoose(null);
    const { document } = store.getState();
    store.edit(
      setValue(document, "/place", {
        ...place,
        solids: [...solids.slice(0, index), ...halves, ...solids.slice(index + 1)],
        openings: [
          ...openings,
          {
            id: freeName(
              kind,
              openings.map((o) => o.id),
            ),
            kind,
            from: inPlan(gap.from),
            to: inPlan(gap.to),
          },
        ],
      }),
    );
  };
  return (
    <Fields>
      <Field label={`Start of the opening, ${place.unit}`} problem={problem}>
        {(controlProps) => (
          <InputNumber
            {...controlProps}
            className={styles.number ?? ""}
            min={0}
            max={500}
            value={from}
            onChange={setFrom}
          />
        )}
      </Field>
      <Field label={`Width of the opening, ${place.unit}`}>
        {(controlProps) => (
          <InputNumber
            {...controlProps}
            className={styles.number ?? ""}
            min={0.1}
            max={500}
            value={width}
            onChange={setWidth}
          />
        )}
      </Field>
      <span className={styles.partTools}>
        <Button onClick={() => cut("gate")}>Cut a gate</Button>
        <Button onClick={() => cut("door")}>Cut a door</Button>
      </span>
    </Fields>
  );
}
