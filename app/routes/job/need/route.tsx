/** Need: what the household needs night by night, not what the biggest charger can do. */
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import { chargerFields } from "#core/case/fields/charger.ts";
import { needFields, USUAL_PLUGGED_IN } from "#core/case/fields/need.ts";
import { chargerKinds } from "#core/estimate/charger-kinds.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { ByDay } from "./by-day.tsx";
import { CarsSection } from "./cars.tsx";
import { KindsSection } from "./kinds.tsx";
import { UsualNight } from "./nights.tsx";

export const meta = stepMeta("Need");
export { StepTrouble as ErrorBoundary };

export default function NeedPage() {
  const { document, prices } = useJob();
  const hasKinds = chargerKinds(prices.book).length > 0;
  const codebook = codebookOf(document.rules);
  const others = document.loads.filter((l) => l.kind !== "ev-charger");
  return (
    <>
      <SectionBar
        sections={[
          { id: "nights", name: "Nights" },
          { id: "cars", name: "Cars" },
          { id: "energy", name: "Energy and hours" },
          hasKinds && { id: "kinds", name: "Which charger" },
          { id: "charger", name: "Charger" },
        ]}
      />
      <UsualNight />
      <CarsSection />
      <Section id="energy" title="Energy and hours">
        <Fields>
          <CaseField of={needFields.pluggedIn} />
          <CaseField of={needFields.energyPerDayKWh} />
          <CaseField of={needFields.solarSurplus} />
        </Fields>
        <Evenings />
        <Fields>
          <CaseField of={needFields.cheap} />
          <CaseField of={needFields.cheapAlso} />
          <CaseField of={needFields.cheapOnly} />
        </Fields>
      </Section>
      <KindsSection />
      <Section id="charger" title="Charger">
        <Fields>
          {Object.values(chargerFields).map((field) => (
            <CaseField
              key={field.at}
              of={field}
              {...(field === chargerFields.waitsFor && {
                options: others.map((l) => ({ value: l.id, label: loadName(l, codebook) })),
              })}
            />
          ))}
        </Fields>
      </Section>
    </>
  );
}

/** When the car comes and goes, day by day, where the days differ. */
function Evenings() {
  const { document } = useJob();
  const store = useJobStore();
  const evenings = document.need?.pluggedInByWeekday;
  const usual = document.need?.pluggedIn ?? USUAL_PLUGGED_IN;
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
            <CaseField of={needFields.pluggedInByWeekday} index={[day]} />
            <Button size="small" aria-pressed={away} onClick={() => set(away ? usual : null, `/${day}`)}>
              {away ? `${short}: away` : `Away on ${short}`}
            </Button>
          </>
        );
      }}
    </ByDay>
  );
}
