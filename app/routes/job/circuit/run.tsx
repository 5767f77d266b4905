/** The run, part by part from the panel to the charger, and what holds for the whole of it. */
import { Button, Select } from "antd";
import { createPatch } from "rfc6902";
import { needsAmbient } from "#core/case/document/lookups.ts";
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { RunSegment } from "#core/case/document/types.ts";
import { makingGoodFields, runFields, signalFields } from "#core/case/fields/run.ts";
import type { CircuitRules } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedKey, markAssumed } from "#core/survey/assumed.ts";
import { showTemperature } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./circuit.module.css";
import { RunPart } from "./part.tsx";
import { OtherRoutes } from "./routes.tsx";

/** Schools of practice that change a circuit. */
const SCHOOLS = [
  "connection",
  "terminals",
  "metal",
  "ukDevice",
  "disconnect",
  "outdoorGfci",
  "chargerBoard",
  "clampsAlways",
  "clampsRead",
  "receptacle",
];

interface Props {
  rules: CircuitRules;
  /** The way that is taken is held back by clamps. */
  managed: boolean;
  /** Null where there is no plan to draw on. */
  onDraw: ((part: number) => void) | null;
}

export function RunSection({ rules, managed, onDraw }: Props) {
  const { document } = useJob();
  const store = useJobStore();
  const { words, charging } = codebookOf(document.rules);
  const { usualRun } = charging;
  const segments = document.run?.segments ?? [];
  const add = () => {
    const { document: now } = store.getState();
    const before = now.run?.segments ?? [];
    const last = before.at(-1);
    const next: RunSegment = {
      method: last?.method ?? usualRun.method,
      length: last?.length ?? usualRun.length,
      ...(last?.conductorType && { conductorType: last.conductorType }),
    };
    // The usual length must be confirmed before it counts as an answer.
    store.edit([
      ...setValue(now, "/run/segments", [...before, next]),
      ...markAssumed(now, [assumedKey.partLength(before.length)], true),
    ]);
  };
  return (
    <Section
      id="run"
      title={
        document.run?.feeds === undefined
          ? `The run, from the ${words.panel} to the charger`
          : `The run of the feeder, from one ${words.board} to the next`
      }
    >
      {segments.length === 0 && (
        <p className="quiet">
          Without its run a circuit has no conductor size. Start with the first part; everything can be changed.
        </p>
      )}
      <ol className={styles.run}>
        {segments.map((segment, i) => (
          <RunPart
            // Parts of a run have no id, so their index is the key.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            key={i}
            segment={segment}
            index={i}
            rules={rules}
            onDraw={onDraw && (() => onDraw(i))}
          />
        ))}
      </ol>
      <Button onClick={add}>{segments.length === 0 ? "Start the run" : "Add a part"}</Button>
      {segments.length > 0 && (
        <>
          <WholeRun managed={managed} />
          <LooksAndMakingGood />
          {managed && <Signal />}
          <OtherRoutes />
        </>
      )}
    </Section>
  );
}

/** Fields of the whole run, and practice options that change a circuit. */
function WholeRun({ managed }: Pick<Props, "managed">) {
  const { document } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const hasAttic = needsAmbient(document);
  return (
    <Fields>
      <CaseField of={runFields.feeds} />
      <CaseField
        of={runFields.ambientC}
        hint={
          document.run?.ambientC !== undefined
            ? undefined
            : hasAttic
              ? "An attic gets hot: enter what it reaches in summer"
              : `${showTemperature(30, codebook.conventions)} is assumed, ${showTemperature(20, codebook.conventions)} in the ground`
        }
      />
      <CaseField of={runFields.grouped} />
      <CaseField of={runFields.terminalC} />
      <CaseField of={runFields.allowancePercent} />
      <CaseField of={runFields.disconnect} />
      {codebook.practiceOptions
        .filter((s) => SCHOOLS.includes(s.id) && (managed || s.id !== "clampsRead"))
        .map(({ id, question, choices, current: follows, apply: put }) => (
          <Field key={id} label={question}>
            {(controlProps) => (
              <Select
                {...controlProps}
                aria-label={question}
                value={follows(document)}
                options={choices.map(({ value, label: says }) => ({ value, label: says }))}
                onChange={(value: string) => {
                  const { document: now } = store.getState();
                  store.edit(createPatch(now, put(now, value)) as Patch);
                }}
              />
            )}
          </Field>
        ))}
      <CaseField of={runFields.name} />
    </Fields>
  );
}

/** What the customer wishes of its looks, and what is made good afterwards. */
function LooksAndMakingGood() {
  const { run } = useJob().document;
  const wished = Object.values(run?.wishes ?? {}).filter(Boolean).length;
  const entered = wished + Object.keys(run?.makingGood ?? {}).length;
  return (
    <Fold
      title={
        <>
          Looks, and what is made good
          <span className="quiet"> {entered > 0 ? `${entered} entered` : ""}</span>
        </>
      }
    >
      <Fields>
        {[runFields.wishHidden, runFields.wishLow, runFields.wishNotInFront, ...Object.values(makingGoodFields)].map(
          (field) => (
            <CaseField key={field.at} of={field} />
          ),
        )}
      </Fields>
    </Fold>
  );
}

/** How the clamps' reading gets to the charger. */
const Signal = () => (
  <>
    <h3>The clamps' signal</h3>
    <Fields>
      {Object.values(signalFields).map((field) => (
        <CaseField key={field.at} of={field} />
      ))}
    </Fields>
  </>
);
