/** The feeder of a panel that is fed from another. */
import type { Panel } from "#core/case/document/types.ts";
import { AMPERE_UNITS, LENGTH_UNITS } from "#core/quantity/parse.ts";
import type { Codebook } from "#core/rules/types.ts";
import { CaseChoice, CaseConductor, CaseNumber, CaseQuantity } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import styles from "./panels.module.css";

interface Props {
  /** Pointer to the panel that is fed. */
  at: string;
  panel: Panel;
  from: Panel;
  codebook: Codebook;
}

export function FeederFields({ at, panel, from, codebook }: Props) {
  const key = `panel.${panel.id}.feeder`;
  return (
    <fieldset className={styles.feeder}>
      <legend>Feeder from {from.name ?? codebook.words.panel}</legend>
      <Fields>
        <CaseNumber
          label="Feeder rating"
          pointer={`${at}/feeder/ratingA`}
          units={AMPERE_UNITS}
          usual="A"
          source={`${key}.ratingA`}
        />
        <CaseConductor
          label="Feeder conductor"
          pointer={`${at}/feeder/conductor`}
          codebook={codebook}
          source={`${key}.conductor`}
        />
        <CaseQuantity
          label="Feeder length"
          pointer={`${at}/feeder/length`}
          units={LENGTH_UNITS}
          usual={codebook.lengthUnit}
        />
        <CaseChoice
          label="Starts at device"
          pointer={`${at}/feeder/circuit`}
          options={(from.circuits ?? []).map((c) => ({
            value: c.id,
            label: `${c.label || c.id}, ${c.ratingA ?? "?"} A`,
          }))}
        />
      </Fields>
    </fieldset>
  );
}
