/** Position of the charger: the plot to scale, the reach of its lead, and the next car. */
import { Button, Select } from "antd";
import { Suspense, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Place as CasePlace } from "#core/case/document/types.ts";
import { placeFields } from "#core/case/fields/place.ts";
import { bestOf } from "#core/place/band.ts";
import type { Point } from "#core/place/geometry.ts";
import { parkedCars, plotOf } from "#core/place/plot.ts";
import { reachIn, standsInside } from "#core/place/reach.ts";
import { inUnit, STARTING_PLANS } from "#core/place/starting-plans.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showNumber } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { usePhotos } from "#ui/photo-store/use-photos.tsx";
import { PALETTES } from "#ui/theme/palette.ts";
import { useTheme } from "#ui/theme/theme-switch.tsx";
import styles from "../circuit.module.css";
import { DrawingNow, DrawingTools } from "./drawing.tsx";
import { type ChosenThing, movedThing } from "./moved.ts";
import type { PlanUnderlay } from "./plan-shapes.tsx";
import { pointInPlan, unitOf } from "./plan-unit.ts";
import { LEAD_VERDICTS, ReachAnswer, ServedParking } from "./served.tsx";
import { SideViews } from "./sides.tsx";
import { ThingFields } from "./things.tsx";
import { UnderlayFields } from "./underlay.tsx";
import { useBands } from "./use-bands.ts";
import { useDrawing } from "./use-drawing.ts";
import { WallAndHole } from "./wall.tsx";

/** Fetched where it is drawn. */
const Plan = lazyPart(() => import("./plan.tsx"));

interface Props {
  /** The part of the run that is drawn on the plan; null while none is. */
  drawing: number | null;
  onDrawn(): void;
}

export function PlaceSection({ drawing, onDrawn }: Props) {
  const { document } = useJob();
  const store = useJobStore();
  const { place } = document;
  const unit = codebookOf(document.rules).lengthUnit;
  const begin = (plan: CasePlace) => {
    const told = inUnit(plan, unit);
    const leadLength = unit === "ft" ? LEAD_VERDICTS.ft[1] : plan.charger?.leadLength;
    const charger = told.charger && leadLength !== undefined ? { ...told.charger, leadLength } : told.charger;
    store.edit(setValue(store.getState().document, "/place", { ...told, charger }));
  };
  return (
    <Section id="place" title="Where the charger is mounted">
      {place ? (
        <OnPlan place={place} document={document} drawing={drawing} onDrawn={onDrawn} />
      ) : (
        <>
          <p className="quiet">Start with the plan that is most like this home. Everything on it can be moved.</p>
          <div className={styles.plans}>
            {STARTING_PLANS.map((p) => (
              <Button key={p.id} onClick={() => begin(p.place)}>
                {p.name}
              </Button>
            ))}
          </div>
        </>
      )}
    </Section>
  );
}

