/** The cars: a class to start with, and the figures that replace those of the class. */
import { CloseOutlined, UpOutlined } from "@ant-design/icons";
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { Car, CaseDocument } from "#core/case/document/types.ts";
import { carFields, consumptionUnitOf } from "#core/case/fields/car.ts";
import { CAR_CLASSES, carEnergyKWh, figuresOf } from "#core/energy/need/cars.ts";
import { carName } from "#core/energy/need/result.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedKey, markAssumed, reorderCarMarks } from "#core/survey/assumed.ts";
import { showKWh, showNumber } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { ByDay } from "./by-day.tsx";
import styles from "./need.module.css";

const CLASSES = Object.entries(CAR_CLASSES).map(([value, { label }]) => ({
  value: value as keyof typeof CAR_CLASSES,
  label,
}));
const SELDOM_ASKED = [
  carFields.name,
  carFields.winterFactor,
  carFields.efficiency,
  carFields.eveningPercent,
  carFields.morningPercent,
  carFields.portSide,
  carFields.portAlong,
];

/** The places of the cars, in their order. */
const placesOf = ({ need }: CaseDocument): number[] => (need?.cars ?? []).map((_, i) => i);
/** The places with one changed for the one before it. */
const swapped = (places: readonly number[], at: number): number[] =>
  places.map((place) => (place === at ? at - 1 : place === at - 1 ? at : place));

export function CarsSection() {
  const { document } = useJob();
  const store = useJobStore();
  const { usualCar } = codebookOf(document.rules).survey;
  const cars = document.need?.cars ?? [];
  const told = document.need?.energyPerDayKWh !== undefined;
  const add = () => {
    const { document: now } = store.getState();
    const cars = now.need?.cars ?? [];
    // The usual distance must be confirmed before it counts as an answer.
    store.edit([
      ...setValue(now, "/need/cars", [...cars, usualCar]),
      ...markAssumed(now, [assumedKey.carDistance(cars.length)], true),
    ]);
  };
  return (
    <Section
      id="cars"
      title="Cars"
      aside={told ? <span className="quiet">The kWh entered below are used instead of the cars</span> : undefined}
    >
      {cars.length === 0 && <p className="quiet">No car yet. Enter how far it is driven on a usual day.</p>}
      {cars.map((car, i) => (
        // Cars have no id, so their index is the key.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <OneCar key={i} car={car} index={i} />
      ))}
      <Button onClick={add}>Add a car</Button>
      {cars.length > 1 && (
        <div className={styles.priority}>
          <CaseField
            of={carFields.carPriority}
            options={[
              { value: "first", label: `${carName(cars[0], 0)} first, then the next` },
              { value: "shared", label: "All at once, even shares" },
            ]}
          />
        </div>
      )}
    </Section>
  );
}

function OneCar({ car, index }: { car: Car; index: number }) {
  const store = useJobStore();
  const indexes = [index];
  const at = `/need/cars/${index}`;
  const name = carName(car, index);
  const use = consumptionUnitOf(car);
  const figures = figuresOf(car);
  const usual = figures.kWhPerKm * (use === "kWh/mi" ? 1.609344 : 100);
  const set = (name: string, value: unknown) => store.edit(setValue(store.getState().document, `${at}/${name}`, value));
  return (
    <div className={styles.car} data-car={index}>
      <h3>
        {name}
        <span className="quiet">
          <span className="figure">{showKWh(carEnergyKWh(car))}</span> a day
        </span>
        {index > 0 && (
          <Button
            type="text"
            icon={<UpOutlined />}
            aria-label={`${name} goes before the one above`}
            onClick={() => {
              const { document } = store.getState();
              store.edit([
                { op: "remove", path: at },
                { op: "add", path: `/need/cars/${index - 1}`, value: car },
                ...reorderCarMarks(document, swapped(placesOf(document), index)),
              ]);
            }}
          />
        )}
        <Button
          type="text"
          aria-label={`Remove car ${index + 1}`}
          onClick={() => {
            const { document: now } = store.getState();
            store.edit([
              { op: "remove", path: at },
              ...reorderCarMarks(
                now,
                placesOf(now).filter((i) => i !== index),
              ),
            ]);
          }}
          icon={<CloseOutlined />}
        />
      </h3>
      <Fields>
        <CaseField of={carFields.class} index={indexes} options={CLASSES} />
        <CaseField of={carFields.distancePerDay} index={indexes} />
        <CaseField
          of={carFields.consumption}
          index={indexes}
          hint={car.consumption ? undefined : `${showNumber(usual)} ${use} is assumed`}
        />
        <CaseField
          of={carFields.batteryKWh}
          index={indexes}
          hint={
            car.batteryKWh === undefined && figures.batteryKWh !== null
              ? `${showNumber(figures.batteryKWh)} kWh is assumed`
              : undefined
          }
        />
      </Fields>
      <ByDay
        what="distance"
        on={car.distanceByWeekday !== undefined}
        onDiffer={() =>
          set(
            "distanceByWeekday",
            Array.from({ length: 7 }, () => car.distancePerDay.value),
          )
        }
        onAlike={() => set("distanceByWeekday", undefined)}
      >
        {(day) => <CaseField of={carFields.distanceByWeekday} index={[index, day]} />}
      </ByDay>
      <Fold title="Winter, losses, state of charge, port">
        <Fields>
          {SELDOM_ASKED.map((field) => (
            <CaseField key={field.at} of={field} index={indexes} />
          ))}
        </Fields>
      </Fold>
    </div>
  );
}
