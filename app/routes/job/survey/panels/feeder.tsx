/** The feeder of a panel that is fed from another. */
import type { Panel } from "#core/case/document/types.ts";
import { feederFields } from "#core/case/fields/panel.ts";
import type { Codebook } from "#core/rules/types.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import styles from "./panels.module.css";

interface Props {
  /** Index of the panel that is fed. */
  at: number;
  from: Panel;
  codebook: Codebook;
}

export function FeederFields({ at, from, codebook }: Props) {
  const { circuit, ...others } = feederFields;
  const index = [at];
  return (
    <fieldset className={styles.feeder}>
      <legend>Feeder from {from.name ?? codebook.words.panel}</legend>
      <Fields>
        {Object.values(others).map((field) => (
          <CaseField key={field.at} of={field} index={index} />
        ))}
        <CaseField
          of={circuit}
          index={index}
          options={(from.circuits ?? []).map((c) => ({
            value: c.id,
            label: `${c.label || c.id}, ${c.ratingA ?? "?"} A`,
          }))}
        />
      </Fields>
    </fieldset>
  );
}
