/** Fields and actions of one device of a panel. */

import { Button, Select } from "antd";
import { useEffect, useRef } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import type { Circuit, Panel } from "#core/case/document/types.ts";
import { circuitFields } from "#core/case/fields/circuit.ts";
import { CAUTIONS } from "#core/cautions.ts";
import { moveDevice } from "#core/panel/arrange.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { CaseFrame } from "#ui/case-field/case-frame.tsx";
import { YesNoSwitch } from "#ui/case-field/yes-no-switch.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Caution } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { PicturesOf } from "#ui/pictures/pictures-of.tsx";
import styles from "./panels.module.css";
import type { Arrange } from "./use-arrange.ts";

const BEFORE_LOADS = [
  circuitFields.label,
  circuitFields.ratingA,
  circuitFields.position,
  circuitFields.poles,
  circuitFields.device,
  circuitFields.protects,
  circuitFields.rcd,
  circuitFields.residualMA,
  circuitFields.bothWays,
  circuitFields.status,
  circuitFields.endsSeen,
  circuitFields.gland,
  circuitFields.sealed,
  circuitFields.armourEarthed,
  circuitFields.enclosureSound,
  circuitFields.roomInside,
  circuitFields.oldElectrode,
  circuitFields.conductor,
  circuitFields.terminalC,
  circuitFields.length,
];

interface Props {
  panelIndex: number;
  id: string;
  onArrange: Arrange;
  onTakeOut(id: string): void;
  onChooseMore(): void;
  onClose(): void;
}

export default function DeviceSheet({ panelIndex, id, onArrange, onTakeOut, onChooseMore, onClose }: Props) {
  const { document } = useJob();
  const store = useJobStore();
  const sheet = useRef<HTMLElement>(null);
  // On a phone the sheet is below the drawing.
  useEffect(() => {
    sheet.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const codebook = codebookOf(document.rules);
  const { board } = codebook;
  const panel = document.panels[panelIndex] as Panel;
  const k = (panel.circuits ?? []).findIndex((c) => c.id === id);
  const circuit = panel.circuits?.[k];
  if (!circuit) return null;
  const index = [panelIndex, k];
  const at = `/panels/${panelIndex}/circuits/${k}`;
  const step = board.poleStep;
  return (
    <section ref={sheet} className={styles.device} aria-label={`Device: ${deviceName(circuit)}`}>
      <Fields>
        {BEFORE_LOADS.map((field) => (
          <CaseField key={field.at} of={field} index={index} />
        ))}
        <CaseFrame label="Feeds">
          {(controlProps) => (
            <Select
              {...controlProps}
              mode="multiple"
              aria-label="Loads it feeds"
              placeholder="Choose what it feeds"
              value={circuit.loads ?? []}
              options={document.loads.map((l) => ({ value: l.id, label: loadName(l, codebook) }))}
              onChange={(loads: string[]) => store.edit(setValue(store.getState().document, `${at}/loads`, loads))}
            />
          )}
        </CaseFrame>
        <Backfeed at={at} index={index} circuit={circuit} />
        <CaseField of={circuitFields.shared} index={index} />
      </Fields>
      <PicturesOf thing={`device:${id}`} name={deviceName(circuit)} />
      {circuit.status === "charger-ready" && <Caution>{CAUTIONS.deviceNotRaised(codebook.words.device)}</Caution>}
      {circuit.status === "abandoned" && <Caution>{CAUTIONS.abandoned}</Caution>}
      <p className={styles.actions}>
        <Button
          onClick={() => onArrange((p) => moveDevice(p, id, (circuit.position ?? 1) - step, codebook))}
          aria-label="Move it back one place"
        >
          {board.words.back}
        </Button>
        <Button
          onClick={() => onArrange((p) => moveDevice(p, id, (circuit.position ?? 1) + step, codebook))}
          aria-label="Move it on one place"
        >
          {board.words.on}
        </Button>
        <Button onClick={onChooseMore}>Select more</Button>
        <Button onClick={onClose}>Close</Button>
        <Button type="text" danger onClick={() => onTakeOut(id)}>
          Remove
        </Button>
      </p>
    </section>
  );
}

/** Solar, a battery or a generator that feeds back through this device. */
function Backfeed({ at, index, circuit }: { at: string; index: readonly number[]; circuit: Circuit }) {
  const store = useJobStore();
  const fed = circuit.backfeed ?? null;
  const usualA = Math.max(1, Math.floor((circuit.ratingA ?? 20) / 1.25));
  return (
    <>
      <CaseFrame label="A source feeds back through it">
        {(controlProps) => (
          <YesNoSwitch
            {...controlProps}
            checked={fed !== null}
            onChange={(on) =>
              store.edit(
                setValue(
                  store.getState().document,
                  `${at}/backfeed`,
                  on ? { outputA: usualA, oppositeEnd: false } : null,
                ),
              )
            }
          />
        )}
      </CaseFrame>
      <CaseField of={circuitFields.backfeedOutputA} index={index} />
      <CaseField of={circuitFields.backfeedOppositeEnd} index={index} />
    </>
  );
}
