/** The run, part by part from the panel to the charger, and what holds for the whole of it. */
import { Button, Select } from "antd";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { RunSegment } from "#core/case/document/types.ts";
import { LENGTH_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import { needsAmbient } from "#core/rules/circuit/ambient.ts";
import type { CircuitRules } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedKey, markAssumed } from "#core/survey/assumed.ts";
import { showTemperature } from "#core/units.ts";
import { capital } from "#core/words.ts";
import {
  CaseChoice,
  CaseNumber,
  CaseQuantity,
  CaseTemperature,
  CaseText,
  CaseYesNo,
} from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./circuit.module.css";
import { RunPart } from "./part.tsx";
import { Routes } from "./routes.tsx";

/** Schools of practice that change a circuit. */
const SCHOOLS = ["connection", "terminals", "metal", "ukDevice", "disconnect", "outdoorGfci"];

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
    <Section id="run" title={`The run, from the ${words.panel} to the charger`}>
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
          <WholeRun />
          {managed && <Signal />}
          <Routes />
        </>
      )}
    </Section>
  );
}

/** Fields of the whole run, and practice options that change a circuit. */
function WholeRun() {
  const { document } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const hasAttic = needsAmbient(document);
  return (
    <Fields>
      <CaseTemperature
        label={hasAttic ? "Temperature in the attic" : "Ambient temperature"}
        pointer="/run/ambientC"
        conventions={codebook.conventions}
        hint={
          document.run?.ambientC !== undefined
            ? undefined
            : hasAttic
              ? "An attic gets hot: enter what it reaches in summer"
              : `${showTemperature(30, codebook.conventions)} is assumed, ${showTemperature(20, codebook.conventions)} in the ground`
        }
      />
      <CaseNumber
        label={codebook.circuit.asksFor.grouped}
        pointer="/run/grouped"
        units={NO_UNITS}
        usual=""
        hint={document.run?.grouped === undefined ? "Only its own are counted" : undefined}
      />
      {codebook.circuit.asksFor.terminals && (
        <CaseChoice
          label="Terminals of this run"
          pointer="/run/terminalC"
          none="as chosen for the job"
          options={[
            { value: 60, label: "60 °C" },
            { value: 75, label: "75 °C, marked at both ends" },
          ]}
        />
      )}
      <CaseNumber
        label="Allowance, %"
        pointer="/run/allowancePercent"
        units={NO_UNITS}
        usual=""
        hint="for corners and slack, on every part"
      />
      <CaseChoice
        label={`${capital(codebook.words.chargerSwitch)} at the charger`}
        pointer="/run/disconnect"
        none="not entered"
        options={[
          { value: "in-sight", label: "in sight" },
          { value: "out-of-sight", label: "out of sight, with a plaque" },
          { value: "none", label: "none" },
        ]}
      />
      {codebook.practiceOptions
        .filter((s) => SCHOOLS.includes(s.id))
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
      <CaseText label="Name of this route" pointer="/run/name" placeholder="Round the outside" />
    </Fields>
  );
}

/** How the clamps' reading gets to the charger. */
function Signal() {
  const { document } = useJob();
  const { lengthUnit } = codebookOf(document.rules);
  const by = document.run?.signal?.by;
  return (
    <>
      <h3>The clamps' signal</h3>
      <Fields>
        <CaseChoice
          label="Reaches the charger by"
          pointer="/run/signal/by"
          options={[
            { value: "cores", label: "cores in the charging cable" },
            { value: "data-cable", label: "a data cable beside it" },
            { value: "radio", label: "radio" },
          ]}
        />
        {by === "data-cable" && (
          <CaseQuantity
            label="Length of the data cable"
            pointer="/run/signal/length"
            units={LENGTH_UNITS}
            usual={lengthUnit}
            hint="empty means as long as the run; slack for both ends is added"
          />
        )}
        {by === "radio" && (
          <>
            <CaseNumber
              label="Read at the clamps, %"
              pointer="/run/signal/readAtClampsPercent"
              units={NO_UNITS}
              usual=""
            />
            <CaseNumber
              label="Read at the charger, %"
              pointer="/run/signal/readAtChargerPercent"
              units={NO_UNITS}
              usual=""
            />
          </>
        )}
        {by && <CaseYesNo label="Clamps close around the conductors" pointer="/run/signal/roomAtConductors" />}
      </Fields>
    </>
  );
}
