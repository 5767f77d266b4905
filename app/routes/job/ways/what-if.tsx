/**
 * Sliders and switches beside the sheet: the trial is computed completely, and the case changes only when it is
 * applied.
 */

import { Button, Select, Switch } from "antd";
import { createPatch } from "rfc6902";
import type { AssessedCase } from "#core/assessed-case.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { HomePlan } from "#core/explore/plans.ts";
import { triesNothing, type WhatIf } from "#core/explore/what-if.ts";
import { ownValue } from "#core/own-value.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showPercent } from "#core/units.ts";
import { RangeSlider } from "#ui/controls/range-slider.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./ways.module.css";

interface Props {
  whatIf: WhatIf;
  /** A plan that is tried, instead of sliders. */
  plan: HomePlan | null;
  onChange(next: WhatIf): void;
  tried: AssessedCase;
}

export function WhatIfPanel({ whatIf, plan, onChange, tried }: Props) {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const set = (change: WhatIf) => onChange({ ...whatIf, ...change });
  const nothing = plan === null && triesNothing(whatIf);
  const settings = codebook.charging.settingsA;
  const hours = Math.round(assessment.need.hoursPerNight * 2) / 2;
  const supplies = [...new Set([assessment.supply.ratingA, ...codebook.supplyRatingsA])].sort((a, b) => a - b);
  const keep = () => {
    store.edit(createPatch(document, tried.document) as Patch);
    onChange({});
  };
  return (
    <div className={styles.whatIf} data-trying={!nothing}>
      <Fold title="What if ...">
        <div className={styles.knobs}>
          <Knob
            label="Largest charging current"
            says={showA(whatIf.chargeA ?? document.charger?.maxA ?? codebook.charging.usualMaxA)}
            count={settings.length}
            at={settings.indexOf(whatIf.chargeA ?? document.charger?.maxA ?? codebook.charging.usualMaxA)}
            onMove={(i) => set({ chargeA: settings[i] })}
          />
          <Knob
            label="Hours plugged in"
            says={`${showNumber(whatIf.hours ?? hours)} h`}
            count={49}
            at={(whatIf.hours ?? hours) * 2}
            onMove={(i) => set({ hours: Math.max(1, i) / 2 })}
          />
          <Knob
            label="Supply"
            says={showA(whatIf.supplyA ?? assessment.supply.ratingA)}
            count={supplies.length}
            at={supplies.indexOf(whatIf.supplyA ?? assessment.supply.ratingA)}
            onMove={(i) => set({ supplyA: supplies[i] })}
          />
          <Knob
            label="Measured"
            says={whatIf.measured === undefined ? "not yet" : `${showPercent(whatIf.measured)} of the calculation`}
            count={71}
            at={whatIf.measured === undefined ? 70 : Math.round(whatIf.measured * 100) - 30}
            onMove={(i) => set({ measured: (i + 30) / 100 })}
          />
          <Choice label="A second car" on={whatIf.secondCar ?? false} onSet={(on) => set({ secondCar: on })} />
          <Choice label="A heat pump" on={whatIf.heatPump ?? false} onSet={(on) => set({ heatPump: on })} />
          {codebook.practiceOptions.map(({ id, question, choices, current: follows }) => (
            <div key={id} className={styles.knob}>
              <span>{question}</span>
              <Select
                aria-label={question}
                value={ownValue(whatIf.practice ?? {}, id) ?? follows(document)}
                options={choices.map(({ value, label: says }) => ({ value, label: says }))}
                onChange={(value: string) => set({ practice: { ...whatIf.practice, [id]: value } })}
              />
            </div>
          ))}
        </div>
      </Fold>
      {!nothing && (
        <p className="looks" role="status">
          Tried, not kept: {plan ? `${plan.text}. ` : ""}
          {tried.answer.text}.{" "}
          <Button size="small" type="primary" onClick={keep}>
            Keep
          </Button>{" "}
          <Button size="small" onClick={() => onChange({})}>
            Drop
          </Button>
        </p>
      )}
    </div>
  );
}

function Knob(props: { label: string; says: string; count: number; at: number; onMove(at: number): void }) {
  const { label, says, count, at, onMove } = props;
  return (
    <div className={styles.knob}>
      <span>
        {label} <b className="figure">{says}</b>
      </span>
      <RangeSlider label={label} max={count - 1} value={Math.max(0, at)} says={says} onMove={onMove} />
    </div>
  );
}

function Choice({ label, on, onSet }: { label: string; on: boolean; onSet(on: boolean): void }) {
  return (
    <div className={styles.knob}>
      <span>{label}</span>
      <Switch checked={on} onChange={onSet} checkedChildren="yes" unCheckedChildren="no" aria-label={label} />
    </div>
  );
}
