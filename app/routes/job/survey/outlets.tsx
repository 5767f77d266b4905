/** Outlets near the car: those a car could be charged from, or that an appliance gives up its circuit at. */

import { Button } from "antd";
import type { Outlet } from "#core/case/document/types.ts";
import { outletFields } from "#core/case/fields/outlet.ts";
import { CAUTIONS } from "#core/cautions.ts";
import { addOutlet } from "#core/panel/add-circuit.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedKey, markAssumed } from "#core/survey/assumed.ts";
import { capital } from "#core/words.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import { PicturesOf } from "#ui/pictures/pictures-of.tsx";
import styles from "./survey.module.css";

export const OutletsSection = deferred(function Outlets({ document }) {
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const outlets = document.outlets ?? [];
  function add() {
    const { document: now } = store.getState();
    const outlet: Outlet = { id: freshId("outlet"), type: codebook.survey.usualOutlet };
    store.edit([
      ...addOutlet(now, outlet),
      // The suggested type must be confirmed before it counts as an answer.
      ...markAssumed(now, [assumedKey.outletType(outlet.id)], true),
    ]);
  }
  function takeAway(id: string) {
    const index = (store.getState().document.outlets ?? []).findIndex((o) => o.id === id);
    if (index >= 0) store.edit([{ op: "remove", path: `/outlets/${index}` }]);
  }
  return (
    <Section
      id="outlets"
      title={`${capital(codebook.words.outlet)}s near the car`}
      aside={<Button onClick={add}>Add a {codebook.words.outlet}</Button>}
    >
      {outlets.length === 0 && (
        <p className="quiet">
          One that a charging lead could reach, or a dryer's that could be shared. None has been recorded.
        </p>
      )}
      {outlets.map((outlet, index) => {
        const use = codebook.outlets[outlet.type];
        return (
          <div key={outlet.id} className={styles.outlet}>
            <Fields>
              <CaseField of={outletFields.type} index={[index]} />
              <CaseField of={outletFields.place} index={[index]} />
              <CaseField of={outletFields.leadLength} index={[index]} />
              <CaseField
                of={outletFields.circuit}
                index={[index]}
                options={document.panels.flatMap((p) =>
                  (p.circuits ?? []).map((c) => ({ value: c.id, label: `${c.label || c.id}, ${c.ratingA ?? "?"} A` })),
                )}
              />
              <CaseField
                of={outletFields.sharedWith}
                index={[index]}
                options={document.loads
                  .filter((l) => codebook.loadKinds.find((k) => k.kind === l.kind)?.fixedVA === undefined)
                  .map((l) => ({ value: l.id, label: l.label ?? l.kind }))}
              />
              <CaseField of={outletFields.grounded} index={[index]} />
              <CaseField of={outletFields.gfci} index={[index]} />
              <CaseField of={outletFields.plainSplitter} index={[index]} />
            </Fields>
            <PicturesOf thing={`outlet:${outlet.id}`} name={outlet.type} />
            {outlet.plainSplitter && <Caution>{CAUTIONS.yLead}</Caution>}
            {use?.slow && <Caution>{CAUTIONS.householdSocket[codebook.conventions.locale]}</Caution>}
            <Button type="text" danger onClick={() => takeAway(outlet.id)} aria-label={`Remove the ${outlet.type}`}>
              Remove
            </Button>
          </div>
        );
      })}
    </Section>
  );
});
