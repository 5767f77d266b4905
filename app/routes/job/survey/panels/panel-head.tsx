/** The name of a panel, how many of its spaces are free, and whether the charger's device finds a place. */
import type { Panel } from "#core/case/document/types.ts";
import type { SpaceCount } from "#core/panel/spaces.ts";
import type { Codebook } from "#core/rules/types.ts";
import styles from "./panels.module.css";

interface Props {
  panel: Panel;
  codebook: Codebook;
  spaces: SpaceCount | null;
  /** There is no other panel, so it needs no name. */
  alone: boolean;
  /** The charger's circuit starts here, and there is no place for its device, also after one is moved. */
  isFull: boolean;
}

export function PanelHead({ panel, codebook: { words, charging }, spaces, alone, isFull }: Props) {
  return (
    <header className={styles.head}>
      {!alone && <h3>{panel.name ?? words.panel}</h3>}
      <p>
        {spaces ? (
          <>
            <strong className="figure">{spaces.free}</strong> of <span className="figure">{spaces.total}</span>{" "}
            {words.spaces} free
            {isFull && (
              <strong className={styles.full}>
                {" "}
                - no place for the charger's {charging.poles}-pole {words.device}:{" "}
                {spaces.free < charging.poles ? "too few are free" : "the free ones are not beside each other"}
              </strong>
            )}
          </>
        ) : (
          `Count the ${words.spaces} to see what is free`
        )}
      </p>
    </header>
  );
}
