/** Need: what the household needs a night, not what the biggest charger can do. */
import { CloseOutlined } from "@ant-design/icons";
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { AMPERE_UNITS, DISTANCE_UNITS, ENERGY_UNITS } from "#core/quantity/parse.ts";
import { carEnergyKWh, showKWh, showNumber } from "#core/units.ts";
import { CaseChoice, CaseNumber, CaseQuantity, CaseSwitch, CaseTime, CaseYesNo } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import styles from "./need.module.css";

export const meta = stepMeta("Need");
export { StepTrouble as ErrorBoundary };

export default function Need() {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const { usualCar } = codebook.survey;
  const cars = document.need?.cars ?? [];
  const told = document.need?.energyPerDayKWh !== undefined;
  const { need, explain } = assessment;
  const addCar = () => {
    const { document: now } = store.getState();
    store.edit(setValue(now, "/need/cars", [...(now.need?.cars ?? []), usualCar]));
  };
  return (
    <>
      <Section title="A usual night">
        <p className={styles.need}>
          <Figure why={explain.energyPerDayKWh} big>
            {showKWh(need.energyPerDayKWh)}
          </Figure>{" "}
          in{" "}
          <Figure why={explain.hoursPerNight} big>
            {showNumber(need.hoursPerNight)} h
          </Figure>
          {need.hoursPerNight > 0 && (
            <span className="quiet">
              {" "}
              - steady charging at{" "}
              {showNumber(
                Math.ceil((need.energyPerDayKWh * 10_000) / need.hoursPerNight / assessment.supply.volts) / 10,
              )}{" "}
              A would do
            </span>
          )}
        </p>
      </Section>
      <Section
        title="Cars"
        aside={told ? <span className="quiet">The kWh entered below go before the cars</span> : undefined}
      >
        {cars.length === 0 && <p className="quiet">No car yet. Enter how far it is driven on a usual day.</p>}
        {cars.map((car, i) => (
          // Cars have no name of their own; their place is what tells them apart.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <div key={i} className={styles.car}>
            <Fields>
              <CaseQuantity
                label={`Car ${i + 1}: distance a day`}
                pointer={`/need/cars/${i}/distancePerDay`}
                units={DISTANCE_UNITS}
                usual={usualCar.distancePerDay.unit}
              />
              <CaseNumber
                label="Consumption"
                pointer={`/need/cars/${i}/consumption/value`}
                units={{ [(car.consumption?.unit ?? "kwh").toLowerCase()]: car.consumption?.unit ?? "kWh" }}
                usual={car.consumption?.unit ?? "kWh/100km"}
              />
              <p className={styles.carEnergy}>
                <span className="figure">{showKWh(carEnergyKWh(car))}</span> a day{" "}
                <Button
                  type="text"
                  aria-label={`Take away car ${i + 1}`}
                  onClick={() => store.edit([{ op: "remove", path: `/need/cars/${i}` }])}
                  icon={<CloseOutlined />}
                />
              </p>
            </Fields>
          </div>
        ))}
        <Button onClick={addCar}>Add a car</Button>
      </Section>
      <Section id="energy" title="Energy and hours">
        <Fields>
          <CaseNumber
            label="Energy a day, if known"
            pointer="/need/energyPerDayKWh"
            units={ENERGY_UNITS}
            usual="kWh"
            hint="Leave empty to work it out from the cars"
          />
          <CaseTime
            label="Plugged in from"
            pointer="/need/pluggedIn/from"
            partner={{ pointer: "/need/pluggedIn/to", usual: "07:00" }}
          />
          <CaseTime
            label="Unplugged at"
            pointer="/need/pluggedIn/to"
            partner={{ pointer: "/need/pluggedIn/from", usual: "19:00" }}
          />
          <CaseTime
            label="Cheap rate from"
            pointer="/need/cheap/from"
            partner={{ pointer: "/need/cheap/to", usual: "05:00" }}
          />
          <CaseTime
            label="Cheap rate until"
            pointer="/need/cheap/to"
            partner={{ pointer: "/need/cheap/from", usual: "00:00" }}
          />
          <CaseSwitch label="Charge only at the cheap rate" pointer="/need/cheapOnly" />
        </Fields>
      </Section>
      <Section id="charger" title="Charger">
        <Fields>
          <CaseNumber label="Largest current" pointer="/charger/maxA" units={AMPERE_UNITS} usual="A" />
          <CaseChoice
            label="Connection"
            pointer="/charger/connection"
            fallback="hard-wired"
            options={[
              { value: "hard-wired", label: "Hard-wired" },
              { value: "plug", label: "Plug" },
            ]}
          />
          <CaseSwitch label="Can be managed by clamps" pointer="/charger/managed" fallback />
          {codebook.asksFor.earthing && (
            <>
              <CaseYesNo label="Opens when neutral and earth are lost" pointer="/charger/lostPenDetection" />
              <CaseYesNo label="Detects 6 mA of DC" pointer="/charger/dcDetection" />
            </>
          )}
        </Fields>
      </Section>
    </>
  );
}