function OnPlan({ place, document, drawing, onDrawn }: Props & { place: CasePlace; document: CaseDocument }) {
  const { words } = codebookOf(document.rules);
  const store = useJobStore();
  const palette = PALETTES[useTheme()];
  const [chosen, setChosen] = useState<ChosenThing | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { photos } = usePhotos();
  const plot = plotOf(place);
  const cars = parkedCars(document);
  const inside = standsInside(plot, cars, words.solid);
  const bands = useBands();
  const best = bands && bestOf(bands.today);
  const bestNext = bands && bestOf(bands.next);
  const unit = unitOf(place);
  const { perM } = unit;
  const inPlan = (point: Point) => pointInPlan(point, unit);
  const put = (pointer: string, value: unknown) => setProblem(store.trySet(pointer, value));
  const inMetres = ([x = 0, y = 0]: readonly number[]): Point => [x / perM, y / perM];
  const drawn = useDrawing({ place, part: drawing, inPlan, onSet: put, onDrawn });
  const runs = (document.run?.segments ?? []).flatMap(({ points }, part) =>
    points && points.length > 1 && part !== drawing ? [{ part, points: points.map(inMetres) }] : [],
  );
  const move = (what: ChosenThing, by: Point) => {
    const after = movedThing(plotOf(store.getState().document.place ?? place), what, by);
    if (what.kind === "charger") put("/place/charger/at", inPlan(after.charger?.at ?? [0, 0]));
    else if (what.kind === "parking")
      put(`/place/parking/${what.index}/at`, inPlan(after.parking[what.index]?.at ?? [0, 0]));
    else put(`/place/solids/${what.index}/points`, after.solids[what.index]?.polygon.map(inPlan));
  };
  const things: { value: string; label: string; chosen: ChosenThing }[] = [
    ...(place.charger ? [{ value: "charger", label: "The charger", chosen: { kind: "charger" } as ChosenThing }] : []),
    ...(place.parking ?? []).map((p, index) => ({
      value: `parking ${p.id}`,
      label: `Parking: ${p.id}`,
      chosen: { kind: "parking", index } as ChosenThing,
    })),
    ...(place.solids ?? []).map((s, index) => ({
      value: `solid ${s.id}`,
      label: `${capital(words.solid(s.kind))}: ${s.id}`,
      chosen: { kind: "solid", index } as ChosenThing,
    })),
  ];
  const same = (a: ChosenThing, b: ChosenThing | null) => JSON.stringify(a) === JSON.stringify(b);
  return (
    <>
      <ReachAnswer reach={reachIn(document)} place={place} document={document} />
      {inside && (
        <p role="note" className={styles.caution}>
          The charger is inside {inside}: its lead cannot get out. Mount it on a wall.
        </p>
      )}
      {drawn.what ? (
        <DrawingNow what={drawn.what} points={drawn.line} unit={unit} />
      ) : (
        <ThingFields
          place={place}
          chosen={chosen}
          inPlan={inPlan}
          onChoose={setChosen}
          onDrawWall={drawn.beginWall}
          onSet={put}
        />
      )}
      <Suspense fallback={<div className={styles.planPlace} />}>
        <Plan
          line={drawn.what ? drawn.line : null}
          onPoint={(point) => drawn.setLine([...drawn.line, point])}
          runs={runs}
          openings={(place.openings ?? []).map((o) => ({ ...o, from: inMetres(o.from), to: inMetres(o.to) }))}
          underlay={underlayOf(place, photos, inMetres)}
          plot={plot}
          cars={cars}
          palette={palette}
          unit={unit}
          nameOfSolid={words.solid}
          band={bands?.today ?? []}
          chosen={chosen}
          onChoose={setChosen}
          onMove={move}
          onCorner={(solid, corner, to) => put(`/place/solids/${solid}/points/${corner}`, inPlan(to))}
        />
      </Suspense>
      {drawn.what && (
        <DrawingTools
          what={drawn.what}
          points={drawn.line}
          begin={runs.find((r) => r.part === (drawing ?? 0) - 1)?.points.at(-1) ?? [0, 0]}
          unit={unit}
          onPoints={drawn.setLine}
          onDone={drawn.finish}
          onLeave={drawn.leave}
        />
      )}
      {problem && (
        <p role="alert" className={styles.caution}>
          {problem}
        </p>
      )}
      <p className={styles.plans}>
        {best && (
          <Button onClick={() => put("/place/charger/at", inPlan(best.at))}>
            Mount it where it reaches today's cars best: {best.served} of {best.of}
          </Button>
        )}
        {bestNext && (
          <Button onClick={() => put("/place/charger/at", inPlan(bestNext.at))}>
            Where it reaches the next car best: {bestNext.served} of {bestNext.of}
          </Button>
        )}
      </p>
      <p className="quiet">
        The band along the walls shows where a charger reaches today's cars: a wide solid band reaches all of them, a
        dashed one some of them. A solid lead lies on the ground, a dashed lead hangs, a dotted lead is too short. Drag,
        or select something and use the arrow keys.
      </p>
      <Fields>
        <Field label="Selected">
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label="Selected"
              placeholder="Nothing"
              value={things.find((t) => same(t.chosen, chosen))?.value ?? null}
              options={things.map(({ value, label }) => ({ value, label }))}
              onChange={(value: string) => setChosen(things.find((t) => t.value === value)?.chosen ?? null)}
            />
          )}
        </Field>
        <CaseField of={placeFields.leadLength} />
        <CaseField of={placeFields.height} />
        {plot.charger && (
          <CaseField
            of={placeFields.width}
            hint={
              place.charger?.width === undefined
                ? `${showNumber(Math.round(plot.charger.widthM * perM * 100) / 100)} ${place.unit} is assumed`
                : undefined
            }
          />
        )}
      </Fields>
      {chosen?.kind === "solid" && <SideViews place={place} solid={chosen.index} onSet={put} />}
      <UnderlayFields place={place} />
      <WallAndHole place={place} document={document} />
      <ServedParking reach={reachIn(document)} document={document} place={place} />
      <Button type="text" onClick={() => store.edit(setValue(store.getState().document, "/place", undefined))}>
        Remove the plan
      </Button>
    </>
  );
}

/** The photo under the plan; null without one, or where it was removed. */
function underlayOf(
  { underlay }: CasePlace,
  photos: readonly { id: string; picture: string }[],
  inMetres: (point: readonly number[]) => Point,
): PlanUnderlay | null {
  const picture = photos.find((p) => p.id === underlay?.photo)?.picture;
  if (!underlay || !picture) return null;
  const [widthM] = inMetres([underlay.width, 0]);
  return { picture, at: inMetres(underlay.at), widthM, turned: underlay.turned ?? 0 };
}
