/** The run, part by part from the panel to the charger, and what holds for the whole of it. */
import { CloseOutlined } from "@ant-design/icons";
import { Button, Select } from "antd";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { RunSegment } from "#core/case/document/types.ts";
import { typeOf } from "#core/circuit/design.ts";
import type { CircuitRules } from "#core/circuit/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { schoolsOf } from "#core/decide/schools.ts";
import { LENGTH_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import { CaseNumber, CaseQuantity } from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./circuit.module.css";

/** Schools of practice that change a circuit. */
const SCHOOLS = ["connection", "terminals", "metal", "ukDevice"];

export function Run({ rules }: { rules: CircuitRules }) {
  const { document } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const { usualRun } = codebook.charging;
  const segments = document.run?.segments ?? [];
  const add = () => {
    const { document: now } = store.getState();
    const before = now.run?.segments ?? [];
    const last = before.at(-1);
    const next: RunSegment = last ?? { method: usualRun.method, length: usualRun.length };
    store.edit(setValue(now, "/run/segments", [...before, next]));
  };
  return (
    <Section id="run" title="The run, from the panel to the charger">
      {segments.length === 0 && (
        <p className="quiet">
          Without its run a circuit has no conductor. Begin with its first part; all can be changed.
        </p>
      )}
      <ol className={styles.run}>
        {segments.map((segment, i) => (
          // Parts of a run have no name; their place tells them apart.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <Part key={i} segment={segment} index={i} rules={rules} />
        ))}
      </ol>
      <Button onClick={add}>{segments.length === 0 ? "Begin the run" : "Add a part"}</Button>
      {segments.length > 0 && (
        <Fields>
          <CaseNumber
            label="Temperature round it, °C"
            pointer="/run/ambientC"
            units={NO_UNITS}
            usual=""
            hint={document.run?.ambientC === undefined ? "30 is taken, 20 in the ground" : undefined}
          />
          <CaseNumber
            label={
              codebook.region === "us" ? "Current-carrying conductors together" : "Circuits together, this one too"
            }
            pointer="/run/grouped"
            units={NO_UNITS}
            usual=""
            hint={document.run?.grouped === undefined ? "Only its own are taken" : undefined}
          />
          {schoolsOf(codebook)
            .filter((s) => SCHOOLS.includes(s.id))
            .map(({ id, question, choices, follows, put }) => (
              <Field key={id} label={question}>
                {(tied) => (
                  <Select
                    {...tied}
                    aria-label={question}
                    value={follows(document)}
                    options={choices.map(({ value, says }) => ({ value, label: says }))}
                    onChange={(value: string) => {
                      const { document: now } = store.getState();
                      store.edit(createPatch(now, put(now, value)) as Patch);
                    }}
                  />
                )}
              </Field>
            ))}
        </Fields>
      )}
    </Section>
  );
}

/** A part with another method keeps its conductor type where that may run so, else takes the first that may. */
function withMethod(segment: RunSegment, method: string, rules: CircuitRules, ofRun?: string): RunSegment {
  const kept = { ...segment, method };
  const type = rules.types.find((t) => t.id === typeOf(rules, kept, ofRun));
  if (type?.methods.includes(method)) return kept;
  const first = rules.types.find((t) => t.methods.includes(method));
  return first ? { ...kept, conductorType: first.id } : kept;
}

function Part({ segment, index, rules }: { segment: RunSegment; index: number; rules: CircuitRules }) {
  const { document } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const at = `/run/segments/${index}`;
  const type = typeOf(rules, segment, document.run?.conductorType);
  const put = (next: RunSegment) => store.edit(setValue(store.getState().document, at, next));
  return (
    <li data-part={index}>
      <Fields>
        <Field label={`Part ${index + 1}: how it runs`}>
          {(tied) => (
            <Select
              {...tied}
              aria-label={`Part ${index + 1}: how it runs`}
              value={segment.method}
              options={rules.methods.map((m) => ({ value: m.id, label: m.name }))}
              onChange={(method: string) => put(withMethod(segment, method, rules, document.run?.conductorType))}
            />
          )}
        </Field>
        <Field label="Conductors">
          {(tied) => (
            <Select
              {...tied}
              aria-label={`Conductors of part ${index + 1}`}
              value={type}
              options={rules.types
                .filter((t) => t.methods.includes(segment.method))
                .map((t) => ({ value: t.id, label: t.name }))}
              onChange={(conductorType: string) => put({ ...segment, conductorType })}
            />
          )}
        </Field>
        <CaseQuantity
          label={`Length of part ${index + 1}`}
          pointer={`${at}/length`}
          units={LENGTH_UNITS}
          usual={codebook.lengthUnit}
        />
        <Button
          type="text"
          icon={<CloseOutlined />}
          aria-label={`Take away part ${index + 1}`}
          onClick={() => store.edit([{ op: "remove", path: at }])}
        />
      </Fields>
    </li>
  );
}
