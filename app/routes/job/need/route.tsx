/** Need: what the household needs night by night, not what the biggest charger can do. */
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import { AMPERE_UNITS, ENERGY_UNITS } from "#core/quantity/parse.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { CaseChoice, CaseNumber, CaseNumbers, CaseSwitch, CaseWindow, CaseYesNo } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { ByDay } from "./by-day.tsx";
import { Cars } from "./cars.tsx";
import { Nights } from "./nights.tsx";

export const meta = stepMeta("Need");
export { StepTrouble as ErrorBoundary };

export default function Need() {
  const { document } = useJob();
  const codebook = codebookOf(document.rules);
  const others = document.loads.filter((l) => l.kind !== "ev-charger");
  const cheap = Boolean(document.need?.cheap);
  return (
    <>
      <Nights />
      <Cars />
      <Section id="energy" title="Energy and hours">
        <Fields>
          <CaseWindow
            pointer="/need/pluggedIn"
            labels={["Plugged in from", "Unplugged at"]}
            usual={{ from: "19:00", to: "07:00" }}
          />
          <CaseNumber
            label="Energy a day, if known"
            pointer="/need/energyPerDayKWh"
            units={ENERGY_UNITS}
            usual="kWh"
            hint="Leave empty to work it out from the cars"
          />
          <CaseSwitch
            label="Solar surplus first"
            pointer="/need/solarSurplus"
            hint="Not counted on the nights here; the replay on Ways counts it"
          />
        </Fields>
        <Evenings />
        <Fields>
          <CaseWindow
            pointer="/need/cheap"
            labels={["Cheap rate from", "Cheap rate until"]}
            usual={{ from: "00:00", to: "05:00" }}
          />
          {cheap && (
            <CaseWindow
              pointer="/need/cheapAlso"
              labels={["Second cheap rate from", "Second cheap rate until"]}
              usual={{ from: "13:00", to: "16:00" }}
            />
          )}
          <CaseSwitch label="Charge only at the cheap rate" pointer="/need/cheapOnly" />
        </Fields>
      </Section>
      <Section id="charger" title="Charger">
        <Fields>
          <CaseNumber label="Largest current" pointer="/charger/maxA" units={AMPERE_UNITS} usual="A" />
          <CaseNumbers
            label="Current settings"
            pointer="/charger/settableA"
            units={AMPERE_UNITS}
            usual="A"
            placeholder={codebook.charging.settingsA.join(", ")}
            hint="as its manual lists them; the usual ones where it is empty"
          />
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
          {codebook.managed.usualMarginA !== undefined && (
            <CaseNumber
              label="Margin of the clamps' limit"
              pointer="/options/managedMarginA"
              units={AMPERE_UNITS}
              usual="A"
              hint={`below the rating that is protected; ${showA(codebook.managed.usualMarginA)} where it is empty`}
            />
          )}
          {others.length > 0 && (
            <CaseChoice
              label="Waits for"
              pointer="/charger/waitsFor"
              none="Nothing"
              options={others.map((l) => ({ value: l.id, label: loadName(l, codebook) }))}
              hint="A priority switch lets this load go first"
            />
          )}
          {codebook.asksFor.earthing && (
            <>
              <CaseYesNo label="Disconnects on an open PEN (lost neutral)" pointer="/charger/lostPenDetection" />
              <CaseYesNo label="Detects 6 mA DC fault current" pointer="/charger/dcDetection" />
            </>
          )}
        </Fields>
      </Section>
    </>
  );
}

const USUAL_EVENING = { from: "20:00", to: "06:00" };

/** When the car comes and goes, day by day, where the days differ. */
function Evenings() {
  const { document } = useJob();
  const store = useJobStore();
  const evenings = document.need?.pluggedInByWeekday;
  const usual = document.need?.pluggedIn ?? USUAL_EVENING;
  const set = (value: unknown, place = "") =>
    store.edit(setValue(store.getState().document, `/need/pluggedInByWeekday${place}`, value));
  return (
    <ByDay
      what="hours"
      on={evenings !== undefined}
      onDiffer={() => set(Array.from({ length: 7 }, () => usual))}
      onAlike={() => set(undefined)}
    >
      {(day, short) => {
        const away = evenings?.[day] === null;
        return (
          <>
            {!away && (
              <CaseWindow
                pointer={`/need/pluggedInByWeekday/${day}`}
                labels={[`${short} from`, `${short} until`]}
                usual={usual}
              />
            )}
            <Button size="small" aria-pressed={away} onClick={() => set(away ? usual : null, `/${day}`)}>
              {away ? `${short}: away` : `Away on ${short}`}
            </Button>
          </>
        );
      }}
    </ByDay>
  );
}
